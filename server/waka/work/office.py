"""The office's own settings, as every use-case asks for them: its clock, its dates, its money."""

from __future__ import annotations

from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

from psycopg import Connection

from waka.core.fields.office import OfficeSettings
from waka.records import settings

NAME = "office"


def settings_of(conn: Connection) -> OfficeSettings:
    return settings.typed(conn, NAME, OfficeSettings)


def today(conn: Connection) -> date:
    """Return what day it is where the office is."""
    return _now(conn).date()


def day_begun(conn: Connection) -> datetime:
    """Return when the office's day began."""
    return _now(conn).replace(hour=0, minute=0, second=0, microsecond=0)


def _now(conn: Connection) -> datetime:
    zone = settings_of(conn).time_zone
    return datetime.now(UTC).astimezone(ZoneInfo(zone) if zone else None)
