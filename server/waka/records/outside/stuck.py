"""What could not be dealt with, by part of the work: why, how often it was tried, when it will be tried again."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from dataclasses import replace as replaced
from datetime import datetime
from typing import Any

from psycopg import Connection

from waka.core.changes.findings import Said
from waka.core.ids import FolderId, PersonId
from waka.records.changes.said import certainly_said, said_json
from waka.records.database import rows, value
from waka.records.sql import load

SQL = load("outside/stuck")
LONGEST_SUBJECT = 300  #: characters; what is longer is known by its checksum
LONGEST_SHOWN = 600
#: what rests until its time comes; all else is looked at again with every sweep, or stays as it is
TRIED_ON_DEMAND = ("reading", "words", "settling", "lists", "tidying", "names")


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    subject: str  #: a path, a checksum or a number, by part
    shown: str  #: as a person reads it
    reason: Said
    tries: int = 1
    folder: FolderId | None = None  #: where it stands, for its keepers to see; None: those of the whole drive


@dataclass(frozen=True, slots=True, kw_only=True)
class Stuck:
    id: int
    part: str
    shown: str
    reason: Said
    tries: int
    since: datetime
    next_at: datetime

    @property
    def can_be_tried(self) -> bool:
        return self.part in TRIED_ON_DEMAND


def _stuck(reason: Mapping[str, Any], **more: Any) -> Stuck:
    return Stuck(reason=certainly_said(reason), **more)


def bounded(reason: Said) -> Said:
    """Return *reason* with no fact that is longer than a line."""
    return replaced(reason, facts={
        name: shortened(fact) if isinstance(fact, str) else fact for name, fact in reason.facts.items()
    })  # fmt: skip


def shortened(text: str) -> str:
    """Return *text* so that it fits a line: of a path that is too long, both ends."""
    text = text.replace("\0", "�")
    return text if len(text) <= LONGEST_SHOWN else f"{text[:400]} … {text[-180:]}"


def _subject(text: str) -> str:
    clean = text.encode("utf-8", "surrogatepass")
    if len(text) <= LONGEST_SUBJECT and b"\0" not in clean and _is_text(text):
        return text
    return hashlib.sha256(clean).hexdigest()


def _is_text(text: str) -> bool:
    return not any(0xD800 <= ord(letter) <= 0xDFFF for letter in text)


def put(conn: Connection, part: str, item: Item) -> datetime:
    """Write down that *item* failed once more; return when it is due again: the wait doubles, up to a day."""
    found = value(
        conn, SQL["put"],
        {"part": part, "subject": _subject(item.subject), "shown": shortened(item.shown),
         "reason": said_json(bounded(item.reason)), "folder": item.folder},
    )  # fmt: skip
    assert isinstance(found, datetime)
    return found


def replace(conn: Connection, part: str, items: Sequence[Item]) -> None:
    """Write down what of a *part* is stuck now; what is not among *items* is stuck no more."""
    args: dict[str, object] = {
        "part": part, "subjects": [_subject(i.subject) for i in items],
        "shown": [shortened(i.shown) for i in items], "reasons": [said_json(bounded(i.reason)) for i in items],
        "tries": [i.tries for i in items], "folders": [i.folder for i in items],
    }  # fmt: skip
    conn.execute(SQL["clear_others"], args)
    conn.execute(SQL["put_all"], args)


def clear(conn: Connection, part: str, subject: str) -> None:
    conn.execute(SQL["clear"], {"part": part, "subject": _subject(subject)})


def resting(conn: Connection, part: str) -> list[str]:
    """Return the subjects of a part that are not to be tried yet."""
    return [str(found[0]) for found in conn.execute(SQL["resting"], {"part": part})]


def everything(conn: Connection) -> list[Stuck]:
    """Return what is stuck, whoever may know of it: for an administrator's command line."""
    return rows(conn, SQL["everything"], {}, _stuck)


def for_keeper(conn: Connection, person: PersonId) -> list[Stuck]:
    """Return what is stuck where *person* keeps the whole drive."""
    return rows(conn, SQL["for_keeper"], {"person": person}, _stuck)


def try_now(conn: Connection, person: PersonId, id: int) -> str | None:
    """Let what is set aside be due at once; return its subject, or None where *person* keeps no such thing."""
    args: dict[str, object] = {"id": id, "person": person, "parts": list(TRIED_ON_DEMAND)}
    found = value(conn, SQL["try_now"], args)
    return None if found is None else str(found)
