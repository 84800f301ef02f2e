"""Changes by hand: each does what it says, is refused with its reason, and can be undone."""

from collections.abc import Callable
from typing import Any

import pytest

from tests.support import assert_records_agree, files_beneath
from tests.work.drive import CANVAS, FILES, LOG, NOTE, ROPE, SAIL, SmallDrive
from waka.errors import (
    BadRequest,
    ChangedMeanwhile,
    FolderNotEmpty,
    NameTaken,
    NameUnfit,
    NeedsALook,
    NotAllowed,
    NotFound,
    NotUndoable,
    WakaError,
)
from waka.work.changes.ways import by_hand
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.asks import Ask
from waka.work.finding import search as finding
from waka.work.folders import browsing
from waka.work.naming.slips import Slip

NAME = "2025-03-12_mrc_mizzen-sail.txt"


# what is done, and what then stands in the drive instead of what stood there
WORKS: list[tuple[str, Callable[[SmallDrive], Any], dict[str, str | None]]] = [
    ("move", lambda d: d.change("move", SAIL, folder=d.folder("Letters")),
     {SAIL: None, f"Letters/{NAME}": "mend the mizzen"}),
    ("move two", lambda d: d.change("move", SAIL, ROPE, folder=d.folder("Letters")),
     {SAIL: None, ROPE: None, f"Letters/{NAME}": "", "Letters/2025-04-02_mrc_rope.txt": ""}),
    ("copy", lambda d: d.change("copy", SAIL, folder=d.folder("Letters")), {f"Letters/{NAME}": "mend the mizzen"}),
    ("copy beside", lambda d: d.change("copy", SAIL, folder=d.folder("Finance/2025"), beside=True),
     {"Finance/2025/2025-03-12_mrc_mizzen-sail-2.txt": "mend the mizzen"}),
    ("rename", lambda d: d.change("rename", NOTE, name="2026-02-01_mrc_dear-all.txt"),
     {NOTE: None, "Letters/2026-02-01_mrc_dear-all.txt": "dear all"}),
    ("bin", lambda d: d.change("bin", NOTE, reason="nobody needs it"), {NOTE: None}),
    ("correct and rename", lambda d: d.change(
        "correct", SAIL, fields=Slip(who="mrc", when="13 3 2025", what="mizzen"), name="2025-03-13_mrc_mizzen.txt"),
     {SAIL: None, "Finance/2025/2025-03-13_mrc_mizzen.txt": "mend the mizzen"}),
    ("correct", lambda d: d.change("correct", SAIL, fields=Slip(who="mrc", when="12 3 2025", amount="12.50")), {}),
]  # fmt: skip


@pytest.mark.parametrize(("does", "differs"), [w[1:] for w in WORKS], ids=[w[0] for w in WORKS])
def test_a_change_is_done_and_undone(
    drive: SmallDrive, does: Callable[[SmallDrive], Any], differs: dict[str, str | None]
) -> None:
    before = {path: drive.number(path) for path in FILES}
    done = does(drive)
    stands = {path for path in FILES if path not in differs} | {
        p for p, text in differs.items() if text is not None
    }
    assert set(files_beneath(drive.root)) == stands
    assert all((drive.root / path).read_text() == text for path, text in differs.items() if text)
    assert_records_agree(drive.deps)
    undone = undoing.undo_last(drive.deps, drive.filer)
    assert undone.title == done.title and undone.left == []
    assert set(files_beneath(drive.root)) == set(FILES)
    assert {path: drive.number(path) for path in FILES} == before
    assert_records_agree(drive.deps)
    with pytest.raises(NotUndoable, match="already undone"):
        undoing.undo(drive.deps, drive.filer, done.list_id)


def test_a_conforming_name_brings_its_fields_along(drive: SmallDrive) -> None:
    number = drive.number(NOTE)
    drive.change("rename", NOTE, name="2026-02-01_mrc_dear-all.txt")
    found = browsing.details(drive.deps, drive.reader, number).document
    assert (found.who, str(found.when), found.what, found.conforms) == (
        "Marlow Rope & Canvas", "2026-02-01", "dear all", True,
    )  # fmt: skip
    undoing.undo_last(drive.deps, drive.filer)
    found = browsing.details(drive.deps, drive.reader, number).document
    assert (found.who, found.when, found.what, found.conforms) == (None, None, None, False)


Case = tuple[str, Callable[[SmallDrive], Any], type[WakaError], str]
REFUSED: list[Case] = [
    ("a reader", lambda d: d.change("move", SAIL, by=d.reader, folder=d.folder("Letters")), NotAllowed, "not change anything"),
    ("a reader's bin", lambda d: d.change("bin", SAIL, by=d.reader), NotAllowed, "not change anything"),
    ("taken", lambda d: d.change("copy", SAIL, folder=d.folder("Finance/2025")), NameTaken, "already stands"),
    ("twin", lambda d: d.change("rename", ROPE, name=NAME.upper()), NameTaken, "already stands"),
    ("unfit", lambda d: d.change("rename", SAIL, name="a:b.txt"), NameUnfit, "refuse"),
    ("empty", lambda d: d.change("rename", SAIL, name=""), NameUnfit, "empty"),
    ("no folder", lambda d: d.change("move", SAIL, folder=9999), NotFound, "folder"),
    ("nothing", lambda d: by_hand.run(d.deps, d.filer, Ask(act="bin")), BadRequest, "No document"),
    ("too many", lambda d: by_hand.run(d.deps, d.filer, Ask(act="bin", documents=range(1, 20))), BadRequest, "more than 10"),
    ("a filer's folder", lambda d: d.change("rename_folder", by=d.filer, folder=d.folder("Letters"), name="x"),
     NotAllowed, "keeper"),
    ("into itself", lambda d: d.change("move_folder", by=d.keeper, folder=d.folder("Finance"),
                                       into=d.folder("Finance/2025")), BadRequest, "into itself"),
    ("not empty", lambda d: d.change("remove_folder", by=d.keeper, folder=d.folder("Letters")), FolderNotEmpty, "not empty"),
    ("folder there", lambda d: d.change("make_folder", by=d.filer, folder=d.folder(""), name="letters"), NameTaken, "stands"),
    ("the root", lambda d: d.change("remove_folder", by=d.keeper, folder=d.folder("")), NotFound, "folder"),
    ("nothing to undo", lambda d: undoing.undo_last(d.deps, d.filer), NotUndoable, "nothing of yours"),
    ("two names", lambda d: d.change("rename", SAIL, ROPE, name="x.txt"), BadRequest, "One document"),
]  # fmt: skip


@pytest.mark.parametrize(("does", "error", "told"), [c[1:] for c in REFUSED], ids=[c[0] for c in REFUSED])
def test_a_refusal_says_why_and_changes_nothing(
    drive: SmallDrive, does: Callable[[SmallDrive], Any], error: type[WakaError], told: str
) -> None:
    with pytest.raises(error, match=told):
        does(drive)
    assert set(files_beneath(drive.root)) == set(FILES)
    assert_records_agree(drive.deps)


def test_a_bin_keeps_place_person_and_reason_and_restores_elsewhere(drive: SmallDrive) -> None:
    number = drive.number(NOTE)
    drive.change("bin", NOTE, reason="twice there")
    shown = browsing.details(drive.deps, drive.filer, number).document
    assert (shown.state, shown.folder_path, shown.binned_by, shown.bin_reason) == (
        "binned", "Letters", "TB", "twice there",
    )  # fmt: skip
    with pytest.raises(NotFound):
        browsing.details(drive.deps, drive.reader, number)
    ask = Ask(act="restore", documents=[number], folder=drive.folder("Finance"))
    by_hand.run(drive.deps, drive.filer, ask)
    assert drive.path(number) == "Finance/note.txt"
    assert_records_agree(drive.deps)


def test_a_folder_s_own_change_is_looked_at_first(drive: SmallDrive) -> None:
    ask = Ask(act="rename_folder", folder=drive.folder("Finance"), name="Money")
    with pytest.raises(NeedsALook):
        by_hand.run(drive.deps, drive.keeper, ask)
    seen = by_hand.look(drive.deps, drive.keeper, ask)
    assert [(line.from_path, line.to_path) for line in seen.lines] == [("Finance", "Money")]
    number = drive.number(SAIL)
    done = by_hand.run(drive.deps, drive.keeper, Ask(
        act="rename_folder", folder=drive.folder("Finance"), name="Money", seen=seen.digest))  # fmt: skip
    assert drive.path(number) == f"Money/2025/{NAME}" and (drive.root / "Money/2025" / NAME).is_file()
    undoing.undo(drive.deps, drive.keeper, done.list_id)
    assert drive.path(number) == SAIL
    assert_records_agree(drive.deps)


def test_a_new_folder_is_made_and_unmade(drive: SmallDrive) -> None:
    done = drive.change("make_folder", folder=drive.folder("Letters"), name="2027")
    assert done.folder == drive.folder("Letters/2027") and (drive.root / "Letters/2027").is_dir()
    assert undoing.undo_last(drive.deps, drive.filer).count == 1
    assert not (drive.root / "Letters/2027").exists()
    redone = drive.change("make_folder", folder=drive.folder("Letters"), name="2027")
    drive.change("move", NOTE, folder=redone.folder)
    with pytest.raises(NotUndoable, match="has something in it"):
        undoing.undo(drive.deps, drive.filer, redone.list_id)


def test_who_gains_and_loses_sight_is_shown_before_a_move(drive: SmallDrive) -> None:
    drive.keep_to("Trainees", drive.keeper)
    ask = Ask(act="move", documents=[drive.number(LOG)], folder=drive.folder("Letters"))
    seen = by_hand.look(drive.deps, drive.keeper, ask)
    assert seen.look and (seen.gain, seen.lose) == (["Alba Beck", "Tamsin Brook"], [])
    with pytest.raises(NeedsALook):
        by_hand.run(drive.deps, drive.keeper, ask)
    back = Ask(act="move", documents=[drive.number(NOTE)], folder=drive.folder("Trainees"))
    assert by_hand.look(drive.deps, drive.keeper, back).lose == ["Alba Beck", "Tamsin Brook"]


def test_a_hidden_folder_s_name_cannot_be_used_and_is_not_told(drive: SmallDrive) -> None:
    drive.keep_to("Trainees", drive.keeper)
    with pytest.raises(NameUnfit, match="cannot be used here") as refused:
        drive.change("make_folder", folder=drive.folder(""), name="trainees")
    assert "Trainees" not in refused.value.message


def test_the_rest_of_a_list_is_explained_when_a_step_fails(drive: SmallDrive) -> None:
    """Another program takes the second file away between check and run: the first is moved, and says so."""
    first, second = drive.number(SAIL), drive.number(ROPE)
    (drive.root / ROPE).unlink()
    with pytest.raises(WakaError, match="no longer where it was"):
        drive.change("move", SAIL, ROPE, CANVAS, folder=drive.folder("Letters"))
    paths = {drive.path(first), drive.path(second)}
    assert f"Letters/{NAME}" in paths or SAIL in paths
    undone = undoing.undo_last(drive.deps, drive.filer) if f"Letters/{NAME}" in paths else None
    assert undone is None or undone.count >= 1


def test_what_changed_since_is_left_alone_and_said(drive: SmallDrive) -> None:
    done = drive.change("move", SAIL, ROPE, folder=drive.folder("Letters"))
    drive.change("rename", f"Letters/{NAME}", name="sail.txt")
    undone = undoing.undo(drive.deps, drive.filer, done.list_id)
    assert undone.count == 1 and undone.left[0].code == "changed_since"
    assert_records_agree(drive.deps)


def test_two_people_renaming_one_document_lose_nothing(drive: SmallDrive) -> None:
    number = drive.number(NOTE)
    by_hand.run(drive.deps, drive.filer, Ask(act="rename", documents=[number], name="first.txt"))
    by_hand.run(drive.deps, drive.keeper, Ask(act="rename", documents=[number], name="second.txt"))
    with pytest.raises(NotUndoable, match="moved or renamed since"):
        undoing.undo_last(drive.deps, drive.filer)
    told = finding.entries(drive.deps, drive.reader, before=None, number=number, mine=False, quiet=True)
    assert [t.entry.action for t in told] == ["renamed", "renamed"]
    assert [t.entry.undoable for t in finding.entries(
        drive.deps, drive.keeper, before=None, number=number, mine=False, quiet=True)] == [True, False]  # fmt: skip


def test_a_move_into_a_folder_that_was_just_removed(drive: SmallDrive) -> None:
    made = drive.change("make_folder", folder=drive.folder("Letters"), name="2027").folder
    drive.change("remove_folder", by=drive.keeper, folder=made)
    with pytest.raises(NotFound, match="The folder"):
        drive.change("move", NOTE, folder=made)


def test_undoing_a_restore_elsewhere_leaves_origin_and_reason_as_they_were(drive: SmallDrive) -> None:
    number = drive.number(NOTE)
    drive.change("bin", NOTE, reason="twice there")
    by_hand.run(
        drive.deps, drive.filer, Ask(act="restore", documents=[number], folder=drive.folder("Finance"))
    )
    undoing.undo_last(drive.deps, drive.filer)
    shown = browsing.details(drive.deps, drive.filer, number).document
    assert (shown.state, shown.folder_path, shown.bin_reason) == ("binned", "Letters", "twice there")
    by_hand.run(drive.deps, drive.filer, Ask(act="restore", documents=[number]))
    assert drive.path(number) == NOTE
    assert_records_agree(drive.deps)


@pytest.mark.parametrize("act", ["move", "rename", "bin", "correct", "copy"])
@pytest.mark.parametrize("meanwhile", ["move", "rename", "correct", "bin"])
def test_what_somebody_else_changed_meanwhile_is_not_changed_unseen(
    drive: SmallDrive, act: str, meanwhile: str
) -> None:
    """Two people look at one document; the second to change it has not seen what the first did."""
    number = drive.number(NOTE)
    edition = browsing.details(drive.deps, drive.filer, number).document.edition
    slip = Slip(kind="letter", who="mrc", when="1.2.2026", what="dear all", folder=drive.folder("Letters"))
    more = {
        "move": {"folder": drive.folder("Finance")}, "copy": {"folder": drive.folder("Finance")},
        "rename": {"name": "theirs.txt"}, "bin": {}, "correct": {"fields": slip},
    }  # fmt: skip
    by_hand.run(drive.deps, drive.keeper, Ask(act=meanwhile, documents=[number], **more[meanwhile]))  # type: ignore[arg-type]
    before = stand_of(drive, number)
    with pytest.raises((ChangedMeanwhile, NotFound)):
        ask = {**more[act], "name": "mine.txt"} if act == "rename" else more[act]
        by_hand.run(
            drive.deps, drive.filer, Ask(act=act, documents=[number], editions={number: edition}, **ask)
        )  # type: ignore[arg-type]
    assert stand_of(drive, number) == before
    assert_records_agree(drive.deps)


def stand_of(drive: SmallDrive, number: int) -> object:
    found = browsing.details(drive.deps, drive.filer, number).document
    return found.state, found.folder_path, found.name, found.who, found.what
