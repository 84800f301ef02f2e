"""Parties out as CSV and in again."""

from __future__ import annotations

from typing import Literal

from flask import Response
from pydantic import Field

from waka.web import schemas as s
from waka.web.door import blueprint, deps, person, reply
from waka.web.rules.routes import REFUSED
from waka.web.sheets import spreadsheet
from waka.work.rules import party_sheets

bp = blueprint("party_sheets", __name__)


class PartySheet(s.Asked):
    text: str = Field(max_length=900_000, description="CSV with a column headed party")


class PartyComing(s.Wire):
    line: int
    name: str
    comes: Literal["new", "more", "same", "refused"]
    of: str | None = Field(description="The party that there is")
    short: str | None
    spellings: list[str]
    why: s.Said | None


class PartiesComing(s.Wire):
    rows: list[PartyComing] = Field(description="At most five hundred, those that are refused first")
    new: int
    more: int
    same: int
    refused: int


@bp.get("/rules/parties.csv", responses={200: None, **REFUSED})
def out() -> Response:
    """The parties as a spreadsheet, which can be edited and brought in again."""
    return spreadsheet(party_sheets.out(deps(), person().id), "parties.csv", "csv")


@bp.post("/rules/parties/sheet/look", responses={200: PartiesComing, **REFUSED})
def look(body: PartySheet) -> Response:
    """What a sheet of parties comes to; nothing changes."""
    return _told(party_sheets.look(deps(), person().id, body.text))


@bp.post("/rules/parties/sheet", responses={200: PartiesComing, **REFUSED})
def take_in(body: PartySheet) -> Response:
    """Add the parties, short forms and spellings of a sheet: all of it or nothing."""
    return _told(party_sheets.take_in(deps(), person().id, body.text))


def _told(found: party_sheets.Looked) -> Response:
    rows = sorted(found.rows, key=lambda one: one.comes != "refused")[:500]
    return reply(
        PartiesComing(
            rows=[
                PartyComing(
                    line=one.row.line, name=one.row.name, comes=one.comes, of=one.of, short=one.short,
                    spellings=list(one.spellings), why=s.Said.model_validate(one.why) if one.why is not None else None,
                )
                for one in rows
            ],
            new=found.count("new"), more=found.count("more"), same=found.count("same"), refused=found.count("refused"),
        )
    )  # fmt: skip
