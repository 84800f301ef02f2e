"""What every house of strangers writes its papers with."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from decimal import Decimal

from bench.papers.truth import Paper

CENT = Decimal("0.01")
Made = tuple[
    str, Paper
]  #: HTML for the press, or "" where the paper has its bytes already; and what is true of it


@dataclass(frozen=True, slots=True)
class Firm:
    name: str
    street: str
    town: str
    legal: str = ""  #: its name in small print, where that is another


def accept(firm: Firm) -> dict[str, list[str]]:
    """Return the other answers that are right for whom a paper is from."""
    return {"who": [firm.legal]} if firm.legal else {}


def of_firm(layout: str, kind: str, html: str, firm: Firm, **more: object) -> Made:
    """Return a paper of a firm, whose sums are in pounds where nothing else is said."""
    return html, Paper(
        layout=layout,
        kind=kind,
        data=b"",
        who=firm.name,
        **{"currency": "GBP", "accept": accept(firm), **more},  # type: ignore[arg-type]
    )


def paper(layout: str, kind: str, html: str, who: str, when: date, **more: object) -> Made:
    return html, Paper(layout=layout, kind=kind, data=b"", who=who, when=when, **more)  # type: ignore[arg-type]
