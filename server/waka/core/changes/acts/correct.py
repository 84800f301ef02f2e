"""A document gets other fields; its file does not move."""

from __future__ import annotations

from typing import ClassVar

from waka.core.fields.record import Record

from .base import ActBase


class Correct(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "correct"
    touches_its_file: ClassVar[bool] = False

    was: Record
    record: Record
