"""Two parties that are one: found, looked at, merged; what was done before goes back all the same."""

from __future__ import annotations

from datetime import date

import pytest

from tests.support import assert_records_agree
from tests.work.drive import NOTE, ROPE, SAIL, SmallDrive
from waka.errors import BadRequest, NotAllowed, NotFound
from waka.records.desk import naming
from waka.records.documents import documents
from waka.work.changes.ways import undo as undoing
from waka.work.changes.ways.asks import Ask
from waka.work.changes.ways.by_hand import run
from waka.work.desk import queue
from waka.work.finding import search as finding
from waka.work.naming.house import Naming
from waka.work.naming.slips import Slip, understand
from waka.work.outside.taking_in import index_next
from waka.work.rules import merging, rules
from waka.work.rules.rules import PartyWish


def index_all(drive: SmallDrive) -> None:
    while index_next(drive.deps):
        pass


def ids(drive: SmallDrive) -> dict[str, int]:
    with drive.deps.db.transaction() as conn:
        return {party.name: party.id for party in naming.party_rows(conn)}


def party_of(drive: SmallDrive, path: str) -> str | None:
    with drive.deps.db.transaction() as conn:
        found = documents.one(conn, drive.number(path), drive.keeper)
    assert found is not None
    return found.who


@pytest.fixture
def two(drive: SmallDrive) -> SmallDrive:
    """Two bills of one party and a note of the same in another spelling, which is the learner of a fourth document, too."""
    for path, who in (
        (SAIL, "Marlow Rope & Canvas"),
        (ROPE, "Marlow Rope & Canvas"),
        (NOTE, "Marlow Rope and Canvas Ltd"),
    ):
        fields = Slip(who=who, short="mrx" if path == NOTE else "mrc")
        run(drive.deps, drive.filer, Ask(act="correct", documents=[drive.number(path)], fields=fields))
    learner = Slip(who="mrc", fields={"learner": "Marlow Rope and Canvas Ltd"})
    run(drive.deps, drive.filer, Ask(act="correct", documents=[drive.number(ROPE)], fields=learner))
    index_all(drive)
    return drive


def test_they_are_found_looked_at_and_merged(two: SmallDrive) -> None:
    [pair] = merging.pairs(two.deps, two.keeper)
    assert (pair.keep.name, pair.merge.name) == ("Marlow Rope & Canvas", "Marlow Rope and Canvas Ltd")
    found = merging.look(two.deps, two.keeper, pair.merge.id, pair.keep.id)
    assert (found.told.documents, found.name, found.short, found.short_gone) == (
        2,
        "Marlow Rope & Canvas",
        "mrc",
        "mrx",
    )
    assert found.spellings == ["Marlow Rope and Canvas Ltd"]
    assert party_of(two, NOTE) == "Marlow Rope and Canvas Ltd"  # nothing has changed
    merging.merge(two.deps, two.keeper, pair.merge.id, pair.keep.id, seen=2)
    assert party_of(two, NOTE) == "Marlow Rope & Canvas"
    assert merging.pairs(two.deps, two.keeper) == []
    assert "Marlow Rope and Canvas Ltd" not in ids(two)
    assert [p.name for p in queue.house(two.deps, two.keeper).parties] == ["Marlow Rope & Canvas"]
    with two.deps.db.transaction() as conn:
        told = documents.one(conn, two.number(ROPE), two.keeper)
        house = Naming.load(conn)
        who = understand(Slip(who="marlow rope and canvas ltd"), house, date(2026, 1, 1)).who
    assert told is not None and house.told(told.fields) == {"learner": "Marlow Rope & Canvas"}
    assert who is not None and (who.name, who.short) == ("Marlow Rope & Canvas", "mrc")
    index_all(two)
    assert "note.txt" in [one.hit.name for one in finding.find(two.deps, two.keeper, "mrc").found]
    assert_records_agree(two.deps)


def test_what_an_earlier_change_puts_back_names_the_one_that_it_is_now(two: SmallDrive) -> None:
    number = two.number(NOTE)
    done = run(
        two.deps,
        two.filer,
        Ask(act="correct", documents=[number], fields=Slip(who="Brae Coast Energy", short="bce")),
    )
    known = ids(two)
    merging.merge(
        two.deps, two.keeper, known["Marlow Rope and Canvas Ltd"], known["Marlow Rope & Canvas"], seen=1
    )
    assert party_of(two, NOTE) == "Brae Coast Energy"
    undoing.undo(two.deps, two.filer, done.list_id)
    assert party_of(two, NOTE) == "Marlow Rope & Canvas"
    # and one that is merged on leads on
    known = ids(two)
    before, into = known["Marlow Rope & Canvas"], known["Brae Coast Energy"]
    seen = merging.look(two.deps, two.keeper, before, into).told.documents
    merging.merge(two.deps, two.keeper, before, into, seen)
    assert {path: party_of(two, path) for path in (SAIL, ROPE, NOTE)} == dict.fromkeys(
        (SAIL, ROPE, NOTE), "Brae Coast Energy"
    )
    assert_records_agree(two.deps)


def test_its_short_form_and_destination_go_on_where_the_other_has_none(drive: SmallDrive) -> None:
    with drive.deps.db.transaction() as conn:
        keep, merge = (
            naming.add_party(conn, "Kilbray Yard", None),
            naming.add_party(conn, "Kilbray Yard Ltd", "kby"),
        )
    wish = PartyWish(name="Kilbray Yard Ltd", short="kby", destination="Letters/{who}")
    rules.put_party(drive.deps, drive.keeper, merge, wish)
    merging.merge(drive.deps, drive.keeper, merge, keep, seen=0)
    with drive.deps.db.transaction() as conn:
        [found] = [party for party in naming.party_rows(conn) if party.name.startswith("Kilbray")]
    assert (found.name, found.short, found.destination) == ("Kilbray Yard", "kby", "Letters/{who}")


def test_it_is_refused_to_who_may_not_for_itself_and_where_its_documents_are_others(two: SmallDrive) -> None:
    known = ids(two)
    keep, merge = known["Marlow Rope & Canvas"], known["Marlow Rope and Canvas Ltd"]
    for person in (two.filer, two.reader):
        with pytest.raises(NotAllowed):
            merging.merge(two.deps, person, merge, keep, seen=2)
    with pytest.raises(BadRequest):
        merging.merge(two.deps, two.keeper, merge, merge, seen=2)
    with pytest.raises(BadRequest):
        merging.merge(two.deps, two.keeper, merge, keep, seen=1)
    with pytest.raises(NotFound):
        merging.look(two.deps, two.keeper, 999, keep)
    assert ids(two) == known
