"""Records as a change step keeps them: JSON that can be read a year later."""

from __future__ import annotations

from datetime import date
from decimal import Decimal
from typing import Any

from waka.records.documents import Record


def record_json(record: Record) -> dict[str, Any]:
    return {
        "kind": record.kind,
        "party": record.party,
        "when": record.when.isoformat() if record.when else None,
        "what": record.what,
        "reference": record.reference,
        "amount": str(record.amount) if record.amount is not None else None,
    }


def record_of(kept: dict[str, Any]) -> Record:
    return Record(
        kind=kept["kind"],
        party=kept["party"],
        when=date.fromisoformat(kept["when"]) if kept["when"] else None,
        what=kept["what"],
        reference=kept["reference"],
        amount=Decimal(kept["amount"]) if kept["amount"] is not None else None,
    )
