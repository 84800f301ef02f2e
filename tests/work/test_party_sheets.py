"""Parties out as CSV and in again."""

import pytest

from tests.work.drive import SmallDrive
from waka.errors import BadRequest, NotAllowed
from waka.work.rules import party_sheets, rules


def parties(drive: SmallDrive) -> dict[str, tuple[str | None, list[str], str | None]]:
    found = rules.rules(drive.deps, drive.keeper).parties
    return {
        one.party.name: (one.party.short, sorted(one.party.spellings), one.party.destination) for one in found
    }


def test_what_goes_out_comes_in_as_it_was_and_a_sheet_adds_all_or_nothing(drive: SmallDrive) -> None:
    before = parties(drive)
    text = b"".join(party_sheets.out(drive.deps, drive.keeper)).decode()
    assert party_sheets.look(drive.deps, drive.keeper, text).count("same") == len(before) == 1
    more = "party;short form;also written;filed in\nKilbray Yard;kby;Kilbrae Yard;Letters/{when yyyy}\nMarlow Rope & Canvas;;Marlow;\n"
    looked = party_sheets.look(drive.deps, drive.keeper, more)
    assert (looked.count("new"), looked.count("more")) == (1, 1) and parties(drive) == before
    with pytest.raises(BadRequest, match="Line 4"):
        party_sheets.take_in(drive.deps, drive.keeper, more + "Kelby Slipway;kby;;\n")
    assert parties(drive) == before
    party_sheets.take_in(drive.deps, drive.keeper, more)
    assert parties(drive) == {
        "Kilbray Yard": ("kby", ["Kilbrae Yard"], "Letters/{when yyyy}"), "Marlow Rope & Canvas": ("mrc", ["Marlow"], None),
    }  # fmt: skip
    again = b"".join(party_sheets.out(drive.deps, drive.keeper)).decode()
    looked = party_sheets.look(drive.deps, drive.keeper, again)
    assert {one.comes for one in looked.rows} <= {"same", "more"} and looked.count("new") == 0


@pytest.mark.parametrize("text", ["", "who\nx", "party\n", "party,filed in\nx,{deck}", '"party'])
def test_a_sheet_that_is_none_is_refused(drive: SmallDrive, text: str) -> None:
    with pytest.raises(BadRequest):
        party_sheets.look(drive.deps, drive.keeper, text)


def test_only_who_keeps_the_whole_drive_brings_parties_in_or_takes_them_out(drive: SmallDrive) -> None:
    for ask in (party_sheets.look, party_sheets.take_in):
        with pytest.raises(NotAllowed):
            ask(drive.deps, drive.filer, "party\nx")
    with pytest.raises(NotAllowed):
        party_sheets.out(drive.deps, drive.filer)
