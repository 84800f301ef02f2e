"""Where a slip leads: the destination of the party, of the kind, or where such documents were filed before."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest

from tests.support import assert_records_agree
from tests.work.drive import SmallDrive, hand_in
from waka.core.words import worded
from waka.errors import BadRequest, NameUnfit, WakaError
from waka.records.desk import naming
from waka.work.changes.ways import filing
from waka.work.changes.ways import undo as undoing
from waka.work.folders import browsing
from waka.work.naming.destinations import Lead
from waka.work.naming.preview import preview
from waka.work.naming.slips import Slip
from waka.work.rules import rules
from waka.work.rules.rules import PartyWish

TODAY = date(2026, 11, 20)
BILL: dict[str, Any] = {
    "kind": "invoice",
    "who": "mrc",
    "when": "12.3.2026",
    "what": "Mizzen sail",
    "reference": "4471",
}


@pytest.fixture
def party(drive: SmallDrive) -> int:
    with drive.deps.db.transaction() as conn:
        return naming.add_party(conn, "Marlow Rope & Canvas", "mrc")


def leads(drive: SmallDrive, kind: str | None = None, party: tuple[int, str] | None = None) -> None:
    if kind is not None:
        rules.put_kind(drive.deps, drive.keeper, "invoice", "Invoice", retired=False, destination=kind)
    if party is not None:
        wish = PartyWish(name="Marlow Rope & Canvas", short="mrc", destination=party[1])
        rules.put_party(drive.deps, drive.keeper, party[0], wish)


def lead_of(drive: SmallDrive, number: int, slip: Slip, person: int | None = None) -> Lead | None:
    with drive.deps.db.transaction() as conn:
        return preview(conn, person or drive.filer, number, slip, TODAY).lead


def outline(drive: SmallDrive) -> list[str]:
    return [entry.path for entry in browsing.outline(drive.deps, drive.keeper)]


def test_the_party_comes_before_the_kind_and_both_before_what_is_learned(
    drive: SmallDrive, party: int
) -> None:
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"one")
    assert lead_of(drive, number, Slip(**BILL)) is None
    for at in range(2):
        other = hand_in(drive.deps, drive.filer, f"scan {at}.txt", b"learn %d" % at)
        told = {**BILL, "what": f"Rope {at}"}
        filing.file_arrival(
            drive.deps, drive.filer, other, Slip(**told, folder=drive.folder("Finance/2026")), TODAY
        )
    ways = []
    for kind, of_party in ((None, None), ("Finance/{when yyyy}", None), (None, (party, "Letters/{who}"))):
        leads(drive, kind, of_party)
        found = lead_of(drive, number, Slip(**BILL))
        assert found is not None
        ways.append((found.by, found.folder.path, found.make, found.path, found.why.code))
    assert ways == [
        ("learned", "Finance/2026", "", "Finance/2026", "led_by_learned_party"),
        ("kind", "Finance/2026", "", "Finance/2026", "led_by_kind"),
        ("party", "Letters", "Marlow Rope & Canvas", "Letters/Marlow Rope & Canvas", "led_by_party"),
    ]
    # a folder of a year is learned as that of its documents, and what is chosen by hand is not argued with
    leads(drive, "", (party, ""))
    earlier = lead_of(drive, number, Slip(**{**BILL, "when": "12.3.2024"}))
    assert earlier is not None and (earlier.make, earlier.path, earlier.sure) == (
        "2024",
        "Finance/2024",
        False,
    )
    assert worded(earlier.why.code, earlier.why.facts) == (
        "2 of the last 2 of this kind from Marlow Rope & Canvas went to Finance/2026"
    )
    assert lead_of(drive, number, Slip(**BILL, folder=drive.folder("Letters"))) is None


def test_filing_makes_the_folders_that_are_missing_and_undo_takes_them_back(
    drive: SmallDrive, party: int
) -> None:
    leads(drive, "Finance/{when yyyy}/{who}/{when mm month}")
    before = outline(drive)
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"one")
    found = lead_of(drive, number, Slip(**BILL))
    assert found is not None and (found.folder.path, found.make) == (
        "Finance/2026",
        "Marlow Rope & Canvas/03 March",
    )
    slip = Slip(**BILL, folder=found.folder.id, make=found.make)
    done = filing.file_arrival(drive.deps, drive.filer, number, slip, TODAY)
    assert done.path == "Finance/2026/Marlow Rope & Canvas/03 March/2026-03-12_mrc_mizzen-sail_4471.txt"
    assert set(outline(drive)) - set(before) == {
        "Finance/2026/Marlow Rope & Canvas", "Finance/2026/Marlow Rope & Canvas/03 March"}  # fmt: skip
    assert_records_agree(drive.deps)
    # the next one finds them made
    again = hand_in(drive.deps, drive.filer, "scan 2.txt", b"two")
    led = lead_of(drive, again, Slip(**{**BILL, "what": "Rope"}))
    assert led is not None and (led.folder.path, led.make) == (found.path, "")
    undoing.undo(drive.deps, drive.filer, done.list_id)
    assert outline(drive) == before
    assert_records_agree(drive.deps)


def test_a_folder_made_meanwhile_is_used_and_a_taken_name_in_it_is_refused(
    drive: SmallDrive, party: int
) -> None:
    leads(drive, "Finance/{when yyyy}/{who}")
    first, second = (hand_in(drive.deps, drive.filer, f"{at}.txt", b"%d" % at) for at in range(2))
    found = lead_of(drive, first, Slip(**BILL))
    assert found is not None
    slip = Slip(**BILL, folder=found.folder.id, make=found.make)
    filing.file_arrival(drive.deps, drive.filer, first, slip, TODAY)
    with pytest.raises(WakaError) as told:  # both saw the folder as one that was still to be made
        filing.file_arrival(drive.deps, drive.filer, second, slip, TODAY)
    assert told.value.code == "name_taken"
    assert_records_agree(drive.deps)


@pytest.mark.parametrize("make", ["../../outside", ".waka/versions", "a/../../b", "a\x00b", "a//../.."])
def test_no_folder_is_made_outside_the_one_that_is_chosen(drive: SmallDrive, party: int, make: str) -> None:
    before = outline(drive)
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"one")
    with pytest.raises((BadRequest, NameUnfit)):
        filing.file_arrival(
            drive.deps, drive.filer, number, Slip(**BILL, folder=drive.folder("Letters"), make=make), TODAY
        )
    assert outline(drive) == before
    assert_records_agree(drive.deps)


def test_nobody_is_led_where_they_may_not_file_or_told_of_what_they_may_not_see(
    drive: SmallDrive, party: int
) -> None:
    leads(drive, "Finance/{when yyyy}/{who}", (party, "Trainees/{who}"))
    drive.keep_to("Trainees", drive.keeper)
    number = hand_in(drive.deps, drive.filer, "scan.txt", b"one")
    found = lead_of(drive, number, Slip(**BILL))
    assert found is not None and found.by == "kind"  # the party's own leads to a hidden folder
    keepers = lead_of(drive, number, Slip(**BILL), drive.keeper)
    assert keepers is not None and keepers.path == "Trainees/Marlow Rope & Canvas"


@pytest.mark.parametrize(
    ("text", "at"), [("Finance/{when", 8), ("Finance/{nosuch}", 9), ("/Finance", 0), ("{who else}", 0)]
)
def test_a_destination_that_is_none_is_refused_where_it_is_written(
    drive: SmallDrive, text: str, at: int
) -> None:
    with pytest.raises(BadRequest) as told:
        leads(drive, text)
    assert (told.value.facts["field"], told.value.facts["at"]) == ("destination", at)
