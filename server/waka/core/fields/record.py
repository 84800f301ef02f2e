"""The fields of a document, as values."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from decimal import Decimal


@dataclass(frozen=True, slots=True, kw_only=True)
class Record:
    """The fields of a document as they are kept."""

    kind: str | None = None
    party: int | None = None
    when: date | None = None
    what: str | None = None
    reference: str | None = None
    amount: Decimal | None = None
