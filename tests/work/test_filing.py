"""Filing and undoing in a Waka of the test's own: what is refused, and that nothing is lost by it."""

import os
import threading
from collections.abc import Callable
from dataclasses import replace
from datetime import date
from pathlib import Path

import pytest

from tests.support import assert_records_agree, tree_of
from tests.work.drive import hand_in
from waka.errors import (
    DriveTrouble,
    NameTaken,
    NameUnfit,
    NotAllowed,
    NotFound,
    NotUndoable,
    SlipIncomplete,
    SourceChanged,
    SourceGone,
    UnsafePath,
    WakaError,
)
from waka.work.changes.ways import filing
from waka.work.changes.ways import undo as undoing
from waka.work.deps import Deps
from waka.work.desk.arriving import Sweeper
from waka.work.documents.reading import read_what_waits
from waka.work.finding import search as finding
from waka.work.folders import browsing
from waka.work.naming import preview
from waka.work.naming.slips import Slip
from waka.work.outside.taking_in import take_in
from waka.work.people import signing_in

TODAY = date(2026, 11, 20)
NAME = "2025-03-12_mrc_mizzen-sail_4471.txt"


def slip(folder: int | None, **fields: str) -> Slip:
    told = {
        "kind": "invoice",
        "who": "mrc",
        "when": "12.3.2025",
        "what": "Mizzen sail",
        "reference": "4471",
    }
    return Slip(**{**told, **fields}, folder=folder)


def test_an_arrival_becomes_a_record_and_goes_back_by_undo(
    deps: Deps, filer: int, folder: int, number: int
) -> None:
    done = filing.file_arrival(deps, filer, number, slip(folder), TODAY)
    assert done.path == f"Finance/2025/{NAME}"
    assert (deps.drive.root / done.path).read_bytes() == b"mizzen\n"
    assert_records_agree(deps)
    record = browsing.details(deps, filer, number).document
    assert (record.who, record.when, record.what) == (
        "Marlow Rope & Canvas", date(2025, 3, 12), "Mizzen sail",
    )  # fmt: skip

    undone = undoing.undo(deps, filer, done.list_id)
    assert undone.number == number
    assert (deps.arrivals.root / "Uploads/scan 1.txt").read_bytes() == b"mizzen\n"
    assert_records_agree(deps)
    again = browsing.details(deps, filer, number).document
    assert again.state == "waiting"
    assert again.slip is not None and again.slip["what"] == "Mizzen sail"
    [found] = finding.at_path(deps, filer, f"Finance/2025/{NAME}")
    assert found.id == number


def test_undo_steps_aside_where_the_old_place_is_taken(
    deps: Deps, filer: int, folder: int, number: int
) -> None:
    done = filing.file_arrival(deps, filer, number, slip(folder), TODAY)
    (deps.arrivals.root / "Uploads/scan 1.txt").write_bytes(b"another")
    undone = undoing.undo(deps, filer, done.list_id)
    assert undone.path == "Uploads/scan 1-2.txt"
    assert (deps.arrivals.root / "Uploads/scan 1.txt").read_bytes() == b"another"


def test_undo_is_refused_twice_and_after_another_program_moved_the_file(
    deps: Deps, filer: int, folder: int, number: int
) -> None:
    done = filing.file_arrival(deps, filer, number, slip(folder), TODAY)
    undoing.undo(deps, filer, done.list_id)
    with pytest.raises(NotUndoable, match="already undone"):
        undoing.undo(deps, filer, done.list_id)
    done = filing.file_arrival(deps, filer, number, slip(folder), TODAY)
    (deps.drive.root / done.path).rename(deps.drive.root / "elsewhere.txt")
    with pytest.raises(SourceGone):
        undoing.undo(deps, filer, done.list_id)
    assert (deps.drive.root / "elsewhere.txt").exists()


Arrange = Callable[[Deps, int], None]


def _taken_by_a_stranger(deps: Deps, number: int) -> None:
    (deps.drive.root / "Finance/2025" / NAME).write_bytes(b"not known to Waka")


def _folder_removed(deps: Deps, number: int) -> None:
    (deps.drive.root / "Finance/2025").rmdir()


def _folder_replaced_by_a_link_that_leads_out(deps: Deps, number: int) -> None:
    (deps.drive.root / "Finance/2025").rmdir()
    outside = deps.drive.root.parent / "outside"
    outside.mkdir()
    (deps.drive.root / "Finance/2025").symlink_to(outside)


def _still_being_written(deps: Deps, number: int) -> None:
    with (deps.arrivals.root / "Uploads/scan 1.txt").open("ab") as file:
        file.write(b"more")


def _removed(deps: Deps, number: int) -> None:
    (deps.arrivals.root / "Uploads/scan 1.txt").unlink()


def _replaced_by_a_link(deps: Deps, number: int) -> None:
    path = deps.arrivals.root / "Uploads/scan 1.txt"
    path.unlink()
    path.symlink_to("/etc/passwd")


@pytest.mark.parametrize(
    ("arrange", "error"),
    [
        (_taken_by_a_stranger, NameTaken),
        (_folder_removed, DriveTrouble),
        (_folder_replaced_by_a_link_that_leads_out, UnsafePath),
        (_still_being_written, SourceChanged),
        (_removed, SourceGone),
        (_replaced_by_a_link, UnsafePath),
    ],
)
def test_what_the_disk_refuses_leaves_everything_as_it_was(
    deps: Deps, filer: int, folder: int, number: int, arrange: Arrange, error: type[WakaError]
) -> None:
    arrange(deps, number)
    before = tree_of(deps.settings.home)
    with pytest.raises(error) as refused:
        filing.file_arrival(deps, filer, number, slip(folder), TODAY)
    assert refused.value.message
    assert tree_of(deps.settings.home) == before
    assert browsing.details(deps, filer, number).document.state == "waiting"


@pytest.mark.parametrize(
    ("fields", "error", "told"),
    [
        pytest.param({"when": ""}, SlipIncomplete, "When is missing", id="missing"),
        pytest.param({"when": "31.2.2025"}, SlipIncomplete, "is no date", id="no-date"),
        pytest.param({"what": "???"}, SlipIncomplete, "nothing that can stand", id="nothing-left"),
        pytest.param({"amount": "lots"}, SlipIncomplete, "is no amount", id="no-amount"),
        pytest.param({"kind": "sonnet"}, SlipIncomplete, "no kind", id="no-kind"),
        pytest.param({"who": "New Yard", "short": "mrc"}, SlipIncomplete, "already stands for", id="short"),
        pytest.param({"reference": "x" * 300}, NameUnfit, "too_long|bytes|longer", id="too-long"),
    ],
)  # fmt: skip
def test_a_slip_that_makes_no_name_is_refused(
    deps: Deps, filer: int, folder: int, number: int, fields: dict[str, str],
    error: type[WakaError], told: str,
) -> None:  # fmt: skip
    with pytest.raises(error, match=told):
        filing.file_arrival(deps, filer, number, slip(folder, **fields), TODAY)
    assert_records_agree(deps)


def test_a_taken_name_is_refused_with_a_free_one(deps: Deps, filer: int, folder: int, number: int) -> None:
    filing.file_arrival(deps, filer, number, slip(folder), TODAY)
    second = hand_in(deps, filer, "scan 2.txt", b"other")
    with pytest.raises(NameTaken) as taken:
        filing.file_arrival(deps, filer, second, slip(folder), TODAY)
    assert taken.value.facts["free"] == "2025-03-12_mrc_mizzen-sail_4471-2.txt"
    assert_records_agree(deps)


def test_a_new_party_is_remembered_with_its_short_form(
    deps: Deps, filer: int, folder: int, number: int
) -> None:
    done = filing.file_arrival(deps, filer, number, slip(folder, who="Gull Point Chandlers"), TODAY)
    assert done.path.endswith("2025-03-12_gpc_mizzen-sail_4471.txt")
    second = hand_in(deps, filer, "scan 2.txt", b"other")
    done = filing.file_arrival(deps, filer, second, slip(folder, who="gpc", what="lamp"), TODAY)
    assert done.path.endswith("2025-03-12_gpc_lamp_4471.txt")


def test_only_one_of_many_who_file_the_same_arrival_succeeds(
    deps: Deps, filer: int, folder: int, number: int
) -> None:
    outcomes: list[str] = []

    def file(reference: str) -> None:
        try:
            filing.file_arrival(deps, filer, number, slip(folder, reference=reference), TODAY)
            outcomes.append("filed")
        except WakaError as error:
            outcomes.append(error.code)

    threads = [threading.Thread(target=file, args=(f"R{n}",)) for n in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert outcomes.count("filed") == 1
    assert set(outcomes) <= {"filed", "not_found", "in_motion"}
    assert_records_agree(deps)


def test_one_name_for_two_arrivals_at_once_goes_to_one(deps: Deps, filer: int, folder: int) -> None:
    numbers = [hand_in(deps, filer, f"{n}.txt", b"%d" % n) for n in range(4)]
    outcomes: list[str] = []

    def file(number: int) -> None:
        try:
            filing.file_arrival(deps, filer, number, slip(folder), TODAY)
            outcomes.append("filed")
        except WakaError as error:
            outcomes.append(error.code)

    threads = [threading.Thread(target=file, args=(n,)) for n in numbers]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert sorted(outcomes) == ["filed", "name_taken", "name_taken", "name_taken"]
    assert_records_agree(deps)


def test_arrivals_on_another_file_system_are_copied_verified_and_removed(
    deps: Deps, filer: int, folder: int, tmp_path: Path
) -> None:
    far = Path("/dev/shm") / f"waka-{os.getpid()}"
    far.mkdir()
    try:
        assert far.stat().st_dev != deps.drive.root.stat().st_dev
        deps = replace(deps, arrivals=type(deps.arrivals)(far, deps.arrivals.work))
        deps.arrivals.prepare()
        number = hand_in(deps, filer, "far.txt", b"far away")
        done = filing.file_arrival(deps, filer, number, slip(folder), TODAY)
        assert (deps.drive.root / done.path).read_bytes() == b"far away"
        assert_records_agree(deps)
        undoing.undo(deps, filer, done.list_id)
        assert_records_agree(deps)
    finally:
        for path in sorted(far.rglob("*"), reverse=True):
            path.rmdir() if path.is_dir() else path.unlink()
        far.rmdir()


def test_a_reader_may_not_file_and_a_stranger_sees_nothing(
    deps: Deps, filer: int, folder: int, number: int
) -> None:
    reader = signing_in.add_person(
        deps, login="alba", name="Alba Beck", password="fair winds here", right="reader"
    )
    with pytest.raises(NotFound):
        filing.file_arrival(deps, reader, number, slip(folder), TODAY)
    with pytest.raises(NotAllowed):
        hand_in(deps, reader, "x.txt", b"x")
    done = filing.file_arrival(deps, filer, number, slip(folder), TODAY)
    with pytest.raises(NotAllowed):
        undoing.undo(deps, reader, done.list_id)


def test_the_slip_offers_the_extension_that_fits(deps: Deps, filer: int, folder: int) -> None:
    number = hand_in(deps, filer, "photo.pdf", PNG)
    read_what_waits(deps)
    with deps.db.transaction() as conn:
        seen = preview.preview(conn, filer, number, slip(folder), TODAY)
    assert [(f.code, f.mend) for f in seen.findings] == [("wrong_extension", ".png")]
    done = filing.file_arrival(deps, filer, number, replace(slip(folder), extension=".png"), TODAY)
    assert done.path.endswith("_4471.png")


PNG = bytes.fromhex(
    "89504e470d0a1a0a0000000d494844520000000100000001080600000"
    "01f15c4890000000d49444154789c626001000000ffff03000006000557bfabd40000000049454e44ae426082"
)


def test_the_neighbour_strip_shows_the_spot(deps: Deps, filer: int, folder: int, number: int) -> None:
    for name in ("2025-03-01_mrc_a.txt", "2025-03-20_mrc_b.txt", "zz.txt"):
        (deps.drive.root / "Finance/2025" / name).write_text(name)
    take_in(deps, filer, lambda *_: None)
    with deps.db.transaction() as conn:
        seen = preview.preview(conn, filer, number, slip(folder), TODAY)
    assert [n.name for n in seen.before] == ["2025-03-01_mrc_a.txt"]
    assert [n.name for n in seen.after] == ["2025-03-20_mrc_b.txt", "zz.txt"]
    assert [s.field for s in seen.before[0].segments] == [
        "when",
        "rest",
        "who",
        "rest",
        "what",
        "rest",
    ]
    assert [s.field for s in seen.after[1].segments] == ["odd", "rest"]


def test_an_arrival_with_a_name_that_is_no_text_can_be_filed(deps: Deps, filer: int, folder: int) -> None:
    (deps.arrivals.root / os.fsdecode(b"caf\xe9.txt")).write_text("x")
    Sweeper(deps, settle_seconds=0).sweep()
    from waka.work.desk.queue import desk

    [arrival] = desk(deps, filer).waiting
    done = filing.file_arrival(deps, filer, arrival.id, slip(folder), TODAY)
    assert (deps.drive.root / done.path).read_text() == "x"
    undoing.undo(deps, filer, done.list_id)
    assert os.listdir(os.fsencode(deps.arrivals.root)).count(b"caf\xe9.txt") == 1
