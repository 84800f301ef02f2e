"""Making change lists: of what was chosen, of a spreadsheet, of two path patterns, of another list to undo it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from typing import Any

from psycopg import Connection

from waka.core.changes.mapping import MappingProblem, NoMatch, PathMapping
from waka.core.names import split_extension
from waka.errors import BadRequest, ListChanged, NotFound, NotUndoable
from waka.records import lists, survey
from waka.records.lists import DoneStep, NewStep

from .asked import Asked, Do
from .checking import AT_ONCE, check_list
from .copying import copies_of
from .correcting import corrections
from .deps import Deps
from .sheets import SheetRow
from .slips import Slip
from .structure import Structure, split_path

MOST_STEPS = 200_000
SHOWN = 200  #: paths shown at the side of a mapping


@dataclass(frozen=True, slots=True, kw_only=True)
class Choice:
    """Documents and folders that were chosen, and what is to be done with them."""

    do: Do
    documents: Sequence[int] = ()
    folders: Sequence[int] = ()
    into: int | None = None
    reason: str | None = None
    name: str | None = None  #: of the copy of a folder
    fields: Slip | None = None  #: what a correction fills in
    renames: bool = False  #: a correction gives the names that the fields come to


@dataclass(frozen=True, slots=True, kw_only=True)
class Mapped:
    """What a path mapping comes to, at most so many paths of each sort."""

    matches: Sequence[tuple[str, str]]
    others: Sequence[tuple[str, str]]  #: path and why it does not fit
    matching: int
    staying: int  #: of those that fit, already where they should go
    not_matching: int
    lost: Sequence[str]  #: names that the second pattern leaves out


def propose(
    deps: Deps,
    person: int,
    asks: Sequence[Asked],
    *,
    title: str,
    origin: str,
    ask: dict[str, Any] | None = None,
) -> int:
    """Make a list of any proposals and check it, at once where it is short. Raises ``BadRequest``."""
    with deps.db.transaction() as conn:
        list_id = _add(conn, person, origin, title, asks, ask or {})
    return _checked(deps, list_id, len(asks))


def propose_chosen(deps: Deps, person: int, choice: Choice) -> int:
    """Make a list of what was chosen. Raises ``BadRequest``, ``NotFound``."""
    with deps.db.transaction() as conn:
        structure = Structure(survey.folders(conn, person))
        into = structure.row(choice.into) if choice.into is not None else None
        if choice.into is not None and (into is None or into.right is None):
            raise NotFound("The folder")
        if choice.do in ("move", "copy", "move_folder") and into is None:
            raise BadRequest("There is no destination.", mend="Choose a folder.")
        asks = _asks_of(conn, person, structure, choice)
        where = f" to {structure.seen(choice.into) or 'Drive'}" if choice.into is not None else ""
        title = f"{_VERBS[choice.do]} {_counted(len(choice.documents), len(choice.folders))}{where}"
        list_id = _add(conn, person, "chosen", title, asks, {"into": choice.into})
    return _checked(deps, list_id, len(asks))


def _asks_of(conn: Connection, person: int, structure: Structure, choice: Choice) -> list[Asked]:
    if choice.fields is not None:
        if choice.do != "correct":
            raise BadRequest("Fields belong to a correction.")
        today = datetime.now(UTC).astimezone().date()
        return list(corrections(conn, person, choice.documents, choice.fields, today, renames=choice.renames))
    folders = list(dict.fromkeys(choice.folders))
    if choice.do == "copy":
        assert choice.into is not None
        for folder in folders:
            if (row := structure.rows.get(folder)) is None or row.right is None:
                raise NotFound("The folder")
        asks = [
            ask for folder in folders
            for ask in copies_of(conn, person, structure, folder, choice.into, choice.name)
        ]  # fmt: skip
    else:
        asks = [Asked(do="move_folder", at=0, folder=folder, into=choice.into) for folder in folders]
    common: dict[str, Any] = {"into": choice.into, "reason": choice.reason}
    return asks + [Asked(do=choice.do, at=0, number=n, **common) for n in dict.fromkeys(choice.documents)]


_VERBS = {"move": "Move", "copy": "Copy", "bin": "Bin", "restore": "Restore", "correct": "Set fields of",
          "move_folder": "Move", "make_folder": "Make", "remove_folder": "Remove", "unversion": "Take back",
          "destroy": "Destroy", "plan_folder": "Make"}  # fmt: skip


def _counted(documents: int, folders: int) -> str:
    told = [f"{folders} folder{'s' * (folders != 1)}"] * bool(folders)
    told += [f"{documents:,} document{'s' * (documents != 1)}"] * bool(documents or not folders)
    return " and ".join(told)


def propose_sheet(
    deps: Deps, person: int, rows: Sequence[SheetRow], name: str, origin: str = "spreadsheet"
) -> int:
    """Make a list of the rows of a spreadsheet. Raises ``BadRequest``."""
    title = f"{name}: {len(rows):,} rows"
    return propose(
        deps, person, [_of_row(row) for row in rows], title=title, origin=origin, ask={"sheet": name}
    )


def _of_row(row: SheetRow) -> Asked:
    """A whole path ends with the document's own name, or with an extension; anything else is a folder."""
    above, last = split_path(row.target)
    is_path = not row.target.rstrip().endswith("/") and (
        last == split_path(row.source)[1] or split_extension(last)[1] != ""
    )
    to, name = (above, last) if is_path else (row.target.strip().strip("/"), None)
    return Asked(do="move", at=0, source=row.source.strip().strip("/"), to=to, name=name, row=row.line)


def look_at_mapping(deps: Deps, person: int, source: str, target: str) -> Mapped:
    """Return what fits a path mapping, what does not, and why. Raises ``BadRequest``."""
    with deps.db.transaction() as conn:
        found = _mapped(conn, person, source, target)
    return found[0]


def propose_mapping(deps: Deps, person: int, source: str, target: str) -> int:
    """Make a list that restructures a tree. Raises ``BadRequest``."""
    with deps.db.transaction() as conn:
        _, asks = _mapped(conn, person, source, target)
        if not asks:
            raise BadRequest(
                "No document fits the first pattern.", mend="See at the side what does not, and why."
            )
        title = f"Restructure {source} → {target}"
        list_id = _add(conn, person, "mapping", title, asks, {"from": source, "to": target})
    return _checked(deps, list_id, len(asks))


def _mapped(conn: Connection, person: int, source: str, target: str) -> tuple[Mapped, list[Asked]]:
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
    others: list[tuple[str, str]] = []
    asks: list[Asked] = []
    counts = [0, 0, 0]
    prefix = f"{structure.seen(folder)}/" if folder is not None and structure.seen(folder) else ""
    for number, beneath in documents:
        path = prefix + beneath
        goes = mapping.apply(path)
        if isinstance(goes, NoMatch):
            counts[2] += 1
            others.append((path, goes.why)) if len(others) < SHOWN else None
            continue
        counts[0] += 1
        counts[1] += goes == path
        if goes != path:
            matches.append((path, goes)) if len(matches) < SHOWN else None
            above, name = split_path(goes)
            asks.append(Asked(do="move", at=0, number=number, to=above, name=name))
    mapped = Mapped(matches=matches, others=others, matching=counts[0], staying=counts[1],
                    not_matching=counts[2], lost=mapping.lost)  # fmt: skip
    return mapped, asks


def _literal_start(levels: Sequence[str]) -> list[str]:
    out: list[str] = []
    for level in levels:
        if "{" in level:
            break
        out.append(level)
    return out


def propose_undo(
    deps: Deps,
    person: int,
    list_id: int,
    positions: Sequence[int] | None = None,
    seen: datetime | None = None,
) -> int:
    """Make a list that puts back what another did, all or some of it.

    Raises ``NotFound``, ``NotUndoable``; ``ListChanged`` where it is not the one checked at *seen*.
    """
    with deps.db.transaction() as conn:
        owner = lists.one(conn, list_id, person)
        if owner is None:
            raise NotFound(f"Change {list_id}")
        if seen is not None and owner.checked_at != seen:
            raise ListChanged(list_id)
        done = lists.done_steps(conn, list_id)
        if positions is not None:
            wanted = set(positions)
            done = [step for step in done if step.position in wanted or step.document_id is None]
        asks = _undo_asks(done)
        if not asks or owner.state in ("queued", "running"):
            raise NotUndoable("Nothing of this list was carried out, or it is still running.")
        title = f"Undo: {owner.title.removeprefix('Undo: ')}"
        # what puts back only some of it leaves the rest to be undone
        part = {"part": True} if positions is not None else {}
        undo_id = _add(conn, person, "undo", title, asks, part, undo_of=list_id)
    return _checked(deps, undo_id, len(asks))


def _undo_asks(done: Iterable[DoneStep]) -> list[Asked]:
    """Return the reverse of *done*, which comes latest first; a document's steps in a row are one."""
    asks: list[Asked] = []
    moved: dict[int, int] = {}  # document → where its ask is
    for step in done:
        earlier = (
            moved.get(step.document_id) if step.document_id is not None and step.act == "place" else None
        )
        if earlier is not None:
            asks[earlier] = replace(asks[earlier], into=step.before["folder"], name=step.before["name"])
            continue
        asked = _undo_ask(step)
        if asked is None:
            continue
        if step.act == "place" and step.document_id is not None:
            moved[step.document_id] = len(asks)
        asks.append(asked)
    # folders come back before anything goes into them, and go when everything has left
    return sorted(asks, key=lambda asked: {"make_folder": 0, "remove_folder": 2}.get(asked.do, 1))


def _undo_ask(step: DoneStep) -> Asked | None:
    number, before, after = step.document_id, step.before, step.after
    stands = {"folder": after.get("folder"), "name": after.get("name")}
    if step.act == "place":
        return Asked(do="move", at=0, number=number, into=before["folder"], name=before["name"], expect=stands,
                     record=before.get("record"))  # fmt: skip
    if step.act == "version":
        return Asked(do="unversion", at=0, number=number, into=before["folder"], name=before["name"],
                     expect={"onto": step.onto_id})  # fmt: skip
    if step.act == "correct":
        return Asked(do="correct", at=0, number=number, expect=stands, record=before["record"])
    if step.act == "copy":
        return Asked(do="bin", at=0, number=after["made"], expect=stands, reason="a copy that was undone")
    if step.act == "restore":
        return Asked(do="bin", at=0, number=number, expect=stands, into=before["folder"], name=before["name"],
                     reason=before.get("reason"))  # fmt: skip
    if step.act == "bin":
        return Asked(do="restore", at=0, number=number, into=before["folder"], name=before["name"], expect={})
    if step.act == "make_folder":
        return Asked(do="remove_folder", at=0, folder=step.folder_id or after["made"], expect={})
    if step.act == "remove_folder":
        return Asked(
            do="make_folder", at=0, folder=step.folder_id, into=before["parent"], name=before["name"]
        )
    if step.act == "place_folder":
        return Asked(do="move_folder", at=0, folder=step.folder_id, into=before["parent"], name=before["name"],
                     expect={"parent": after["parent"], "name": after["name"]})  # fmt: skip
    return None


def _add(
    conn: Connection, person: int, origin: str, title: str, asks: Sequence[Asked], ask: dict[str, Any],
    undo_of: int | None = None,
) -> int:  # fmt: skip
    if not asks:
        raise BadRequest("Nothing is chosen.", mend="Choose documents or folders.")
    if len(asks) > MOST_STEPS:
        raise BadRequest(
            f"{len(asks):,} steps are more than {MOST_STEPS:,}.", mend="Make several lists of them."
        )
    list_id = lists.add(conn, title=title, origin=origin, person=person, ask=ask, undo_of=undo_of)
    lists.put_steps(
        conn, list_id,
        (NewStep(position=at, act=one.act, asked=replace(one, at=at).kept) for at, one in enumerate(asks, 1)),
    )  # fmt: skip
    if len(asks) > AT_ONCE:
        lists.set_wish(conn, list_id, "check")
    return list_id


def _checked(deps: Deps, list_id: int, steps: int) -> int:
    if steps <= AT_ONCE:
        check_list(deps, list_id)
    return list_id
