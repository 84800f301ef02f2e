"""bin/waka changes: checked, run, proved and undone from the shell, with exit codes that a script can act on."""

import os
import subprocess
import sys
from pathlib import Path

import psycopg
import pytest

from tests import loaded
from tests.support import World, files_beneath, wait_until
from waka.settings import CHECKOUT

INVOICES = "Finance/Invoices/2026"


@pytest.fixture
def drive(the_world: World, home: Path) -> tuple[dict[str, str], Path]:
    home.mkdir()
    url = the_world.demo_home(home)
    env = {**os.environ, "PYTHONPATH": str(CHECKOUT / "server"), "WAKA_DATABASE_URL": url, "WAKA_HOME": str(home),
           "WAKA_PERSON": "magnus"}  # fmt: skip
    return env, home / "drive"


def waka(env: dict[str, str], *words: str) -> tuple[int, str, str]:
    done = loaded.run(("changes", *words), env)
    return done.returncode, done.stdout, done.stderr


def test_a_file_of_moves_from_the_shell(drive: tuple[dict[str, str], Path], tmp_path: Path) -> None:
    env, root = drive
    names = sorted(Path(path).name for path in files_beneath(root / INVOICES))
    before = sorted(files_beneath(root))
    moves = tmp_path / "moves.csv"
    moves.write_text(
        "from,to\n" + "\n".join(f"{INVOICES}/{name},Boat/Papers" for name in names) + "\nabsent.pdf,Boat\n"
    )
    code, out, told = waka(env, "check", str(moves))
    assert code == 3 and "line 24: absent.pdf → Boat" in told and "1 steps cannot run" in told
    code, out, told = waka(env, "run", str(moves))
    assert code == 3 and sorted(files_beneath(root)) == before, (
        "nothing moves where the check finds something"
    )
    moves.write_text("from,to\n" + "\n".join(f"{INVOICES}/{name},Boat/Papers" for name in names))
    code, out, told = waka(env, "run", str(moves))
    assert code == 0 and "23 of 23 steps done, 0 failed." in out
    assert sorted(files_beneath(root / "Boat/Papers")) == names
    code, out, told = waka(env, "run", str(moves))
    assert code == 0 and f"{len(names)} left out" in out, "again: what is there is passed over"
    assert waka(env, "prove", str(moves), "--read")[:2] == (0, f"All {len(names)} of {len(names)} arrived.\n")
    (root / "Boat/Papers" / names[0]).unlink()
    code, out, told = waka(env, "prove", str(moves))
    assert code == 4 and names[0] in told and f"{len(names) - 1} of {len(names)} arrived." in out


def test_a_run_waits_for_another_in_the_same_folders_and_goes_on(
    drive: tuple[dict[str, str], Path], tmp_path: Path
) -> None:
    env, root = drive
    moves = tmp_path / "moves.csv"
    name = next(iter((root / INVOICES).iterdir())).name
    moves.write_text(f"from,to\n{INVOICES}/{name},Boat")
    with psycopg.connect(env["WAKA_DATABASE_URL"], autocommit=True) as conn:
        conn.execute(
            "insert into change_list (title, origin, person_id, state) select jsonb_build_object('code', 'bin'), 'chosen', min(id), 'running' from person"
        )
        conn.execute(
            "insert into folder_in_motion (folder_id, list_id) select f.id, max(l.id) from folder f, change_list l group by f.id"
        )
        command = [sys.executable, "-m", "waka.cli", "changes", "run", str(moves)]
        process = subprocess.Popen(
            command, env=env, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True
        )
        waiting = "select from change_list where origin = 'command' and trouble ->> 'code' = 'waits_for'"
        wait_until(lambda: conn.execute(waiting).fetchone() is not None, "it waits")
        conn.execute("delete from folder_in_motion")
        out, _ = process.communicate(timeout=30)
    assert (process.returncode, (root / "Boat" / name).exists()) == (0, True), out


def test_a_run_is_undone_from_the_shell(drive: tuple[dict[str, str], Path], tmp_path: Path) -> None:
    env, root = drive
    before = sorted(files_beneath(root))
    moves = tmp_path / "moves.csv"
    moves.write_text("\n".join(f"{path},Boat" for path in files_beneath(root) if path.startswith(INVOICES)))
    assert waka(env, "run", str(moves))[0] == 0
    assert sorted(files_beneath(root)) != before
    assert waka(env, "undo", str(moves))[0] == 0
    assert sorted(files_beneath(root)) == before


def test_what_is_not_understood_is_said(drive: tuple[dict[str, str], Path], tmp_path: Path) -> None:
    env, _ = drive
    sheet = tmp_path / "wrong.csv"
    sheet.write_text("old,new,why\na,b,c\n")
    code, _, told = waka(env, "check", str(sheet))
    assert code == 1 and "“from” and “to” are needed" in told
    assert waka(env, "prove", str(sheet))[0] == 1
    assert waka(env, "check", str(sheet), "--as", "nobody")[0] == 1
    assert waka(env, "check")[0] == 2
