"""A list that renames many: by a sentence, or by names that a person corrected."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from psycopg import Connection

from waka.core.changes import acts
from waka.core.changes.findings import Said, said
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.ids import DocumentId, FolderId, ListId, PersonId
from waka.core.names import check_name, name_key, split_extension
from waka.core.names.spotting import either_way
from waka.core.renaming import Context, Sentence, SentenceError, explain
from waka.core.renaming.by_example import contexts_of
from waka.core.renaming.parts import Named, named
from waka.core.words import counted
from waka.errors import BadRequest
from waka.records.folders import survey
from waka.records.folders.survey import Source
from waka.work.changes.structure import Structure
from waka.work.deps import Deps
from waka.work.office import settings_of

from .kept_list import add, checked

Order = Literal["shown", "name", "when"]
SHOWN = 1_000  #: names shown of what a renaming comes to; those in doubt come first where there are more


@dataclass(frozen=True, slots=True, kw_only=True)
class Renaming:
    """Documents that were chosen, and what is to become of their names."""

    documents: Sequence[DocumentId]
    sentence: str | None = None  #: None: it is looked for
    examples: Mapping[DocumentId, str] = field(default_factory=dict)  #: new names that a person wrote
    order: Order = "shown"  #: in which they are counted
    month_first: bool | None = (
        None  #: of dates in digits alone that the names do not tell; None: as the office has it
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class New:
    number: DocumentId
    old: str
    new: str
    in_doubt: bool = False  #: what explains the examples as well would make another name of it
    by_hand: bool = False
    says: Sequence[Said] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Looked:
    """What a renaming comes to."""

    sentence: str | None = None  #: None where none explains the examples
    fault: SentenceError | None = None
    names: Sequence[New] = ()
    documents: int = 0
    changing: int = 0
    in_doubt: int = 0
    in_the_way: int = 0  #: names that are taken, alike or unfit
    ask: DocumentId | None = None  #: the document whose name would tell most
    parts: Sequence[Named] = ()  #: of the first name, as a sentence speaks of them
    either_way: bool = False  #: dates could have the day or the month first, and no name shows which


def look(deps: Deps, person: PersonId, renaming: Renaming) -> Looked:
    """Return what a renaming comes to. Nothing changes."""
    with deps.db.transaction() as conn:
        return _look(conn, person, renaming)


def propose(deps: Deps, person: PersonId, renaming: Renaming) -> ListId:
    """Make the list of a renaming. Raises ``BadRequest`` for a sentence that is not understood or changes nothing."""
    with deps.db.transaction() as conn:
        found = _look(conn, person, renaming, shown=None)
        if found.fault is not None:
            raise BadRequest(
                f"{found.fault.why}.", mend=found.fault.mend, field="sentence", at=found.fault.at
            )
        changing = [one for one in found.names if one.new != one.old]
        wants = [Proposal(act=acts.Place.code, document=one.number, name=one.new) for one in changing]
        if not wants:
            raise BadRequest(
                "No name would change.", mend="Correct a name, or say what is to become of them."
            )
        title = counted("rename_many", len(wants), sentence=found.sentence or "")
        list_id = add(conn, person, wants, title=title, origin="chosen", ask=Ask())
    return checked(deps, list_id, len(wants))


def _look(conn: Connection, person: PersonId, renaming: Renaming, shown: int | None = SHOWN) -> Looked:
    sources = _sources(conn, person, renaming)
    contexts = _contexts(conn, person, renaming, sources)
    try:
        found, sentence, ask = _renamed(renaming, sources, contexts)
    except SentenceError as error:
        names = [New(number=one.id, old=one.name, new=one.name) for one in sources[:shown]]
        return Looked(fault=error, documents=len(sources), names=names)
    told = _with_collisions(conn, sources, found)
    ambiguous = either_way([split_extension(one.name)[0] for one in sources])
    changing = sum(one.new != one.old for one in told)
    looked = Looked(
        sentence=sentence, documents=len(told), changing=changing, ask=ask, names=told,
        in_doubt=sum(one.in_doubt for one in told), in_the_way=sum(bool(one.says) for one in told),
        either_way=ambiguous,
        parts=named(split_extension(sources[0].name)[0], contexts[0].forms) if sources else (),
    )  # fmt: skip
    if shown is None or len(told) <= shown:
        return looked
    first = sorted(told, key=lambda one: not (one.by_hand or one.says or one.in_doubt))[:shown]
    return replace(looked, names=first)


def _sources(conn: Connection, person: PersonId, renaming: Renaming) -> list[Source]:
    """Return the chosen documents that are filed, in the order in which they are counted."""
    numbers = list(dict.fromkeys(renaming.documents))
    known = survey.by_number(conn, person, numbers)
    found = [known[number] for number in numbers if number in known and known[number].state == "filed"]
    if renaming.order == "name":
        found.sort(key=lambda one: (name_key(one.name), one.id))
    elif renaming.order == "when":
        found.sort(key=lambda one: (one.when is None, one.when, one.id))
    return found


def _contexts(
    conn: Connection, person: PersonId, renaming: Renaming, sources: Sequence[Source]
) -> list[Context]:
    office = settings_of(conn)
    first = renaming.month_first if renaming.month_first is not None else office.date_order == "month_first"
    above = Structure(survey.folders_above(conn, person, {one.folder_id for one in sources}))
    rows = {one.folder_id: above.row(one.folder_id) for one in sources}
    folders = [
        row.name if (row := rows[one.folder_id]) is not None and row.right is not None else ""
        for one in sources
    ]
    return contexts_of(
        [one.name for one in sources], folders, month_first=first, year_begins=office.year_begins
    )


def _renamed(
    renaming: Renaming, sources: Sequence[Source], contexts: Sequence[Context]
) -> tuple[list[New], str | None, DocumentId | None]:
    by_hand = {
        at: renaming.examples[one.id].strip() for at, one in enumerate(sources) if one.id in renaming.examples
    }
    names = [one.name for one in sources]
    if renaming.sentence is not None:
        sentence = Sentence.read(renaming.sentence)
        made = [sentence.apply(name, context) for name, context in zip(names, contexts, strict=True)]
        text: str | None = sentence.text
        doubts, ask = [bool(one.unmet) or one.empty for one in made], None
    else:
        explained = explain(names, {at: new for at, new in by_hand.items() if new != names[at]}, contexts)
        made = [one.renamed for one in explained.names]
        doubts, ask = [one.in_doubt for one in explained.names], explained.ask
        text = explained.sentence.text if explained.sentence is not None else None
    found = [
        New(number=source.id, old=source.name, new=by_hand[at], by_hand=True)
        if by_hand.get(at)
        else New(number=source.id, old=source.name, new=one.name, in_doubt=doubts[at])
        for at, (source, one) in enumerate(zip(sources, made, strict=True))
    ]
    return found, text, sources[ask].id if ask is not None else None


def _with_collisions(conn: Connection, sources: Sequence[Source], found: Sequence[New]) -> list[New]:
    """Say of which names stand in the way of one another, of what stands there, or of some system."""
    chosen = {one.id for one in sources}
    standing: set[tuple[FolderId, str]] = {
        (folder, name_key(name))
        for folder, name, number, _ in survey.names(conn, {one.folder_id for one in sources})
        if number not in chosen
    }
    places = [(source.folder_id, name_key(one.new)) for source, one in zip(sources, found, strict=True)]
    times = Counter(places)
    out: list[New] = []
    for one, place in zip(found, places, strict=True):
        says: list[Said] = []
        if one.new != one.old:
            if place in standing:
                says.append(said("taken_here"))
            elif times[place] > 1:
                says.append(said("alike"))
            says += [said(fault.code, **fault.facts) for fault in check_name(one.new)[:1]]
        out.append(one if not says else New(
            number=one.number, old=one.old, new=one.new, in_doubt=one.in_doubt, by_hand=one.by_hand, says=says,
        ))  # fmt: skip
    return out
