"""Other programs do anything while a server runs: in the end its records are as the disk is, and no sight is wider."""

import random
import time
from pathlib import Path

import psycopg

from tests.conftest import LONG
from tests.support import Client, Server, files_beneath, wait_until
from tests.work.test_following_any import AnySequence

SEQUENCES = 100 if LONG else 10
STEPS = 18
NAMES, FOLDERS = ("a.txt", "b.txt", "c.txt"), ("", "One", "Two", "One/Deep", "Kept")


class Programs:
    """What other programs do beneath a folder; the very acts that the follower is tried with."""

    place = AnySequence.place

    def __init__(self, root: Path, rng: random.Random) -> None:
        self.root, self.rng, self.edits = root, rng, 0
        for name in ("One/Deep", "Two"):
            (root / name).mkdir(parents=True)

    def act(self) -> None:
        pick, names, folders = self.rng.choice, NAMES, FOLDERS
        name = pick(
            (
                "write",
                "write",
                "edit",
                "move",
                "copy",
                "link",
                "remove",
                "move_folder",
                "remove_folder",
                "restore_folder",
            )
        )
        args: dict[str, tuple[str, ...]] = {
            "write": (pick(folders), pick(names), pick(("x", "y", ""))), "edit": (pick(folders), pick(names)),
            "remove": (pick(folders), pick(names)), "remove_folder": (pick(("One", "Two", "One/Deep")),),
            "move_folder": (pick(("One", "Two", "One/Deep")), pick(("Three", "Two/In", "Four"))),
            "restore_folder": (pick(("One", "Two")),),
        }  # fmt: skip
        getattr(AnySequence, name)(
            self, *args.get(name, (pick(folders), pick(names), pick(folders), pick(names)))
        )


def test_whatever_other_programs_do_a_running_server_comes_to_know_it(demo_server: Server) -> None:
    drive = demo_server.settings.drive
    keeper, filer = (Client(demo_server.port).sign_in(login) for login in ("magnus", "tamsin"))
    hide(keeper, "Trainees")
    hidden = {path.stat().st_ino for path in (drive / "Trainees").rglob("*") if path.is_file()}
    for at in range(SEQUENCES):
        rng = random.Random(at)
        programs = Programs(drive / "Work" / str(at), rng)
        for _ in range(STEPS):
            programs.act()
            time.sleep(rng.choice((0, 0, 0.02, 0.2)))
        if at == 4:  # what is private moves along with its folder
            (drive / "Trainees").rename(drive / "Work/Learners")
    wait_until(lambda: filed(demo_server) == sorted(files_beneath(drive)), "records are as the disk is", 60)
    drive_told = keeper.ask("GET", "/api/drive")[1]
    assert drive_told["stuck"] == [] and drive_told["held"] is None
    seen = {path for path in paths_seen(filer)}
    assert not [
        path for path in files_beneath(drive) if (drive / path).stat().st_ino in hidden and path in seen
    ]
    assert any(path.startswith("Work/") for path in seen)


def hide(keeper: Client, path: str) -> None:
    """Leave a folder to the keeper alone."""
    folders = keeper.ask("GET", "/api/folders")[1]["folders"]
    folder = next(entry["id"] for entry in folders if entry["path"] == path)
    names = keeper.ask("GET", f"/api/folders/{folder}/rights")[1]["names"]
    me = next(name["id"] for name in names if name["name"] == "Magnus Orr")
    wish = {"replaces": True, "grants": [{"person": me, "right": "keeper"}]}
    status, told = keeper.ask("PUT", f"/api/folders/{folder}/rights", wish)
    assert status == 200, told


def filed(server: Server) -> list[str]:
    with psycopg.connect(server.url) as conn:
        found = conn.execute(
            "select ltrim(folder_path(folder_id) || '/' || name, '/') from document where state = 'filed'"
        )
        return sorted(path for (path,) in found)


def paths_seen(client: Client) -> list[str]:
    found = []
    for folder in client.ask("GET", "/api/folders")[1]["folders"]:
        after = ""
        while after is not None:
            query = f"?after={after}" if after else ""
            page = client.ask("GET", f"/api/folders/{folder['id']}/documents{query}")[1]
            found += [f"{folder['path']}/{one['name']}".lstrip("/") for one in page["documents"]]
            after = page["next"]
    return found
