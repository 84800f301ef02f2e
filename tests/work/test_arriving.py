"""What comes in: uploads and what other programs leave in the arrivals folder."""

import os
import threading
from dataclasses import replace
from datetime import date

import pytest

from tests.support import assert_records_agree, tree_of
from tests.work.drive import hand_in
from waka.errors import BadRequest, TooLarge
from waka.work.changes.ways import filing
from waka.work.deps import Deps
from waka.work.desk import keeping as keeping_slips
from waka.work.desk.arriving import Sweeper
from waka.work.desk.queue import desk
from waka.work.finding import search as finding
from waka.work.naming.slips import Slip


@pytest.mark.parametrize(
    ("name", "stored"),
    [
        pytest.param("line\nbreak.txt", "line break.txt", id="newline"),
        pytest.param("\u202efdp.txt", "fdp.txt", id="direction"),
        pytest.param("sunny ⛵.txt", "sunny ⛵.txt", id="emoji"),
        pytest.param("é" * 200 + ".txt", "é" * 125 + ".txt", id="255-bytes"),
        pytest.param("CON.txt", "_CON.txt", id="reserved"),
        pytest.param("...", "unnamed", id="dots"),
    ],
)
def test_an_upload_with_a_hard_name_is_kept_under_a_sound_one(
    deps: Deps, filer: int, name: str, stored: str
) -> None:
    hand_in(deps, filer, name, b"x")
    assert os.listdir(deps.arrivals.root / "Uploads") == [stored]
    assert_records_agree(deps)


def test_an_upload_whose_name_leads_out_is_refused(deps: Deps, filer: int) -> None:
    with pytest.raises(BadRequest):
        hand_in(deps, filer, "../../etc/passwd", b"x")
    assert list(tree_of(deps.arrivals.root)) == [".incoming/mark"]


def test_uploads_of_one_name_at_once_are_all_kept(deps: Deps, filer: int) -> None:
    threads = [threading.Thread(target=hand_in, args=(deps, filer, "same.txt", b"%d" % n)) for n in range(6)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    found = sorted(path.read_bytes() for path in (deps.arrivals.root / "Uploads").iterdir())
    assert found == [b"0", b"1", b"2", b"3", b"4", b"5"]
    assert_records_agree(deps)


def test_an_upload_that_is_too_large_is_refused_when_it_is_announced(deps: Deps, filer: int) -> None:
    deps = replace(deps, settings=replace(deps.settings, max_upload_bytes=1 << 20))
    with pytest.raises(TooLarge):
        hand_in(deps, filer, "x.txt", b"x" * 2_400_000)
    assert list(tree_of(deps.arrivals.root)) == [".incoming/mark"]


def test_what_lies_in_the_arrivals_is_taken_once_it_stands_still(deps: Deps, filer: int) -> None:
    sweeper = Sweeper(deps, settle_seconds=0.15)
    point = deps.arrivals.root / "Scanner"
    point.mkdir()
    (point / "page.txt").write_text("one")
    assert sweeper.sweep() == 0  # seen, but it may still be growing
    (point / "page.txt").write_text("one and two")
    assert sweeper.sweep() == 0
    threading.Event().wait(0.2)
    assert sweeper.sweep() == 1
    assert sweeper.sweep() == 0
    assert_records_agree(deps)


def test_links_pipes_and_hidden_files_are_not_taken(deps: Deps, filer: int) -> None:
    from waka.work.desk.queue import desk

    (deps.arrivals.root / "out").symlink_to("/etc/passwd")
    (deps.arrivals.root / "loop").symlink_to(deps.arrivals.root)
    os.mkfifo(deps.arrivals.root / "pipe")
    (deps.arrivals.root / ".hidden").write_text("x")
    (deps.arrivals.root / os.fsdecode(b"caf\xe9.txt")).write_text("x")
    (deps.arrivals.root / "line\nbreak.txt").write_text("y")
    Sweeper(deps, settle_seconds=0).sweep()
    seen = desk(deps, filer)
    assert [(n.shown, n.reason.code) for n in seen.notices] == [
        ("loop", "link"),
        ("out", "link"),
        ("pipe", "no_ordinary_file"),
    ]
    assert sorted(a.name for a in seen.waiting) == ["caf\ufffd.txt", "line\nbreak.txt"]


def test_an_arrival_that_changes_or_goes_is_noticed(deps: Deps, filer: int) -> None:
    sweeper = Sweeper(deps, settle_seconds=0)
    path = deps.arrivals.root / "a.txt"
    path.write_text("first")
    sweeper.sweep()
    path.write_text("second edition")
    sweeper.sweep()
    assert_records_agree(deps)
    path.unlink()
    sweeper.sweep()
    assert_records_agree(deps)
    book = finding.entries(deps, filer, before=None, number=None, mine=False, quiet=True)
    assert [told.entry.action for told in book] == ["gone", "changed_outside"]


@pytest.mark.parametrize("name", ["a.pdf.part", "a.tmp", "~$letter.docx", "A.PART", "b.crdownload"])
def test_what_is_still_being_written_is_told_and_taken_once_it_has_its_own_name(
    deps: Deps, filer: int, name: str
) -> None:
    sweeper = Sweeper(deps, settle_seconds=0)
    (deps.arrivals.root / name).write_text("half of")
    assert sweeper.sweep() == 0 and desk(deps, filer).waiting == []
    assert [notice.shown for notice in desk(deps, filer).notices] == [name]
    (deps.arrivals.root / name).rename(deps.arrivals.root / "whole.pdf")
    assert sweeper.sweep() == 1
    assert desk(deps, filer).notices == []


def test_the_same_bytes_a_second_time_are_said(deps: Deps, filer: int) -> None:
    first = hand_in(deps, filer, "bill.txt", b"the bill")
    hand_in(deps, filer, "bill again.txt", b"the bill")
    assert [a.same_as for a in desk(deps, filer).waiting] == [None, first]


def test_how_a_document_came_is_kept_for_good(deps: Deps, filer: int, folder: int) -> None:
    number = hand_in(deps, filer, "scan 12.txt", b"the bill")
    slip = Slip(kind="invoice", who="mrc", when="12.3.2025", what="Mizzen sail", folder=folder)
    keeping_slips.save_slip(deps, filer, number, slip)
    filing.file_arrival(deps, filer, number, slip, date(2026, 11, 20))
    with deps.db.transaction() as conn:
        found = conn.execute(
            "select p.name, o.name, o.came_by, o.proposed, o.filed ->> 'what' from arrival_origin o"
            " join arrival_point p on p.id = o.arrival_point_id where o.document_id = %s", (number,)
        ).fetchone()  # fmt: skip
    assert found == ("Uploads", "scan 12.txt", filer, {}, "Mizzen sail")
