"""Mail items, rich text, calendars and contacts: what they are, what they say, what is in them."""

import io
from datetime import UTC, date, datetime

import pytest

from tests.reading.compound import compound, item
from tests.reading.test_facts import read
from tests.work.test_filling import invoice
from waka.reading import formats
from waka.reading.formats.outlook import MAGIC
from waka.reading.sniff import sniff
from waka.reading.text import read_text

SENT = datetime(2025, 3, 14, 9, 30, tzinfo=UTC)
MAIL = compound(
    item(
        "Invoice MRC-4711", "Please find our bill attached.\r\nMarlow", ("Marlow Rope & Canvas", "office@marlow.example"), SENT,
        {"bill.pdf": invoice()},
    )
)  # fmt: skip
RTF = (
    rb"{\rtf1\ansi\deff0{\fonttbl{\f0 Plex;}}{\*\generator x}\f0 Minutes of 4 May\par "
    rb"Br\'fccke: \u8364? 12\par{\field{\*\fldinst HYPERLINK " b'"http://x.example"' rb"}{\fldrslt link}}}"
)  # fmt: skip
CALENDAR = (
    b"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nMETHOD:REQUEST\r\nBEGIN:VEVENT\r\nSUMMARY:Survey of the slipway\\, second part\r\n"
    b"DTSTART;TZID=Europe/London:20250612T103000\r\nORGANIZER;CN=Kilbray Yard:mailto:yard@kilbray.example\r\n"
    b"LOCATION:Slipway\r\nDESCRIPTION:Bring the\r\n  drawings\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
)
CONTACT = b"BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Alba Renn\r\nORG:Kilbray Yard;Slips\r\nTEL:+44 1632 960001\r\nEND:VCARD\r\n"


def told(data: bytes) -> tuple[str, str, str]:
    file = io.BytesIO(data)
    known = sniff(file)
    return known.media_type, known.extension, read_text(file, known.media_type)


@pytest.mark.parametrize(
    ("data", "media_type", "extension", "says"),
    [
        (MAIL, "application/vnd.ms-outlook", ".msg", ["Marlow Rope & Canvas <office@marlow.example>", "Invoice MRC-4711", "bill attached", "Attached: bill.pdf"]),
        (RTF, "application/rtf", ".rtf", ["Minutes of 4 May", "Brücke: € 12", "link"]),
        (CALENDAR, "text/calendar", ".ics", ["Survey of the slipway, second part", "2025-06-12 10:30", "Kilbray Yard yard@kilbray.example", "Bring the drawings"]),
        (CONTACT, "text/vcard", ".vcf", ["Alba Renn", "Kilbray Yard, Slips"]),
    ],
    ids=["msg", "rtf", "ics", "vcf"],
)  # fmt: skip
def test_what_it_is_and_what_it_says(data: bytes, media_type: str, extension: str, says: list[str]) -> None:
    found = told(data)
    assert found[:2] == (media_type, extension)
    assert [one for one in says if one not in found[2]] == []
    html = "".join(formats.of(media_type).html(io.BytesIO(data)))  # type: ignore[misc, union-attr]
    assert says[0].split("<")[0].strip() in html.replace("&amp;", "&")


def test_the_bill_in_a_mail_item_fills_the_slip_in_as_that_of_any_mail_does() -> None:
    found = read(MAIL)
    assert (found.kind, found.reference[0].value, found.when[0].value) == (
        "invoice",
        "MRC-4711",
        date(2025, 3, 12),
    )


def test_a_mail_item_without_a_bill_is_a_letter_of_the_day_that_it_was_sent() -> None:
    found = read(
        compound(item("Slipway", "Booked for Monday.", ("Kilbray Yard", "yard@kilbray.example"), SENT))
    )
    assert (found.kind, found.who[0].value, found.when[0].value) == (
        "letter",
        "Kilbray Yard",
        date(2025, 3, 14),
    )


def test_mail_items_in_mail_items_are_read_and_can_be_taken_out() -> None:
    inner = item("Old bill", "See here", files={"bill.pdf": invoice()}, is_inner=True)
    data = compound(item("Fwd", "As asked", mails={"Old bill": inner}, files={"a.txt": b"x" * 5000}))
    known = formats.of("application/vnd.ms-outlook")
    assert known is not None and known.entries is not None and known.entry is not None
    held = list(known.entries(io.BytesIO(data)))
    assert sorted(one.name for one in held) == ["Old bill", "a.txt"] or "Old bill" in {
        one.name.removesuffix(".eml") for one in held
    }
    at = next(one.at for one in held if one.name != "a.txt")
    assert b"bill.pdf" in known.entry(io.BytesIO(data), at)
    assert read(data).reference[0].value == "MRC-4711"


def test_a_calendar_and_a_contact_say_what_when_and_who() -> None:
    event, contact = read(CALENDAR), read(CONTACT)
    assert (event.what[0].value, event.when[0].value, event.who[0].value) == (
        "Survey of the slipway, second part", date(2025, 6, 12), "Kilbray Yard",
    )  # fmt: skip
    assert event.what[0].why == "exact" and event.kind is None
    assert contact.who[0].value == "Kilbray Yard" and not contact.when


@pytest.mark.parametrize("cut", [8, 100, 511, 600, 2_000, 5_000, len(MAIL) - 600])
def test_a_torn_compound_file_is_no_mail_or_damaged_and_ends_nothing(cut: int) -> None:
    file = io.BytesIO(MAIL[:cut])
    known = sniff(file)
    assert MAIL.startswith(MAGIC)
    if known.media_type == "application/vnd.ms-outlook":
        try:
            read_text(file, known.media_type)
        except Exception as error:  # noqa: BLE001 - the reading process calls all of these damage
            assert type(error).__name__ in ("Damaged", "OleFileError", "AssertionError")
