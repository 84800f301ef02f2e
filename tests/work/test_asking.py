"""An arrival is passed on with a question: only to who sees it anyway, and it opens no door."""

import pytest

from tests.work.drive import SmallDrive, hand_in
from waka.core.ids import DocumentId, PersonId
from waka.errors import BadRequest, NotFound
from waka.records.desk.arrivals import Queued
from waka.records.finding import logbook
from waka.work.changes.ways.filing import file_arrival
from waka.work.changes.ways.undo import undo
from waka.work.desk import asking
from waka.work.desk.queue import desk
from waka.work.naming.slips import Slip


@pytest.fixture
def number(drive: SmallDrive) -> DocumentId:
    return DocumentId(hand_in(drive.deps, drive.filer, "scan.txt", b"whose is it?"))


def queued(drive: SmallDrive, person: int, number: DocumentId) -> Queued:
    return next(one for one in desk(drive.deps, PersonId(person)).waiting if one.id == number)


def test_a_colleague_is_asked_and_answers_and_both_see_it(drive: SmallDrive, number: DocumentId) -> None:
    assert [one.id for one in asking.could_be_asked(drive.deps, drive.filer, number)] == [drive.keeper]
    asking.ask(drive.deps, drive.filer, number, PersonId(drive.keeper), "  Is this\n ours? ")
    theirs, mine = (queued(drive, person, number) for person in (drive.keeper, drive.filer))
    assert (theirs.question, theirs.asks_me, theirs.asked_by_me) == ("Is this ours?", True, False)
    assert (mine.asks_me, mine.asked_by_me, mine.answer) == (False, True, None)
    asking.answer(drive.deps, PersonId(drive.keeper), number, "No, the harbour's")
    assert queued(drive, drive.filer, number).answer == "No, the harbour's"
    with drive.deps.db.transaction() as conn:
        said = conn.execute(
            "select action, reason -> 'facts' ->> 'text' from logbook where document_id = %s and action in ('asked', 'answered') order by id",
            (number,),
        ).fetchall()
    assert said == [("asked", "Is this ours?"), ("answered", "No, the harbour's")]
    assert logbook.OF_NO_FOLDER  # and no entry of the office's: who sees the arrival sees what was asked
    asking.take_back(drive.deps, drive.filer, number)
    assert queued(drive, drive.keeper, number).question is None


def test_who_may_not_see_the_arrival_can_neither_be_asked_nor_ask_nor_answer(
    drive: SmallDrive, number: DocumentId
) -> None:
    with pytest.raises(BadRequest):
        asking.ask(drive.deps, drive.filer, number, PersonId(drive.reader), "ours?")
    for act in (
        lambda: asking.could_be_asked(drive.deps, PersonId(drive.reader), number),
        lambda: asking.ask(drive.deps, PersonId(drive.reader), number, PersonId(drive.keeper), "ours?"),
        lambda: asking.answer(drive.deps, PersonId(drive.reader), number, "yes"),
        lambda: asking.answer(drive.deps, PersonId(drive.keeper), number, "nobody asked"),
        lambda: asking.take_back(drive.deps, PersonId(drive.keeper), number),
    ):
        with pytest.raises(NotFound):
            act()


@pytest.mark.parametrize("text", ["", " \n "])
def test_an_empty_question_is_refused(drive: SmallDrive, number: DocumentId, text: str) -> None:
    with pytest.raises(BadRequest):
        asking.ask(drive.deps, drive.filer, number, PersonId(drive.keeper), text)


def test_nobody_asks_themselves_and_a_new_question_takes_the_place_of_the_old(
    drive: SmallDrive, number: DocumentId
) -> None:
    with pytest.raises(BadRequest):
        asking.ask(drive.deps, drive.filer, number, PersonId(drive.filer), "me?")
    asking.ask(drive.deps, drive.filer, number, PersonId(drive.keeper), "ours?")
    asking.answer(drive.deps, PersonId(drive.keeper), number, "yes")
    asking.ask(drive.deps, drive.filer, number, PersonId(drive.keeper), "sure?")
    found = queued(drive, drive.keeper, number)
    assert (found.question, found.answer) == ("sure?", None)


def test_what_was_asked_is_kept_when_the_arrival_is_filed_and_comes_back(
    drive: SmallDrive, number: DocumentId
) -> None:
    asking.ask(drive.deps, drive.filer, number, PersonId(drive.keeper), "ours?")
    slip = Slip(kind="letter", who="mrc", when="1 1 26", what="x", folder=drive.folder("Letters"))  # type: ignore[arg-type]
    done = file_arrival(drive.deps, drive.filer, number, slip)
    undo(drive.deps, drive.filer, done.list_id)
    assert queued(drive, drive.keeper, number).question == "ours?"
