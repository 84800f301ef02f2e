"""Writing down what came of a step that gave a document other bytes, or removed it for good."""

from __future__ import annotations

from typing import Any

from psycopg import Connection

from waka.drive.tree import FileStat, shown
from waka.records import arrivals, documents, logbook, search, versions
from waka.records.changes import ChangeList, Step
from waka.records.documents import File

from . import records_json


def versioned(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    number, onto = _numbers(step)
    versions.keep(conn, onto, owner.person_id)
    versions.newest(conn, onto, _file(step, found), owner.person_id, came_as=number)
    if step.after.get("onto_record") is not None:
        versions.set_fields(conn, onto, records_json.record_of(step.after["onto_record"]))
    arrivals.remove(conn, number)
    documents.take_from_bin(conn, number)
    versions.merge(conn, number, onto, owner.person_id)
    search.remove(conn, number)
    search.refresh(conn, [onto])
    _log(conn, step, owner, "versioned", number=onto, from_path=shown(step.from_path),
         from_folder=step.before.get("folder"), to_folder=step.after["folder"],
         point=step.before.get("arrival_point"), reason=f"No. {number}")  # fmt: skip


def unversioned(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    number, onto = _numbers(step)
    assert found.gave_way is not None  # the file that came by that number stands where it was
    versions.drop_newest(conn, onto, found.inode, found.modified_ns, owner.person_id)
    if step.after.get("onto_record") is not None:
        versions.set_fields(conn, onto, records_json.record_of(step.after["onto_record"]))
    after = step.after
    back = found.gave_way
    if step.to_place == "arrivals":
        documents.unfile(conn, number=number, name=after["name"], inode=back.inode,
                         modified_ns=back.modified_ns, person=owner.person_id)  # fmt: skip
        arrivals.add(conn, number=number, point=after["arrival_point"], path=step.to_path, slip=after["slip"],
                     bound_for=after.get("bound_for"))  # fmt: skip
    else:
        versions.unmerge(conn, number, folder=after["folder"], name=after["name"], inode=back.inode,
                         modified_ns=back.modified_ns, person=owner.person_id)  # fmt: skip
        search.refresh(conn, [number])
    search.refresh(conn, [onto])
    _log(conn, step, owner, "unversioned", number=onto, from_folder=step.before["folder"],
         from_path=shown(step.from_path), to_folder=after.get("folder"), point=after.get("arrival_point"),
         reason=f"No. {number}")  # fmt: skip


def reverted(conn: Connection, step: Step, found: FileStat, owner: ChangeList) -> None:
    assert step.document_id is not None
    versions.keep(conn, step.document_id, owner.person_id)
    versions.newest(
        conn, step.document_id, _file(step, found), owner.person_id, restored=step.after["version"]
    )
    search.refresh(conn, [step.document_id])
    _log(conn, step, owner, "reverted", number=step.document_id, from_path=shown(step.to_path),
         to_folder=step.after["folder"], reason=f"version {step.after['version']}")  # fmt: skip


def destroyed(conn: Connection, step: Step, _: FileStat, owner: ChangeList) -> None:
    assert step.document_id is not None
    documents.take_from_bin(conn, step.document_id)
    versions.forget(conn, step.document_id)
    documents.gone(conn, step.document_id)
    _log(conn, step, owner, "destroyed", number=step.document_id, from_path=step.before["path"],
         from_folder=step.before["folder"], to_path=None)  # fmt: skip


def _numbers(step: Step) -> tuple[int, int]:
    assert step.document_id is not None
    assert step.onto_id is not None
    return step.document_id, step.onto_id


def _file(step: Step, found: FileStat) -> File:
    return File(size=step.size, sha256=step.sha256, inode=found.inode, modified_ns=found.modified_ns)


def _log(conn: Connection, step: Step, owner: ChangeList, action: str, **ends: Any) -> None:
    logbook.add(
        conn, action, person=owner.person_id, list_id=step.list_id,
        **{"to_path": shown(step.to_path), **ends},
    )  # fmt: skip
