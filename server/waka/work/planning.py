"""From what a person asks to the steps that do it, with the rights that each needs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from typing import TYPE_CHECKING, Any

from psycopg import Connection

from waka.core.changes.check import Spot, Subject
from waka.core.names import to_bytes
from waka.errors import BadRequest, ChangedMeanwhile, FolderNotEmpty, NotAllowed, NotFound, SlipIncomplete
from waka.records import documents, folders, naming
from waka.records.documents import Filed, Record
from waka.records.folders import Folder

from .reading_names import Reading
from .records_json import record_json
from .slips import Naming, Slip, understand

if TYPE_CHECKING:
    from .changing import Ask

MAY_FILE = ("filer", "keeper")


@dataclass(frozen=True, slots=True, kw_only=True)
class Draft:
    """A step before it has a list."""

    act: str
    subject: Subject  #: ("folder", 0) for a folder that is still to be made
    source: Spot | None = None
    target: Spot | None = None
    target_path: str | None = None  #: of the folder that the target is in
    from_place: str = "drive"
    from_path: bytes = b""
    to_place: str = "drive"
    size: int = 0
    sha256: bytes = b""
    inode: int = 0
    modified_ns: int = 0
    from_access: int | None = None
    to_access: int | None = None
    before: dict[str, Any] = field(default_factory=dict)
    after: dict[str, Any] = field(default_factory=dict)

    @property
    def to_path(self) -> bytes:
        """Where it goes; empty for the bin, where it gets a name of its list's own."""
        if self.target is None or self.target_path is None:
            return b"" if self.to_place == "bin" else self.from_path
        return to_bytes(f"{self.target_path}/{self.target.name}" if self.target_path else self.target.name)

    def at(self, target: Spot | None, house: Reading) -> Draft:
        """Return the step with another name at its target: one that was numbered."""
        if target is None or target == self.target:
            return self
        after = {**self.after, "name": target.name}
        if "conforms" in after:
            after["conforms"] = house.conforms(target.name)
        return replace(self, target=target, after=after)


def plan(conn: Connection, person: int, ask: Ask) -> tuple[str, list[Draft]]:
    """Return a title and the steps that *ask* comes to, each checked for what the person may do."""
    if ask.act in ("make_folder", "rename_folder", "move_folder", "remove_folder"):
        return _folder_plan(conn, person, ask)
    if not ask.documents:
        raise BadRequest("No document is chosen.", mend="Choose one or more.")
    numbers = sorted(set(ask.documents))
    if ask.act == "restore":
        found: Sequence[Filed] = [_binned(conn, number, person) for number in numbers]
    else:
        found = [_filed(conn, number, person) for number in numbers]
    changed = [one for one in found if ask.editions.get(one.id, one.edition) != one.edition]
    if changed:
        raise ChangedMeanwhile([(one.id, f"{one.folder_path}/{one.name}".lstrip("/")) for one in changed])
    planner = {"move": _move, "copy": _move, "rename": _rename, "bin": _bin, "restore": _restore,
               "correct": _correct}[ask.act]  # fmt: skip
    return planner(conn, person, ask, found)


def _filed(conn: Connection, number: int, person: int) -> Filed:
    found = documents.lock_filed(conn, number, person)
    if found is None:
        raise NotFound(f"No. {number}")
    return found


def _binned(conn: Connection, number: int, person: int) -> documents.Binned:
    found = documents.lock_binned(conn, number, person)
    if found is None or found.right not in MAY_FILE:
        raise NotFound(f"No. {number} in the bin")
    return found


def _assert_may_file(found: Filed) -> None:
    if found.right not in MAY_FILE:
        raise NotAllowed(
            f"You may look into “{found.folder_path or 'Drive'}” but not change anything there.",
            mend="Ask one of its keepers.",
        )


def _destination(conn: Connection, folder: int | None, person: int) -> Folder:
    found = folders.lock(conn, folder, person) if folder is not None else None
    if found is None:
        raise NotFound("The folder")
    if found.right not in MAY_FILE:
        raise NotAllowed(
            f"You may look into “{found.path or 'Drive'}” but not file there.", mend="Choose another folder."
        )
    return found


def _of(found: Filed, act: str, **more: Any) -> Draft:
    """Return a step about a document as it stands."""
    before = {"folder": found.folder_id, "name": found.name, "conforms": found.conforms,
              "record": record_json(found.record)}  # fmt: skip
    after = {**before, **more.pop("after", {})}
    before |= more.pop("before", {})
    base: dict[str, Any] = {
        "source": Spot(folder=found.folder_id, name=found.name), "from_path": to_bytes(found.path),
        "from_access": found.access_id, "to_access": found.access_id,
    }  # fmt: skip
    return Draft(
        act=act, subject=("document", found.id), size=found.size, sha256=found.sha256, inode=found.inode,
        modified_ns=found.modified_ns, before=before, after=after, **(base | more),
    )  # fmt: skip


def _what(found: Sequence[Filed]) -> str:
    return found[0].name if len(found) == 1 else f"{len(found)} documents"


def _move(conn: Connection, person: int, ask: Ask, found: Sequence[Filed]) -> tuple[str, list[Draft]]:
    target = _destination(conn, ask.folder, person)
    if ask.act == "move":
        for one in found:
            _assert_may_file(one)
    drafts = [
        _of(one, "place" if ask.act == "move" else "copy", target=Spot(folder=target.id, name=one.name),
            target_path=target.path, to_access=target.access_id, after={"folder": target.id})
        for one in found
    ]  # fmt: skip
    verb = "Move" if ask.act == "move" else "Copy"
    return f"{verb} {_what(found)} to {target.path or 'Drive'}", drafts


def _rename(conn: Connection, person: int, ask: Ask, found: Sequence[Filed]) -> tuple[str, list[Draft]]:
    if len(found) != 1:
        raise BadRequest("One document at a time has a new name typed.", mend="Choose one.")
    one = found[0]
    _assert_may_file(one)
    read, conforms = Reading.load(conn).read(ask.name, one.kind)
    record = one.record
    if conforms:  # the name says who, when and what: the fields follow it
        record = replace(read, kind=one.kind, amount=read.amount or one.amount)
    after = {"name": ask.name, "conforms": conforms, "record": record_json(record)}
    draft = _of(one, "place", target=Spot(folder=one.folder_id, name=ask.name),
                target_path=one.folder_path, after=after)  # fmt: skip
    return f"Rename {one.name}", [draft]


def _bin(conn: Connection, person: int, ask: Ask, found: Sequence[Filed]) -> tuple[str, list[Draft]]:
    for one in found:
        _assert_may_file(one)
    reason = {"reason": ask.reason.strip() or None}
    return f"Bin {_what(found)}", [_of(one, "bin", to_place="bin", after=reason) for one in found]


def _restore(conn: Connection, person: int, ask: Ask, found: Sequence[Filed]) -> tuple[str, list[Draft]]:
    drafts = []
    for one in found:
        assert isinstance(one, documents.Binned)
        if ask.folder is None and not one.folder_is_there:
            raise BadRequest(
                f"The folder of “{one.name}” is no longer there: {one.folder_path}.",
                mend="Choose where to restore it.",
            )
        target = _destination(conn, ask.folder if ask.folder is not None else one.folder_id, person)
        drafts.append(
            _of(one, "restore", source=None, from_place="bin", from_path=one.bin_path, before=_binned_as(one),
                target=Spot(folder=target.id, name=one.name), target_path=target.path,
                to_access=target.access_id, after={"folder": target.id})
        )  # fmt: skip
    return f"Restore {_what(found)}", drafts


def _binned_as(one: documents.Binned) -> dict[str, Any]:
    """Return where a document was binned from, and why: an undo of its restoring puts it back so."""
    return {"folder": one.folder_id, "name": one.name, "reason": one.reason}


def _correct(conn: Connection, person: int, ask: Ask, found: Sequence[Filed]) -> tuple[str, list[Draft]]:
    """Other fields; and where a name is sent along, the name that comes of them."""
    if len(found) != 1 or ask.fields is None:
        raise BadRequest("One document at a time is corrected.", mend="Choose one.")
    one = found[0]
    _assert_may_file(one)
    house = Naming.load(conn).seen_by(conn, person)
    record = _corrected(conn, ask.fields, house)
    if not ask.name or ask.name == one.name:
        return f"Correct {one.name}", [_of(one, "correct", after={"record": record_json(record)})]
    conforms = Reading.load(conn).conforms(ask.name)
    after = {"name": ask.name, "conforms": conforms, "record": record_json(record)}
    return f"Correct and rename {one.name}", [
        _of(one, "place", target=Spot(folder=one.folder_id, name=ask.name),
            target_path=one.folder_path, after=after)
    ]  # fmt: skip


def _corrected(conn: Connection, slip: Slip, house: Naming) -> Record:
    understood = understand(slip, house, date.today())  # noqa: DTZ011 - "12 3" means this year's, where the office is
    if understood.problems:
        raise SlipIncomplete([(problem.field, problem.message) for problem in understood.problems])
    who = understood.who
    party = naming.add_party(conn, who.name, who.short or who.proposed) if who else None
    return Record(
        kind=understood.kind, party=party, when=understood.when, what=understood.what,
        reference=understood.reference, amount=understood.amount,
    )  # fmt: skip


def _folder_plan(conn: Connection, person: int, ask: Ask) -> tuple[str, list[Draft]]:
    if ask.act == "make_folder":
        return _make_folder(conn, person, ask)
    found = folders.lock(conn, ask.folder, person) if ask.folder is not None else None
    if found is None or found.parent_id is None:
        raise NotFound("The folder")
    if found.right != "keeper":
        raise NotAllowed(f"Only a keeper of “{found.path}” may rearrange it.", mend="Ask one of its keepers.")
    if ask.act == "remove_folder":
        if folders.holds_anything(conn, found.id):
            raise FolderNotEmpty(found.path)
        return f"Remove {found.path}", [_of_folder(found, "remove_folder")]
    into = ask.into if ask.act == "move_folder" else found.parent_id
    above = folders.lock(conn, into, person) if into is not None else None
    if above is None:
        raise NotFound("The folder")
    if above.right != "keeper":
        raise NotAllowed(
            f"Only a keeper of “{above.path or 'Drive'}” may rearrange it.", mend="Ask one of its keepers."
        )
    if found.id in folders.above(conn, above.id):
        raise BadRequest(f"“{found.path}” cannot go into itself.", mend="Choose another folder.")
    name = ask.name if ask.act == "rename_folder" else found.name
    target = {"target": Spot(folder=above.id, name=name), "target_path": above.path,
              "to_access": found.access_id if found.own_access else above.access_id,
              "after": {"parent": above.id, "name": name}}  # fmt: skip
    verb = "Rename" if ask.act == "rename_folder" else "Move"
    return f"{verb} {found.path}", [_of_folder(found, "place_folder", **target)]


def _make_folder(conn: Connection, person: int, ask: Ask) -> tuple[str, list[Draft]]:
    above = _destination(conn, ask.folder, person)
    name = ask.name.strip()
    draft = Draft(
        act="make_folder", subject=("folder", 0), target=Spot(folder=above.id, name=name),
        target_path=above.path, after={"parent": above.id, "name": name},
    )  # fmt: skip
    return f"Make {above.path}/{name}".replace(" /", " "), [draft]


def _of_folder(found: Folder, act: str, **more: Any) -> Draft:
    base: dict[str, Any] = {
        "source": Spot(folder=found.parent_id or 0, name=found.name), "from_path": to_bytes(found.path),
        "inode": found.inode or 0, "from_access": found.access_id, "to_access": found.access_id,
        "before": {"parent": found.parent_id, "name": found.name},
    }  # fmt: skip
    return Draft(act=act, subject=("folder", found.id), **(base | more))
