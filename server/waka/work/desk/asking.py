"""An arrival passed on to a colleague with a question. Only who sees it anyway can be asked: asking opens no door."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.ids import DocumentId, PersonId
from waka.errors import BadRequest, NotFound
from waka.records.desk import questions
from waka.records.desk.questions import Colleague
from waka.records.finding import logbook
from waka.work.deps import Deps


def could_be_asked(deps: Deps, person: PersonId, number: DocumentId) -> Sequence[Colleague]:
    """Return who may be asked about an arrival. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        _place(conn, person, number)
        return questions.able(conn, number, person)


def ask(deps: Deps, person: PersonId, number: DocumentId, of: PersonId, text: str) -> None:
    """Pass an arrival on with a question. Raises ``NotFound``, ``BadRequest``."""
    text = _some(text, "The question")
    with deps.db.transaction() as conn:
        _place(conn, person, number)
        colleague = next((one for one in questions.able(conn, number, person) if one.id == of), None)
        if colleague is None:
            raise BadRequest(
                "Only who sees the arrival can be asked about it.", mend="Choose somebody else.", field="of"
            )
        questions.ask(conn, number, person, of, text)
        _log(conn, person, number, "asked", text, colleague.name)


def answer(deps: Deps, person: PersonId, number: DocumentId, text: str) -> None:
    """Say what was asked. Raises ``NotFound`` for who was not asked, ``BadRequest``."""
    text = _some(text, "The answer")
    with deps.db.transaction() as conn:
        _place(conn, person, number)
        if not questions.answer(conn, number, person, text):
            raise NotFound(f"A question about No. {number}")
        _log(conn, person, number, "answered", text)


def take_back(deps: Deps, person: PersonId, number: DocumentId) -> None:
    """Ask no more. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        _place(conn, person, number)
        if not questions.take_back(conn, number, person):
            raise NotFound(f"A question about No. {number}")


def _place(conn: Connection, person: PersonId, number: DocumentId) -> questions.Place:
    place = questions.place(conn, number, person)
    if place is None:
        raise NotFound(f"No. {number} on the desk")
    return place


def _some(text: str, what: str) -> str:
    text = " ".join(text.split())
    if not text:
        raise BadRequest(f"{what} is empty.", mend="Write a few words.", field="text")
    return text


def _log(
    conn: Connection,
    person: PersonId,
    number: DocumentId,
    action: Literal["asked", "answered"],
    text: str,
    name: str = "",
) -> None:
    place = _place(conn, person, number)
    # what is bound for a folder is only that folder's to know of
    logbook.add(
        conn, action, number=number, person=person, reason=said("question", name=name, text=text),
        point=place.point if place.bound_for is None else None, to_folder=place.bound_for,
    )  # fmt: skip
