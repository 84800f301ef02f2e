"""Calendars (RFC 5545) and contacts (RFC 6350): what is when, who is who, said exactly."""

from __future__ import annotations

import html
from collections.abc import Iterable, Iterator
from typing import BinaryIO

from waka.reading.zips import Damaged

from .base import MOST_READ, Format, decoded

MOST_LINES = 5_000
_PIECES = frozenset({"VEVENT", "VTODO", "VCARD"})
_LABELS = {
    "SUMMARY": "What", "DTSTART": "From", "DTEND": "To", "DUE": "Due", "LOCATION": "Where", "ORGANIZER": "Organiser",
    "ATTENDEE": "With", "DESCRIPTION": "About", "FN": "Name", "ORG": "Organisation", "TITLE": "Title", "EMAIL": "Mail",
    "TEL": "Telephone", "ADR": "Address", "URL": "Web", "NOTE": "Note",
}  # fmt: skip


def _lines(data: bytes) -> Iterator[tuple[str, dict[str, str], str]]:
    """Yield the name, the parameters and the value of each content line; lines that are none are passed over."""
    from icalendar.parser import Contentlines

    try:
        lines = Contentlines.from_ical(decoded(data))[:MOST_LINES]  # type: ignore[no-untyped-call] # it has no types
    except ValueError as error:
        raise Damaged(str(error)) from error
    for line in filter(None, lines):
        try:
            name, told, value = line.parts()
        except ValueError:
            continue
        plain = {key: value if isinstance(value, str) else ", ".join(value) for key, value in told.items()}
        yield name.upper().rpartition(".")[2], plain, str(value).replace("\\n", "\n")


def _said(data: bytes) -> Iterator[tuple[str, str]]:
    """Yield the labels and the values of what a person would want to know."""
    for name, told, value in _lines(data):
        if name == "BEGIN" and value.upper() in _PIECES:
            yield "", ""
        label = _LABELS.get(name)
        if label is not None:
            yield label, " ".join(_shown(name, told, value).split())


def _shown(name: str, told: dict[str, str], value: str) -> str:
    if name in ("ORGANIZER", "ATTENDEE"):
        return f"{told.get('CN', '')} {value.removeprefix('mailto:').removeprefix('MAILTO:')}"
    if name in ("DTSTART", "DTEND", "DUE"):
        return _moment(value)
    if name in ("ORG", "ADR"):
        return ", ".join(part for part in value.split(";") if part)
    return value


def _moment(value: str) -> str:
    day = f"{value[:4]}-{value[4:6]}-{value[6:8]}" if value[:8].isdigit() else value
    return f"{day} {value[9:11]}:{value[11:13]}" if value[8:9] == "T" and value[9:13].isdigit() else day


def _facts(file: BinaryIO) -> dict[str, str]:
    """Return of the first event what, when and who asks to it; of the first contact who it is."""
    told: dict[str, str] = {"sort": "card"}
    codes = {"What": "what", "From": "when", "Due": "when", "Name": "who", "Organisation": "who"}
    for name, parameters, value in _lines(file.read(MOST_READ)):
        if name == "END" and value.upper() in _PIECES:
            break
        if name == "ORGANIZER" and parameters.get("CN"):
            told["who"] = parameters["CN"][:400]
        code = codes.get(_LABELS.get(name, ""))
        if code == "when" and value[:8].isdigit():
            told.setdefault("when", _moment(value)[:10])
        elif code is not None and code != "when" and value.strip():
            # a firm before the person in it
            if name == "ORG" or code not in told:
                told[code] = " ".join(value.split(";")[0].split())[:400]
    return told


def _text(file: BinaryIO) -> Iterator[str]:
    for label, value in _said(file.read(MOST_READ)):
        yield f"{label}\t{value}" if label else ""


def _html(file: BinaryIO) -> Iterable[str]:
    yield "<table>"
    for label, value in _said(file.read(MOST_READ)):
        yield f"<tr><th>{html.escape(label)}</th><td>{html.escape(value)}</td></tr>"
    yield "</table>"


def _begins(what: bytes, head: bytes) -> bool:
    return head.lstrip(b"\xef\xbb\xbf \r\n\t")[:15].upper().startswith(b"BEGIN:" + what)


CALENDAR = Format(
    code="ics", media_types=("text/calendar",), extension=".ics", starts=lambda head: _begins(b"VCALENDAR", head),
    text=_text, html=_html, facts=_facts,
)  # fmt: skip
CONTACT = Format(
    code="vcf", media_types=("text/vcard",), extension=".vcf", starts=lambda head: _begins(b"VCARD", head),
    text=_text, html=_html, facts=_facts,
)  # fmt: skip
