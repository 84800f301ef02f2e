"""What a checked list comes to, counted once, so that looking at it costs nothing."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import Any

from psycopg import Connection

from waka.core.changes.check import TELLS_ONLY
from waka.core.names import readable
from waka.records import survey
from waka.records.lists import NewStep

from .emptied import emptied_folders, moves_of
from .structure import Structure

MOST_FOLDERS = 2_000  #: of the outline before and after
CROWDED = 1_000  #: documents in one folder that make it hard to look through


def summary_of(
    conn: Connection, structure: Structure, rows: Sequence[NewStep], sights: Sequence[dict[str, Any]],
    ask: dict[str, Any],
) -> dict[str, Any]:  # fmt: skip
    """Return the counts by act and by finding, who gains and loses sight, the folders before and after."""
    going = [row for row in rows if row.state == "proposed"]
    findings: Counter[str] = Counter(f["code"] for row in rows for f in row.findings or ())
    blocked = sum(any(f["code"] not in TELLS_ONLY for f in row.findings or ()) for row in rows)
    emptied = emptied_folders(conn, structure, rows) if not ask.get("remove_empty") else []
    return {
        "acts": dict(Counter(row.act for row in going)),
        "findings": dict(findings), "blocked": blocked, "left": len(rows) - len(going), "sight": list(sights),
        "emptied": [readable(structure.path(folder)) for folder in emptied],
        "folders": _outline(conn, structure, rows),
    }  # fmt: skip


def _outline(conn: Connection, structure: Structure, rows: Sequence[NewStep]) -> list[dict[str, Any]]:
    leaves, comes = moves_of(rows)
    made: Counter[str] = Counter()
    for row in rows:
        if row.state == "proposed" and row.act in ("place", "copy", "restore") and row.after.get("make"):
            made[row.after["make"]] += 1
    touched = set(leaves) | set(comes)
    held = survey.counts(conn, touched)
    told = [
        {"path": readable(structure.path(folder)), "folder": folder, "before": held.get(folder, 0),
         "after": held.get(folder, 0) - leaves[folder] + comes[folder]}
        for folder in touched
    ]  # fmt: skip
    told += [{"path": readable(path), "folder": None, "before": 0, "after": n} for path, n in made.items()]
    for one in told:
        one["crowded"] = int(one["after"]) > CROWDED >= int(one["before"])  # type: ignore[call-overload]
    told.sort(key=lambda one: str(one["path"]).casefold())
    return told[:MOST_FOLDERS]
