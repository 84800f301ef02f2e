"""Writing down what came of a step: the record, the search words, the logbook. Each in its transaction."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from psycopg import Connection

from waka.core.names import name_key
from waka.drive.tree import FileStat, shown
from waka.records import access, arrivals, changes, documents, folders, logbook, outside, search, versions
from waka.records.changes import ChangeList, Placed, Step

from . import recording_versions, records_json, storing

Recorder = Callable[[Connection, Step, FileStat, ChangeList], None]


def record_done(conn: Connection, step: Step, found: FileStat) -> None:
    """Write down that *step* has happened."""
    owner = changes.lock_list(conn, step.list_id)
    assert owner is not None
    _RECORDERS[step.act](conn, step, found, owner)
    unneeded = storing.unneeded_after([step])
    if unneeded:
        versions.make_due(conn, unneeded)
    if owner.undo_of is not None:
        changes.set_undone(conn, owner.undo_of, step.list_id)
    changes.settle_step(conn, step, "done")


def _number(step: Step) -> int:
    assert step.document_id is not None
    return step.document_id


def _folder(step: Step) -> int:
    assert step.folder_id is not None
    return step.folder_id


def _log(conn: Connection, step: Step, owner: ChangeList, action: str, **ends: Any) -> None:
    logbook.add(
        conn, action, number=step.document_id, person=owner.person_id, list_id=step.list_id,
        **{"from_path": shown(step.from_path), "to_path": shown(step.to_path), **ends},
    )  # fmt: skip


def _filed(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    after = step.after
    documents.file(
        conn, number=_number(step), folder=after["folder"], name=after["name"],
        conforms=after["conforms"], inode=found.inode, modified_ns=found.modified_ns,
        record=records_json.record_of(after["record"]), person=owner.person_id,
    )  # fmt: skip
    arrivals.remove(conn, _number(step))
    search.refresh(conn, [_number(step)])
    action = "uploaded" if owner.origin == "upload" else "filed"
    _log(conn, step, owner, action, to_folder=after["folder"], point=step.before["arrival_point"])


def _unfiled(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    after: dict[str, Any] = step.after
    documents.unfile(
        conn, number=_number(step), name=after["name"], inode=found.inode,
        modified_ns=found.modified_ns, person=owner.person_id,
    )  # fmt: skip
    arrivals.add(
        conn, number=_number(step), point=after["arrival_point"], path=step.to_path,
        slip=after["slip"], bound_for=after.get("bound_for"),
    )  # fmt: skip
    search.remove(conn, _number(step))
    _log(conn, step, owner, "unfiled", from_folder=step.before["folder"], to_folder=after.get("bound_for"),
         point=after["arrival_point"])  # fmt: skip


def record_placed(
    conn: Connection, steps: Sequence[Step], found: Sequence[FileStat], owner: ChangeList
) -> None:
    """Write down of many steps at once that their documents stand at their targets."""
    placed = [
        Placed(
            step=step, inode=file.inode, modified_ns=file.modified_ns, from_told=shown(step.from_path),
            to_told=shown(step.to_path),
            key=name_key(step.after["name"]) if step.after["name"] != step.before["name"] else None,
        )
        for step, file in zip(steps, found, strict=True)
    ]  # fmt: skip
    for step in steps:
        if step.act == "restore":
            documents.take_from_bin(conn, _number(step))
    changes.place_many(conn, placed, owner.person_id)
    if owner.at_once:
        search.refresh(conn, [_number(step) for step in steps])
        return
    # the words of a name, and of fields with it, follow in the background: they cost more than the moves
    changed = [
        p.step for p in placed if p.key is not None or p.step.act == "restore" or "record" in p.step.after
    ]
    outside.search_due(conn, [_number(step) for step in changed])


def _placed(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    record_placed(conn, [step], [found], owner)


def _corrected(conn: Connection, step: Step, _: FileStat, owner: ChangeList) -> None:
    after = step.after
    documents.place(
        conn, number=_number(step), folder=after["folder"], name=after["name"],
        conforms=after["conforms"], inode=step.inode, modified_ns=step.modified_ns,
        record=records_json.record_of(after["record"]), person=owner.person_id,
    )  # fmt: skip
    search.refresh(conn, [_number(step)])
    _log(conn, step, owner, "corrected", to_folder=step.after["folder"], from_path=None)


def _copied(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    after = step.after
    number = documents.copy(
        conn, source=_number(step), folder=after["folder"], name=after["name"],
        conforms=after["conforms"], inode=found.inode, modified_ns=found.modified_ns,
        size=step.size, sha256=step.sha256, record=records_json.record_of(after["record"]),
        person=owner.person_id,
    )  # fmt: skip
    search.refresh(conn, [number])
    changes.set_result(conn, step, number)
    logbook.add(
        conn, "copied", number=number, person=owner.person_id, list_id=step.list_id,
        from_path=shown(step.from_path), to_path=shown(step.to_path),
        from_folder=step.before["folder"], to_folder=after["folder"], reason=f"from No. {step.document_id}",
    )  # fmt: skip


def _binned(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    reason = step.after.get("reason")
    documents.put_in_bin(
        conn, number=_number(step), path=step.to_path, person=owner.person_id, reason=reason,
        folder=step.after.get("folder"), name=step.after.get("name"),
    )  # fmt: skip
    search.remove(conn, _number(step))
    _log(conn, step, owner, "binned", from_folder=step.before["folder"], to_path=None, reason=reason)


def _folder_made(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    after = step.after
    if step.folder_id is not None:  # one that was removed comes back
        folders.bring_back(conn, step.folder_id, found.inode)
        made = step.folder_id
    else:
        made = folders.make(conn, after["parent"], after["name"], found.inode)
        changes.set_result(conn, step, made)
    logbook.add(
        conn, "folder_made", folder=made, person=owner.person_id, list_id=step.list_id,
        to_path=shown(step.to_path), to_folder=made,
    )  # fmt: skip


def _folder_placed(conn: Connection, step: Step, _: FileStat, owner: ChangeList) -> None:
    folder = _folder(step)
    folders.place(conn, folder, step.after["parent"], step.after["name"])
    moved = step.before["parent"] != step.after["parent"]
    if moved:
        access.settle_beneath(conn, folder)
    logbook.add(
        conn, "folder_moved" if moved else "folder_renamed", folder=folder, person=owner.person_id,
        list_id=step.list_id, from_path=shown(step.from_path), to_path=shown(step.to_path),
        from_folder=step.before["parent"] if moved else None, to_folder=folder,
    )  # fmt: skip


def _folder_removed(conn: Connection, step: Step, _: FileStat, owner: ChangeList) -> None:
    folders.remove(conn, _folder(step))
    logbook.add(
        conn, "folder_removed", folder=step.folder_id, person=owner.person_id, list_id=step.list_id,
        from_path=shown(step.from_path), from_folder=step.folder_id,
    )  # fmt: skip


_RECORDERS: dict[str, Recorder] = {
    "file": _filed, "unfile": _unfiled, "place": _placed, "correct": _corrected, "copy": _copied,
    "bin": _binned, "restore": _placed, "make_folder": _folder_made,
    "place_folder": _folder_placed, "remove_folder": _folder_removed,
    "version": recording_versions.versioned, "unversion": recording_versions.unversioned,
    "revert": recording_versions.reverted, "destroy": recording_versions.destroyed,
}  # fmt: skip


def record_lost(conn: Connection, step: Step, reason: str) -> None:
    """Write down that what *step* was about is at neither of its ends."""
    changes.settle_step(conn, step, "failed", reason)
    if step.document_id is not None:
        if step.from_place == "bin":
            documents.take_from_bin(conn, step.document_id)
        documents.gone(conn, step.document_id)
        arrivals.remove(conn, step.document_id)
        search.remove(conn, step.document_id)
        log_settled(conn, step, "gone", reason)
    else:
        log_settled(conn, step, "put_back", reason)


def log_settled(conn: Connection, step: Step, action: str, reason: str) -> None:
    """Note an interrupted step in the logbook, for those who may see its ends."""
    logbook.add(
        conn, action, number=step.document_id, folder=step.folder_id, list_id=step.list_id,
        from_path=shown(step.from_path) if step.from_place != "bin" else None,
        to_path=shown(step.to_path) if step.to_place != "bin" else None, reason=reason,
        from_folder=step.before.get("folder") or step.before.get("parent"),
        to_folder=step.after.get("folder") or step.after.get("parent"),
        point=step.before.get("arrival_point") or step.after.get("arrival_point"),
    )  # fmt: skip
