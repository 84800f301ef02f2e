"""What holds for one office: how its papers are dated and priced, and by which clock its days begin."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from typing import Literal

import msgspec

DateOrder = Literal["day_first", "month_first"]
_CURRENCY = re.compile(r"[A-Z]{3}")  #: of ISO 4217
_LANGUAGE = re.compile(r"[a-z]{2,3}(-[A-Z]{2})?")  #: of BCP 47, with a region where it matters


class OfficeSettings(msgspec.Struct, frozen=True, kw_only=True):
    time_zone: str = ""  #: of the tz database; '': the machine's own
    date_order: DateOrder = "day_first"  #: of dates written in digits alone
    currency: str = "GBP"
    languages: Sequence[str] = ("en",)  #: of its papers, the most common first
    names: Sequence[str] = ()  #: its own, as papers give them
    addresses: Sequence[str] = ()
    year_begins: int = 1  #: the first month of its year
    fills_slips: bool = True  #: pages on the desk are read, and slips filled in with what stands on them


def faults(settings: OfficeSettings, time_zones: set[str]) -> Iterator[tuple[str, str]]:
    """Yield each field that cannot be so, and why. *time_zones*: those that the machine knows."""
    if settings.time_zone and settings.time_zone not in time_zones:
        yield "time_zone", f"There is no time zone “{settings.time_zone}”"
    if not _CURRENCY.fullmatch(settings.currency):
        yield "currency", f"“{settings.currency}” is no currency: three letters, such as EUR"
    for language in settings.languages:
        if not _LANGUAGE.fullmatch(language):
            yield "languages", f"“{language}” is no language: two letters, such as de"
    if not 1 <= settings.year_begins <= 12:
        yield "year_begins", "A year has twelve months"
