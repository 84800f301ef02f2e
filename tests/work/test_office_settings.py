"""What holds for the whole office: set by administrators, and used wherever days, dates and money are told."""

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta

import msgspec
import pytest

from tests.work.drive import SmallDrive, hand_in
from waka.core.fields.office import OfficeSettings
from waka.errors import BadRequest, NotAllowed
from waka.records.people.people import Person
from waka.work import office
from waka.work.changes.ways import filing
from waka.work.desk import queue
from waka.work.naming.house import Naming
from waka.work.naming.slips import Slip, understand
from waka.work.people.office import set_settings, settings_for

AHEAD, BEHIND = "Pacific/Kiritimati", "Pacific/Pago_Pago"  #: 25 hours apart: never the same day


def administrator(drive: SmallDrive) -> Person:
    return Person(id=drive.keeper, login="magnus", name="Magnus Orr", initials="MO", administrator=True, csrf="",
                  hidden=[])  # fmt: skip


def test_only_administrators_set_them_and_only_what_there_is(drive: SmallDrive) -> None:
    admin = administrator(drive)
    assert settings_for(drive.deps, admin) == OfficeSettings(fills_slips=False)  # as tests have it
    wish = OfficeSettings(
        time_zone=AHEAD, currency="EUR", languages=["en", "de"], names=["Saltmarsh Boat Club"]
    )
    assert set_settings(drive.deps, admin, wish) == settings_for(drive.deps, admin)
    kept = settings_for(drive.deps, admin)
    assert (kept.time_zone, kept.currency, kept.languages, kept.names) == (
        AHEAD,
        "EUR",
        ["en", "de"],
        wish.names,
    )
    for wrong in [
        {"time_zone": "Mars/North"},
        {"currency": "euro"},
        {"languages": ["English"]},
        {"year_begins": 13},
    ]:
        with pytest.raises(BadRequest):
            set_settings(drive.deps, admin, msgspec.structs.replace(wish, **wrong))
    with pytest.raises(NotAllowed):
        set_settings(drive.deps, replace(admin, administrator=False), wish)
    assert settings_for(drive.deps, admin) == kept


@pytest.mark.parametrize("zone", [AHEAD, BEHIND])
def test_a_day_is_the_office_s_day(drive: SmallDrive, zone: str) -> None:
    set_settings(drive.deps, administrator(drive), OfficeSettings(time_zone=zone))
    with drive.deps.db.transaction() as conn:
        here, begun = office.today(conn), office.day_begun(conn)
    there = datetime.now(UTC) + timedelta(hours=14 if zone == AHEAD else -11)
    assert here == there.date() and begun <= datetime.now(UTC) < begun + timedelta(days=1)


def test_filed_today_is_counted_by_the_office_s_day(drive: SmallDrive) -> None:
    number = hand_in(drive.deps, drive.filer, "a.txt", b"a")
    slip = Slip(who="mrc", when="today", what="Sail", folder=drive.folder("Letters"))
    filing.file_arrival(drive.deps, drive.filer, number, slip)
    with drive.deps.db.transaction() as conn:  # as if it was an hour before the office's day began
        conn.execute(
            "update logbook set at = %s where action = 'filed'",
            (office.day_begun(conn) - timedelta(hours=1),),
        )
    assert queue.desk(drive.deps, drive.filer).filed_today == 0


@pytest.mark.parametrize(
    ("order", "expected"), [("day_first", date(2025, 12, 3)), ("month_first", date(2025, 3, 12))]
)
def test_dates_in_digits_are_read_in_the_office_s_order(
    drive: SmallDrive, order: str, expected: date
) -> None:
    set_settings(drive.deps, administrator(drive), OfficeSettings(date_order=order))  # type: ignore[arg-type]
    with drive.deps.db.transaction() as conn:
        house = Naming.load(conn)
    assert understand(Slip(when="3.12.2025"), house, date(2026, 1, 1)).when == expected
    assert understand(Slip(when="2025-03-12"), house, date(2026, 1, 1)).when == date(2025, 3, 12)
    told = understand(Slip(when="13.13.2025"), house, date(2026, 1, 1)).problems
    assert len(told) == 1
