"""What is true of a paper, and how it is written down beside the files."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date
from decimal import Decimal


@dataclass(slots=True, kw_only=True)
class Paper:
    """One paper: its bytes, and what a person who reads it with care would write on its slip."""

    layout: str
    kind: str
    data: bytes
    suffix: str = ".pdf"
    who: str | None = None
    when: date | None = None
    reference: str | None = None
    amount: Decimal | None = None
    currency: str | None = None
    due: date | None = None
    expires: date | None = None
    learner: str | None = None
    assignment: str | None = None
    language: str = "en"
    source: str = "digital"  #: digital, scan or photo
    boxes: dict[str, list[float]] = field(default_factory=dict)
    accept: dict[str, list[str]] = field(default_factory=dict)  #: other answers that are right too

    def told(self, path: str) -> dict[str, object]:
        def text(value: object) -> str | None:
            return None if value is None else str(value)

        return {
            "path": path, "kind": self.kind, "who": self.who, "when": text(self.when), "reference": self.reference,
            "amount": text(self.amount), "currency": self.currency, "due_date": text(self.due),
            "expiry_date": text(self.expires), "learner": self.learner, "title": self.assignment,
            "language": self.language, "source": self.source,
            "has_text_layer": self.source == "digital" and self.suffix != ".jpg",
            "accept": self.accept, "boxes": self.boxes, "hard": [], "notes": {"layout": self.layout},
        }  # fmt: skip
