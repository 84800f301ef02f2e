"""A document's new name from what was typed in shorthand, by the pattern that holds where it stands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from waka.core.fields.shorthand import read
from waka.core.fields.typed import read_date
from waka.core.ids import DocumentId, PersonId
from waka.core.names import Composed, Segment, compose, split_extension
from waka.core.names.segments import with_extension
from waka.errors import NotFound
from waka.records.folders import survey
from waka.work import office
from waka.work.deps import Deps

from .house import Naming


@dataclass(frozen=True, slots=True, kw_only=True)
class Expanded:
    name: str
    segments: Sequence[Segment]


def expand(deps: Deps, person: PersonId, number: DocumentId, typed: str) -> Expanded | None:
    """Return the name that *typed* is short for; None where it is a name like any other, or a field is missing.

    What is not typed is as the document has it. Raises ``NotFound``.
    """
    with deps.db.transaction() as conn:
        source = survey.by_number(conn, person, [number]).get(number)
        if source is None or source.state != "filed":
            raise NotFound(f"No. {number}")
        house = Naming.load(conn).at(conn, source.folder_id).seen_by(conn, person)
        today = office.today(conn)

    def party_of(short: str) -> str | None:
        party = None if short in house.hidden else house.parties.with_short(short)
        return party.name if party is not None else None

    def date_of(text: str) -> date | None:
        return read_date(text, today, house.office.date_order)

    said = read(typed, party_of, date_of)
    if said is None:
        return None
    made = compose(house.pattern, {**house.in_names(source.record), **said.fields}, house.parties)
    if not isinstance(made, Composed):
        return None
    extension = split_extension(source.name)[1]
    return Expanded(name=made.stem + extension, segments=with_extension(made.segments, extension))
