"""A list that restructures a tree by two path patterns."""

from __future__ import annotations

import heapq
from collections.abc import Sequence
from dataclasses import dataclass

from psycopg import Connection
from rapidfuzz import fuzz, process

from waka.core.changes import acts
from waka.core.changes.findings import said
from waka.core.changes.mapping import MappingProblem, NoMatch, PathMapping
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.ids import ListId, PersonId
from waka.errors import BadRequest
from waka.records.folders import survey
from waka.work.changes.structure import Structure, split_path
from waka.work.deps import Deps

from .kept_list import add, checked

SHOWN = 20_000  #: documents that fit and are shown: more are seen in the list itself
OTHERS = 300  #: that do not fit, the nearest first
CLOSE = 5  #: folders that may be meant where the pattern begins at none
LIKENESS = 60  #: of 100, from which on a folder is close to what was written


@dataclass(frozen=True, slots=True, kw_only=True)
class Mapped:
    """What a path mapping comes to, at most so many paths of each sort."""

    matches: Sequence[tuple[str, str]]
    others: Sequence[tuple[str, str]]  #: path and why it does not fit, the nearest first
    matching: int
    staying: int  #: of those that fit, already where they should go
    not_matching: int
    lost: Sequence[str]  #: names that the second pattern leaves out
    close: Sequence[str] = ()  #: folders that may be meant, where there is none at which the pattern begins


def look_at_mapping(deps: Deps, person: PersonId, source: str, target: str) -> Mapped:
    """Return what fits a path mapping, what does not, and why. Raises ``BadRequest``."""
    with deps.db.transaction() as conn:
        found = _mapped(conn, person, source, target)
    return found[0]


def propose_mapping(deps: Deps, person: PersonId, source: str, target: str) -> ListId:
    """Make a list that restructures a tree. Raises ``BadRequest``."""
    with deps.db.transaction() as conn:
        _, wants = _mapped(conn, person, source, target)
        if not wants:
            raise BadRequest(
                "No document fits the first pattern.", mend="See at the side what does not, and why."
            )
        title = said("restructure", source=source, target=target)
        ask = Ask(source=source, target=target)
        list_id = add(conn, person, wants, title=title, origin="mapping", ask=ask)
    return checked(deps, list_id, len(wants))


def _mapped(conn: Connection, person: PersonId, source: str, target: str) -> tuple[Mapped, list[Proposal]]:
    try:
        mapping = PathMapping.read(source, target)
    except MappingProblem as problem:
        raise BadRequest(f"{problem}.", mend="Correct the pattern.", side=problem.side) from problem
    structure = Structure(survey.folders(conn, person))
    # what is literal at the start of the pattern is where to look
    start = "/".join(_literal_start(mapping.source))
    folder = structure.find(start)
    documents = survey.beneath(conn, folder, person) if folder is not None else []
    matches: list[tuple[str, str]] = []
    others: list[tuple[int, str, str]] = []
    wants: list[Proposal] = []
    counts = [0, 0]
    prefix = f"{structure.seen(folder)}/" if folder is not None and structure.seen(folder) else ""
    for number, beneath in documents:
        path = prefix + beneath
        goes = mapping.apply(path)
        if isinstance(goes, NoMatch):
            others.append((-goes.fitting, path, goes.why))
            continue
        counts[0] += 1
        counts[1] += goes == path
        if goes != path:
            matches.append((path, goes)) if len(matches) < SHOWN else None
            above, name = split_path(goes)
            wants.append(Proposal(act=acts.Place.code, document=number, to=above, name=name))
    nearest = heapq.nsmallest(OTHERS, others)
    mapped = Mapped(
        matches=matches, others=[(path, why) for _, path, why in nearest], matching=counts[0], staying=counts[1],
        not_matching=len(others), lost=mapping.lost, close=_close(structure, start) if folder is None else (),
    )  # fmt: skip
    return mapped, wants


def _close(structure: Structure, start: str) -> list[str]:
    """Return the paths of folders that are nearly what was written, of those that the person may see."""
    seen = {structure.seen(row.id) for row in structure.rows.values() if row.right is not None} - {""}
    found = process.extract(start, sorted(seen), scorer=fuzz.ratio, limit=CLOSE, score_cutoff=LIKENESS)
    return [path for path, _, _ in found]


def _literal_start(levels: Sequence[str]) -> list[str]:
    out: list[str] = []
    for level in levels:
        if "{" in level:
            break
        out.append(level)
    return out
