"""Others in a list: they look, decide or say yes, and only where they may see all that it is about."""

from collections.abc import Callable
from datetime import datetime

import pytest

from tests.work.drive import CANVAS, LOG, NOTE, ROPE, SAIL, SmallDrive
from tests.work.lists import Lists, stand
from waka.core.changes.parts import Part
from waka.core.words import worded
from waka.errors import BadRequest, ListChanged, NotApproved, NotFound
from waka.records.changes.steps import Filter
from waka.records.finding import logbook
from waka.work.changes import lists, looking, named, proving
from waka.work.changes.ways import undo as undoing


def name(drive: SmallDrive, list_id: int, **parts: Part) -> None:
    people = {"filer": drive.filer, "reader": drive.reader, "keeper": drive.keeper}
    named.name(drive.deps, drive.keeper, list_id, {people[who]: part for who, part in parts.items()})


def checked(made: Lists, list_id: int) -> datetime | None:
    return made.one(list_id).checked_at


def test_a_list_runs_once_everybody_asked_has_said_yes_to_it_as_it_is(made: Lists, drive: SmallDrive) -> None:
    one = made.sheet((ROPE, "Letters"), (NOTE, "Finance/2025"))
    name(drive, one, filer="approve", reader="approve")
    before = stand(drive)
    with pytest.raises(NotApproved) as refused:
        made.run(one)
    assert "Alba Beck, Tamsin Brook" in refused.value.message and stand(drive) == before
    named.approve(drive.deps, drive.filer, one, approves=True, seen=checked(made, one))
    with pytest.raises(NotApproved) as refused:
        made.run(one, [1])  # to try it is to move something, too
    assert refused.value.facts["lacks"] == ["Alba Beck"]
    named.approve(drive.deps, drive.reader, one, approves=True, seen=checked(made, one))
    # what is checked anew is another list: each yes was to the one before
    lists.mend(drive.deps, drive.keeper, one, lists.Mend(positions=[2], leave=True))
    with pytest.raises(NotApproved):
        made.run(one)
    for who in (drive.filer, drive.reader):
        named.approve(drive.deps, who, one, approves=True, seen=checked(made, one))
    named.approve(drive.deps, drive.reader, one, approves=False, seen=checked(made, one))
    with pytest.raises(NotApproved):
        made.run(one)
    named.approve(drive.deps, drive.reader, one, approves=True, seen=checked(made, one))
    assert made.run(one).state == "done"
    assert (drive.root / "Letters/2025-04-02_mrc_rope.txt").is_file()


def test_each_yes_and_each_that_is_taken_back_is_in_the_logbook_once(made: Lists, drive: SmallDrive) -> None:
    one = made.sheet((ROPE, "Letters"))
    name(drive, one, filer="approve", reader="look")
    for approves in (True, True, False, False, True):
        named.approve(drive.deps, drive.filer, one, approves=approves, seen=checked(made, one))

    def told(person: int) -> list[tuple[str, str | None, str]]:
        with drive.deps.db.transaction() as conn:
            found = logbook.entries(
                conn, person=person, before=None, number=None, mine=False, quiet=True, limit=50
            )
        return [
            (entry.action, entry.person, worded(entry.reason.code, entry.reason.facts))
            for entry in found if entry.reason is not None and entry.reason.code == "list_of"
        ]  # fmt: skip

    which = f"change {one}, made by Magnus Orr"
    yes, no = ("approved", "Tamsin Brook", which), ("approval_ended", "Tamsin Brook", which)
    assert told(drive.keeper) == [yes, no, yes], "whose list it is, and who keeps the drive"
    assert told(drive.filer) == [yes, no, yes], "who said it"
    assert told(drive.reader) == [], "nobody else"


def test_a_yes_is_said_to_the_list_that_was_looked_at(made: Lists, drive: SmallDrive) -> None:
    one = made.sheet((ROPE, "Letters"))
    name(drive, one, filer="approve")
    seen = checked(made, one)
    lists.check(drive.deps, drive.keeper, one)
    with pytest.raises(ListChanged):
        named.approve(drive.deps, drive.filer, one, approves=True, seen=seen)


def test_a_yes_stays_with_who_said_it_when_others_are_named(made: Lists, drive: SmallDrive) -> None:
    one = made.sheet((ROPE, "Letters"))
    name(drive, one, filer="approve")
    named.approve(drive.deps, drive.filer, one, approves=True, seen=checked(made, one))
    name(drive, one, filer="approve", reader="look")
    assert made.run(one).state == "done"
    # but who had another part in between is asked again
    other = made.sheet((CANVAS, "Letters"))
    name(drive, other, filer="approve")
    named.approve(drive.deps, drive.filer, other, approves=True, seen=checked(made, other))
    name(drive, other, filer="decide")
    name(drive, other, filer="approve")
    with pytest.raises(NotApproved):
        made.run(other)


def test_a_list_is_its_maker_s_alone_again_once_nobody_is_named(made: Lists, drive: SmallDrive) -> None:
    one = made.sheet((ROPE, "Letters"))
    name(drive, one, filer="approve", reader="look")
    name(drive, one)
    with pytest.raises(NotFound):
        lists.one(drive.deps, drive.reader, one)
    assert made.run(one).state == "done"


ASKS: dict[str, Callable[[SmallDrive, int, int], object]] = {
    "looks": lambda d, who, one: looking.page_of(d.deps, who, one, Filter(), 0),
    "proof": lambda d, who, one: proving.prove(d.deps, who, one),
    "sheet": lambda d, who, one: looking.xlsx_of(d.deps, who, one),
    "mends": lambda d, who, one: lists.mend(d.deps, who, one, lists.Mend(positions=[1], leave=True)),
    "chooses": lambda d, who, one: lists.choose(
        d.deps, who, one, collision="beside", on_failure=None, remove_empty=None, title=None
    ),
    "checks": lambda d, who, one: lists.check(d.deps, who, one),
    "approves": lambda d, who, one: named.approve(
        d.deps, who, one, approves=True, seen=lists.one(d.deps, d.keeper, one).checked_at
    ),
    "names": lambda d, who, one: named.name(d.deps, who, one, {}),
    "offers": lambda d, who, one: named.could_be_named(d.deps, who, one),
    "runs": lambda d, who, one: lists.run(d.deps, who, one),
    "cancels": lambda d, who, one: lists.ask_to_stop(d.deps, who, one, "cancel"),
    "undoes": lambda d, who, one: undoing.propose_undo(d.deps, who, one),
    "discards": lambda d, who, one: lists.discard(d.deps, who, one),
}
LOOKS = {"looks", "proof", "sheet"}
MAY: dict[Part | None, set[str]] = {
    None: set(), "look": LOOKS, "decide": LOOKS | {"mends", "chooses", "checks"}, "approve": LOOKS | {"approves"},
}  # fmt: skip


@pytest.mark.parametrize("part", MAY)
@pytest.mark.parametrize("what", ASKS)
def test_each_part_may_do_what_it_says_and_nothing_else(
    made: Lists, drive: SmallDrive, part: Part | None, what: str
) -> None:
    one = made.sheet((ROPE, "Letters"), (SAIL, "Letters"))
    if part is not None:
        name(drive, one, filer=part)
    seen = checked(made, one)
    if what in MAY[part]:
        ASKS[what](drive, drive.filer, one)
        return
    with pytest.raises(NotFound):
        ASKS[what](drive, drive.filer, one)
    assert made.one(one).state == "checked" and checked(made, one) == seen


def test_only_who_may_see_all_that_a_list_is_about_can_be_named_and_goes_on_seeing_it(
    made: Lists, drive: SmallDrive
) -> None:
    drive.keep_to("Trainees", drive.keeper)
    hidden = made.sheet((LOG, "Letters"), (ROPE, "Letters"))
    into = made.sheet((ROPE, "Trainees/2025"))  # where it goes to is not seen, and is still to be made
    for one in (hidden, into):
        assert named.could_be_named(drive.deps, drive.keeper, one) == []
        with pytest.raises(BadRequest):
            name(drive, one, filer="look")
    seen = made.sheet((ROPE, "Letters"))
    assert [p.name for p in named.could_be_named(drive.deps, drive.keeper, seen)] == ["Alba Beck", "Tamsin Brook"]  # fmt: skip
    name(drive, seen, filer="look")
    assert [one.id for one in lists.mine(drive.deps, drive.filer, None)] == [seen]
    drive.keep_to("Letters", drive.keeper)
    assert lists.mine(drive.deps, drive.filer, None) == []
    with pytest.raises(NotFound):
        lists.one(drive.deps, drive.filer, seen)


def test_the_maker_and_strangers_cannot_be_named(made: Lists, drive: SmallDrive) -> None:
    one = made.sheet((ROPE, "Letters"))
    with pytest.raises(BadRequest):
        name(drive, one, keeper="approve")
    with pytest.raises(BadRequest):
        named.name(drive.deps, drive.keeper, one, {99: "look"})


def test_what_is_counted_for_the_maker_is_not_told_to_others(made: Lists, drive: SmallDrive) -> None:
    one = made.sheet((ROPE, "Letters"))
    name(drive, one, filer="decide")
    assert made.one(one).summary.folders
    found = lists.one(drive.deps, drive.filer, one)
    assert found.summary.folders == () and found.summary.acts == {"place": 1}
    assert lists.mine(drive.deps, drive.filer, None)[0].summary.folders == ()
