"""Whatever is done, by list, by hand or from the desk, in whatever order: nothing is lost or doubled, and undo gives
back just what was there."""

import tempfile
from collections import Counter
from datetime import date
from pathlib import Path

import pytest
from hypothesis import Phase, assume, event, given, settings
from hypothesis import strategies as st

from tests.again import Databases
from tests.conftest import LONG
from tests.support import assert_records_agree
from tests.work.drive import SmallDrive, hand_in, small_drive
from tests.work.lists import Lists, stand
from waka.core.changes.check import Collision
from waka.core.words import blocks
from waka.errors import ListHasErrors, WakaError
from waka.records.changes.lists import ChangeList
from waka.work.changes import lists
from waka.work.changes.lists import Mend
from waka.work.changes.proving import prove
from waka.work.changes.ways import filing
from waka.work.changes.ways import undo as undoing
from waka.work.folders import browsing
from waka.work.naming.slips import Slip
from waka.work.outside.sweeping import DriveSweeper

EXAMPLES = 1_000 if LONG else 12
POLICIES: list[Collision] = ["wait", "beside", "version", "same"]
PLACES = ["Finance/2025", "Letters", "Trainees", "Boat/Papers"]
NAMES = ["log.txt", "LOG.txt", "note.txt", "rope.txt", "a.txt"]


def rows(draw: st.DrawFn, drive: dict[str, str]) -> list[tuple[str, str]]:
    """Some documents and where they go: onto each other, to new names, to folders old and new; one may be absent."""
    sources = draw(
        st.lists(st.sampled_from([*drive, "Letters/absent.txt"]), min_size=1, max_size=6, unique=True)
    )
    place, name = st.sampled_from(PLACES), st.sampled_from(NAMES)
    onto = [st.sampled_from(list(drive))] if drive else []
    target = st.one_of(place, st.builds("{}/{}".format, place, name), *onto)
    return [(source, draw(target)) for source in sources]


def propose(draw: st.DrawFn, made: Lists) -> int:
    drive = stand(made.drive)
    do = draw(st.sampled_from(["sheet"] * 5 + ["copy", "bin"])) if drive else "sheet"
    if do == "sheet":
        list_id = made.sheet(*rows(draw, drive))
        lists.choose(
            made.drive.deps, made.drive.keeper, list_id, collision=draw(st.sampled_from(POLICIES)),
            on_failure=None, remove_empty=draw(st.booleans()), title=None,
        )  # fmt: skip
        return list_id
    some = draw(st.lists(st.sampled_from(list(drive)), min_size=1, max_size=3, unique=True))
    if do == "copy":
        folders = [entry.id for entry in browsing.outline(made.drive.deps, made.drive.keeper)]
        return made.chosen("copy", *some, into=draw(st.sampled_from(folders)))
    return made.chosen("bin", *some, reason="done with")


def mend(made: Lists, list_id: int) -> ChangeList:
    """Take out what does not fit, finding by finding, as a person would who decides for all alike."""
    deps, keeper = made.drive.deps, made.drive.keeper
    for _ in range(8):
        found = made.one(list_id)
        if found.summary.blocked == 0:
            return found
        with pytest.raises(ListHasErrors):
            lists.run(deps, keeper, list_id)
        code = next(code for code in found.summary.findings if blocks(code))
        lists.mend(deps, keeper, list_id, Mend(finding=code, leave=True))
    raise AssertionError(f"still blocked: {made.findings(list_id)}")


def assert_conserved(before: dict[str, str], after: dict[str, str], acts: set[str]) -> None:
    """Moves keep every text as often as it was there; copies only add, the bin and versions only take away."""
    was, now = Counter(before.values()), Counter(after.values())
    if not acts & {"copy"}:
        assert now <= was
    if not acts & {"bin", "version"}:
        assert was <= now


# each try lays out a drive: what fails is told as it was drawn, not made smaller for minutes;
# the long run looks for what nobody has met yet, the short one holds what is known
@settings(max_examples=EXAMPLES, derandomize=not LONG, phases=[Phase.explicit, Phase.generate])
@given(data=st.data())
def test_whatever_is_asked_nothing_is_lost_and_undo_gives_it_back(
    databases: Databases, data: st.DataObject
) -> None:
    with tempfile.TemporaryDirectory() as place:
        home = Path(place) / "home"
        with databases.empty(home) as deps:
            made = Lists(small_drive(deps))
            draw = data.draw
            for _ in range(draw(st.integers(1, 4), label="doings")):
                if draw(st.sampled_from(["list", "list", "list", "at once", "at once"])) == "list":
                    by_list(draw, made)
                else:
                    at_once(draw, made)
                assert DriveSweeper(deps, 0.0).sweep() == 0, "the drive is as the records say"
                assert_records_agree(deps)


def by_list(draw: st.DrawFn, made: Lists) -> None:
    deps, keeper = made.drive.deps, made.drive.keeper
    before = stand(made.drive)
    list_id = propose(draw, made)
    assert stand(made.drive) == before, "what is only proposed moves nothing"
    if mend(made, list_id).steps == 0:
        return
    acts = {act for act, _, _ in made.steps(list_id)}
    event(f"ran {sorted(acts)}, found {made.findings(list_id)}")
    ran = made.run(list_id)
    assert (ran.state, ran.trouble) == ("done", None)
    after = stand(made.drive)
    assert_conserved(before, after, acts)
    proof = prove(deps, keeper, list_id, read=True)
    assert (proof.arrived, proof.amiss) == (proof.files, [])
    if draw(st.booleans(), label="undone"):
        undo = undoing.propose_undo(deps, keeper, list_id)
        assert made.one(undo).summary.blocked == 0
        assert made.run(undo).state == "done"
        assert stand(made.drive) == before


def at_once(draw: st.DrawFn, made: Lists) -> None:
    """By hand, from the desk, or by an upload; undone by key. What is refused changes nothing."""
    drive = made.drive
    before = stand(drive)
    do = draw(st.sampled_from(["file", "file", "upload", "upload", "move", "rename", "bin"]))
    try:
        came = _done(draw, drive, do, before)
    except WakaError as error:
        event(f"{do} refused: {type(error).__name__}")
        assert stand(drive) == before
        return
    event(do)
    if stand(drive) == before:
        return  # it stood there already, under that name: there is nothing to undo
    after = Counter(stand(drive).values())
    if do in ("file", "upload"):
        assert after == Counter(before.values()) + Counter(came)
    elif do == "bin":
        assert after == Counter(before.values()) - Counter(came)
    else:
        assert after == Counter(before.values())
    if draw(st.booleans(), label="undone by key"):
        undoing.undo_last(drive.deps, drive.keeper)
        assert stand(drive) == before


def _done(draw: st.DrawFn, drive: SmallDrive, do: str, before: dict[str, str]) -> list[str]:
    """Do it; return the texts that come to the drive or leave it."""
    text = f"written {len(before)} {draw(st.integers(0, 10**6))}"
    outline = browsing.outline(drive.deps, drive.keeper)
    folder = draw(st.sampled_from([entry.id for entry in outline]), label="folder")
    name = draw(st.sampled_from(NAMES))
    if do == "file":
        number = hand_in(drive.deps, drive.keeper, name, text.encode())
        slip = Slip(kind="invoice", who="mrc", when="12.3.2025", what=name.partition(".")[0], folder=folder)
        filing.file_arrival(drive.deps, drive.keeper, number, slip, date(2026, 11, 20))
        return [text]
    if do == "upload":
        hand_in(drive.deps, drive.keeper, name, text.encode(), folder)
        return [text]
    assume(before)
    path = draw(st.sampled_from(list(before)))
    if do == "rename":
        drive.change("rename", path, by=drive.keeper, name=name)
    elif do == "move":
        drive.change("move", path, by=drive.keeper, folder=folder)
    else:
        drive.change("bin", path, by=drive.keeper, reason="done with")
    return [before[path]]
