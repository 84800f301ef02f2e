"""How far the looks at the drive are, whole and lately, and what cannot be taken in."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from typing import Any

from psycopg import Connection

from waka.core.changes.findings import Said
from waka.core.ids import PersonId
from waka.records.changes.said import certainly_said, said_json, said_of
from waka.records.database import row, value
from waka.records.outside.stuck import bounded, shortened
from waka.records.sql import load

SQL = load("outside/sweeps")


@dataclass(frozen=True, slots=True, kw_only=True)
class SweepState:
    begun_at: datetime | None
    ended_at: datetime | None
    whole_at: datetime | None  #: when the drive was last looked over completely
    files: int
    to_take: int
    taken: int
    bytes_to_take: int
    bytes_taken: int
    held: Said | None  #: why nothing is written down, where that is so


def begin_sweep(conn: Connection, to_take: int, size: int) -> None:
    conn.execute(SQL["begin_sweep"], {"to_take": to_take, "bytes": size})


def advance_sweep(conn: Connection, taken: int, size: int) -> None:
    conn.execute(SQL["advance_sweep"], {"taken": taken, "bytes": size})


def end_sweep(conn: Connection, files: int) -> None:
    conn.execute(SQL["end_sweep"], {"files": files})


def hold_sweep(conn: Connection, held: Said) -> None:
    """Write down why nothing is followed; when it was last looked over completely stays."""
    conn.execute(SQL["hold_sweep"], {"held": said_json(held)})


def _state(held: Mapping[str, Any] | None, **more: Any) -> SweepState:
    return SweepState(held=said_of(held), **more)


def sweep_state(conn: Connection) -> SweepState:
    found = row(conn, SQL["sweep_state"], {}, _state)
    assert found is not None  # the migration puts one there
    return found


def seconds_since_whole(conn: Connection) -> float | None:
    """Return how long ago the drive was looked over completely, by the database's clock; None: never."""
    found = value(conn, SQL["seconds_since_whole"], {})
    return float(found) if isinstance(found, (int, float, Decimal)) else None


def set_notices(conn: Connection, notices: Sequence[tuple[str, Said, int | None]]) -> None:
    """Replace what is told of the drive by *notices*: path, reason, and the folder whose keepers see it."""
    told = {shortened(path): (said_json(bounded(reason)), folder) for path, reason, folder in notices}
    args: dict[str, object] = {
        "paths": list(told), "reasons": [reason for reason, _ in told.values()],
        "folders": [folder for _, folder in told.values()],
    }  # fmt: skip
    conn.execute(SQL["clear_notices"], args)
    conn.execute(SQL["notice"], args)


def notices(conn: Connection, person: PersonId) -> list[tuple[str, Said]]:
    return [(str(p), certainly_said(r)) for p, r in conn.execute(SQL["notices"], {"person": person})]


def try_sweeping(conn: Connection) -> bool:
    """Take the sole right to sweep; it goes with the connection."""
    return bool(value(conn, SQL["try_sweeping"], {}))


def measure(conn: Connection) -> None:
    """Tell the database to count anew what was added in bulk."""
    conn.execute(SQL["measure"])
