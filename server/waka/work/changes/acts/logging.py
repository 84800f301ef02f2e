"""The logbook line of a step."""

from __future__ import annotations

from typing import Any

from psycopg import Connection

from waka.core.changes.step import Step
from waka.drive.tree import shown
from waka.records.changes.lists import ChangeList
from waka.records.finding import logbook


def log(conn: Connection, step: Step, owner: ChangeList, action: str, **ends: Any) -> None:
    told = {
        "number": step.document, "from_path": shown(step.from_path), "to_path": shown(step.to_path), **ends,
    }  # fmt: skip
    logbook.add(conn, action, person=owner.person_id, list_id=step.list_id, **told)
