"""Undoing: another list, made from the steps of the first, in reverse, checked against today's drive.

What was changed since is said and left alone; what can go back goes back.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from typing import Any

from psycopg import Connection

from waka.core.names import to_bytes
from waka.drive.folders import folder_inode
from waka.drive.incoming import free_name
from waka.drive.tree import shown
from waka.drive.versions import stored_path
from waka.errors import DatabaseAway, NotAllowed, NotFound, NotUndoable, StepInMotion, UndoIsAList
from waka.records import changes, documents, folders, listing, logbook, versions
from waka.records.changes import Step
from waka.records.documents import Filed
from waka.records.folders import Folder
from waka.records.versions import Kept

from . import engine, proposing
from .deps import Deps
from .filing import settle_after_loss
from .holding import at_work
from .records_json import known_json

MAY_FILE = ("filer", "keeper")


@dataclass(frozen=True, slots=True, kw_only=True)
class Undone:
    list_id: int
    number: int | None  #: of the first document that went back
    path: str  #: where it stands now; '' where nothing stands any more
    title: str
    count: int
    left: list[str] = field(default_factory=list)  #: what was left alone, and why


@dataclass(frozen=True, slots=True)
class _At:
    """Where and for whom a step is reversed."""

    deps: Deps
    conn: Connection
    person: int


class _LeftAlone(Exception):
    """Why a step is not undone."""


def undo_last(deps: Deps, person: int) -> Undone:
    """Undo what this person did last. Raises ``NotUndoable`` where there is nothing, and as ``undo``."""
    with deps.db.transaction() as conn:
        last = logbook.last_own_list(conn, person)
    if last is None:
        raise NotUndoable("There is nothing of yours to undo.", mend="See the logbook for what others did.")
    return undo(deps, person, last)


def undo(deps: Deps, person: int, list_id: int) -> Undone:
    """Put back what a list changed. Raises ``NotUndoable`` with the reason, and as its steps do.

    What was done by hand goes back at once. What a runner did, whose steps may lean on one another, goes back
    by a checked list: raises ``UndoIsAList`` with its number.
    """
    with deps.db.transaction() as conn:
        owner = changes.lock_list(conn, list_id)
    if owner is not None and not owner.at_once and owner.origin != "undo":
        if owner.undone_by is not None:
            raise NotUndoable("This was already undone.", mend="Look for the documents in the logbook.")
        raise UndoIsAList(proposing.propose_undo(deps, person, list_id))
    undo_id = None
    first = 0
    try:
        with at_work(deps) as (conn, hold):
            with conn.transaction():
                title, steps, left = _intend(deps, conn, person, list_id)
                undo_id = steps[0].list_id
                first = steps[0].document_id or 0
                hold(undo_id)
            engine.run(deps, conn, undo_id)
    except DatabaseAway as error:
        settle_after_loss(deps, undo_id, first, error)
    return Undone(
        list_id=steps[0].list_id, number=steps[0].document_id, title=title, count=len(steps), left=left,
        path=shown(steps[0].to_path) if steps[0].to_place != "bin" else "",
    )  # fmt: skip


def _intend(deps: Deps, conn: Connection, person: int, list_id: int) -> tuple[str, list[Step], list[str]]:
    owner = changes.lock_list(conn, list_id)
    done = [step for step in changes.steps(conn, list_id) if step.state == "done"] if owner else []
    if owner is None or not (done or owner.person_id == person):
        raise NotFound(f"Change {list_id}")
    if done:
        _assert_may(conn, person, done[0], list_id)
    if not done or owner.origin == "undo" or owner.state == "running":
        raise NotUndoable("This was not carried out, so there is nothing to undo.")
    if owner.undone_by is not None:
        raise NotUndoable(
            "This was already undone.", mend="Look for the document on the desk or in the logbook."
        )
    reversed_steps, left = [], []
    for step in reversed(done):
        try:
            reversed_steps.append(_REVERSE.get(step.act, _for_good)(_At(deps, conn, person), step))
        except _LeftAlone as error:
            left.append(str(error))
    if not reversed_steps:
        raise NotUndoable(f"{left[0]}; it is left alone.", mend="Undo the later change first.")
    title = f"Undo: {owner.title}"
    undo_id = changes.add_list(conn, title=title, origin="undo", person=person, undo_of=list_id)
    steps = [replace(step, list_id=undo_id, position=at) for at, step in enumerate(reversed_steps, 1)]
    steps = [_into_bin(step) if step.act == "bin" else step for step in steps]
    for step in steps:
        changes.intend(conn, step)
    return owner.title, steps, left


def _into_bin(step: Step) -> Step:
    return replace(step, to_path=f".waka/bin/{step.list_id}-{step.position}".encode())


def _assert_may(conn: Connection, person: int, step: Step, list_id: int) -> None:
    """Raise where the person may not know of the list, or not change what it changed."""
    number = _subject(step)
    if number is not None:
        found = documents.one(conn, number, person)
        right = found.right if found else None
    else:
        # of a folder: it itself, or, where it is gone, the one it stood in
        right = next(
            (f.right for f in map(lambda i: folders.one(conn, i, person), _folders_of(step)) if f), None
        )
    if right is None:
        raise NotFound(f"Change {list_id}")
    if right not in MAY_FILE:
        raise NotAllowed("You may look here, but not change anything.")


def _subject(step: Step) -> int | None:
    made = step.after.get("made") if step.act == "copy" else None
    return int(made) if made else step.onto_id or step.document_id


def _folders_of(step: Step) -> list[int]:
    told = [step.after.get("made"), step.folder_id, step.before.get("parent"), step.after.get("parent")]
    return [int(folder) for folder in told if folder]


def _still(conn: Connection, person: int, step: Step, number: int) -> Filed:
    """Return the document where *step* left it. Raises ``_LeftAlone``, ``StepInMotion``."""
    now = documents.lock_filed(conn, number, person)
    folder, name = step.after["folder"], step.after["name"]
    if now is None or (now.folder_id, now.name) != (folder, name):
        raise _LeftAlone(f"No. {number} has been moved or renamed since")
    if now.right not in MAY_FILE:
        raise _LeftAlone(f"No. {number} is where you may not change anything")
    if changes.is_in_motion(conn, number):
        raise StepInMotion(number)
    return now


def _target(conn: Connection, person: int, folder: int, name: str, number: int) -> tuple[Folder, bytes]:
    """Return the folder that something goes back to, where its old name is free."""
    found = folders.lock(conn, folder, person)
    if found is None:
        raise _LeftAlone(f"The folder where No. {number} was is no longer there")
    if found.right not in MAY_FILE:
        raise _LeftAlone(f"No. {number} was where you may not file any more")
    there = listing.standing(conn, folder=folder, person=person, names=[name])
    # a twin of the name stood beside it before, or is the lesser evil: what was there comes back as it was
    if any(e.name == name and (e.is_folder or e.id != number) for e in there):
        raise _LeftAlone(f"“{name}” stands again where No. {number} was")
    return found, to_bytes(f"{found.path}/{name}" if found.path else name)


def _step(now: Filed, act: str, **more: Any) -> Step:
    base: dict[str, Any] = {
        "list_id": 0, "position": 0, "act": act, "document_id": now.id, "folder_id": None,
        "from_place": "drive", "from_path": to_bytes(now.path), "to_place": "drive",
        "to_path": to_bytes(now.path), "state": "intended", "size": now.size, "sha256": now.sha256,
        "inode": now.inode, "modified_ns": now.modified_ns, "failure": None,
    }  # fmt: skip
    return Step(**(base | more))


def _unfile(at: _At, step: Step) -> Step:
    assert step.document_id is not None
    now = _still(at.conn, at.person, step, step.document_id)
    above, _, last = step.from_path.rpartition(b"/")
    back = (above + b"/" if above else b"") + free_name(at.deps.arrivals, above, last)
    return _step(
        now, "unfile", to_place="arrivals", to_path=back,
        before={"folder": now.folder_id, "name": now.name},
        after={"name": step.before["name"], "slip": step.before["slip"],
               "arrival_point": step.before["arrival_point"], "bound_for": step.before.get("bound_for")},
    )  # fmt: skip


def _unplace(at: _At, step: Step) -> Step:
    assert step.document_id is not None
    now = _still(at.conn, at.person, step, step.document_id)
    _, path = _target(at.conn, at.person, step.before["folder"], step.before["name"], now.id)
    return _step(now, "place", to_path=path, before=step.after, after=step.before)


def _uncorrect(at: _At, step: Step) -> Step:
    assert step.document_id is not None
    now = _still(at.conn, at.person, step, step.document_id)
    return _step(now, "correct", before=step.after, after=step.before)


def _uncopy(at: _At, step: Step) -> Step:
    now = _still(at.conn, at.person, step, int(step.after["made"]))
    after = {**step.after, "reason": "a copy that was undone"}
    return _step(now, "bin", to_place="bin", before=step.after, after=after)


def _unbin(at: _At, step: Step) -> Step:
    assert step.document_id is not None
    binned = documents.lock_binned(at.conn, step.document_id, at.person)
    if binned is None:
        raise _LeftAlone(f"No. {step.document_id} is not in the bin any more")
    _, path = _target(at.conn, at.person, step.before["folder"], step.before["name"], binned.id)
    return _step(binned, "restore", from_place="bin", from_path=binned.bin_path, to_path=path,
                 before=step.after, after=step.before)  # fmt: skip


def _unrestore(at: _At, step: Step) -> Step:
    assert step.document_id is not None
    now = _still(at.conn, at.person, step, step.document_id)
    # back to where it was binned from, for the reason that it was binned for
    return _step(now, "bin", to_place="bin", before=step.after, after=step.before)


def _unversion(at: _At, step: Step) -> Step:
    """What was filed onto a document goes back to where it came from, and the earlier bytes come back."""
    assert step.document_id is not None
    assert step.onto_id is not None
    now = _still(at.conn, at.person, step, step.onto_id)
    kept = versions.kept_before(at.conn, [step.onto_id]).get(step.onto_id)
    if kept is None or kept.came_as != step.document_id:
        raise _LeftAlone(f"No. {step.onto_id} has another version by now")
    common: dict[str, Any] = {
        "document_id": step.document_id, "onto_id": now.id, "before": {"folder": now.folder_id, "name": now.name},
    }  # fmt: skip
    onto = {"onto": known_json(kept), "onto_record": step.before.get("onto_record")}
    if step.from_place == "arrivals":
        above, _, last = step.from_path.rpartition(b"/")
        back = (above + b"/" if above else b"") + free_name(at.deps.arrivals, above, last)
        kept_slip = {key: step.before.get(key) for key in ("name", "slip", "arrival_point", "bound_for")}
        return _step(
            now, "unversion", to_place="arrivals", to_path=back, after={**onto, **kept_slip}, **common
        )
    _, path = _target(at.conn, at.person, step.before["folder"], step.before["name"], step.document_id)
    spot = {"folder": step.before["folder"], "name": step.before["name"]}
    return _step(now, "unversion", to_path=path, after={**onto, **spot}, **common)


def _unrevert(at: _At, step: Step) -> Step:
    """The version that was the newest before becomes it again; what was done stays in the history."""
    assert step.document_id is not None
    now = _still(at.conn, at.person, step, step.document_id)
    kept = versions.kept_before(at.conn, [now.id]).get(now.id)
    if kept is None or kept.sha256.hex() != step.before["onto"]["sha256"]:
        raise _LeftAlone(f"No. {now.id} has another version by now")
    return revert_step(now, kept)


def revert_step(now: Filed, kept: Kept) -> Step:
    """Return the step that makes an earlier version the newest."""
    spot: dict[str, Any] = {"folder": now.folder_id, "name": now.name}
    return _step(
        now, "revert", from_place="versions", from_path=stored_path(kept.sha256), size=kept.size, sha256=kept.sha256,
        inode=0, modified_ns=kept.modified_ns, before={**spot, "onto": known_json(now)},
        after={**spot, "version": kept.version},
    )  # fmt: skip


def _folder_step(deps: Deps, found: Folder, act: str, **more: Any) -> Step:
    path = to_bytes(found.path)
    base: dict[str, Any] = {
        "list_id": 0, "position": 0, "act": act, "document_id": None, "folder_id": found.id,
        "from_place": "drive", "from_path": path, "to_place": "drive", "to_path": path,
        "state": "intended", "size": 0, "sha256": b"", "modified_ns": 0, "failure": None,
        "inode": folder_inode(deps.drive, path) or 0,
    }  # fmt: skip
    return Step(**(base | more))


def _unmake_folder(at: _At, step: Step) -> Step:
    made = step.folder_id or int(step.after["made"])
    found = folders.lock(at.conn, made, at.person)
    if found is None:
        raise _LeftAlone("The folder is no longer there")
    if folders.holds_anything(at.conn, made):
        raise _LeftAlone(f"“{found.path}” has something in it by now")
    return _folder_step(at.deps, found, "remove_folder", before=step.after, after={})


def _unplace_folder(at: _At, step: Step) -> Step:
    assert step.folder_id is not None
    found = folders.lock(at.conn, step.folder_id, at.person)
    if found is None or (found.parent_id, found.name) != (step.after["parent"], step.after["name"]):
        raise _LeftAlone("The folder has been moved or renamed since")
    if found.right != "keeper":
        raise _LeftAlone("You may not rearrange this folder")
    _, path = _target(at.conn, at.person, step.before["parent"], step.before["name"], 0)
    return _folder_step(at.deps, found, "place_folder", to_path=path, before=step.after, after=step.before)


def _unremove_folder(at: _At, step: Step) -> Step:
    above, path = _target(at.conn, at.person, step.before["parent"], step.before["name"], 0)
    return replace(
        _folder_step(at.deps, above, "make_folder", before={}, after=step.before),
        folder_id=step.folder_id, from_path=b"", to_path=path, inode=0,
    )  # fmt: skip


def _for_good(_: _At, step: Step) -> Step:
    raise _LeftAlone(f"No. {step.document_id} cannot come back: it was destroyed, or this was an undo")


_REVERSE: dict[str, Callable[[_At, Step], Step]] = {
    "file": _unfile, "place": _unplace, "correct": _uncorrect, "copy": _uncopy, "bin": _unbin,
    "restore": _unrestore, "make_folder": _unmake_folder, "place_folder": _unplace_folder,
    "remove_folder": _unremove_folder, "version": _unversion, "revert": _unrevert,
}  # fmt: skip
