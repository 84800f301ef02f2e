"""An arrival becomes a record of the drive."""

from __future__ import annotations

from typing import ClassVar

from waka.core.fields.record import Record

from .arrival import Arrival
from .base import ActBase


class File(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "file"
    comes_to_a_folder: ClassVar[bool] = True

    arrival: Arrival
    record: Record
    confirmed: str | None = None  #: the statement that was confirmed with it
