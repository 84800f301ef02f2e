"""Records as a change step keeps them: JSON that can be read a year later."""

from __future__ import annotations

from datetime import date
from decimal import Decimal
from typing import Any, Protocol

from waka.records.documents import Record


class Bytes(Protocol):
    """What is known of a file, of a document as well as of a kept version."""

    @property
    def size(self) -> int: ...
    @property
    def sha256(self) -> bytes: ...
    @property
    def inode(self) -> int: ...
    @property
    def modified_ns(self) -> int: ...


def record_json(record: Record) -> dict[str, Any]:
    return {
        "kind": record.kind,
        "party": record.party,
        "when": record.when.isoformat() if record.when else None,
        "what": record.what,
        "reference": record.reference,
        "amount": str(record.amount) if record.amount is not None else None,
    }


def known_json(known: Bytes) -> dict[str, Any]:
    """Return what a file is known by; a kept version has an inode of 0."""
    return {
        "size": known.size, "sha256": known.sha256.hex(), "inode": known.inode, "modified_ns": known.modified_ns,
    }  # fmt: skip


def record_of(kept: dict[str, Any]) -> Record:
    return Record(
        kind=kept["kind"],
        party=kept["party"],
        when=date.fromisoformat(kept["when"]) if kept["when"] else None,
        what=kept["what"],
        reference=kept["reference"],
        amount=Decimal(kept["amount"]) if kept["amount"] is not None else None,
    )
