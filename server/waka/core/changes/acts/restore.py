"""A document comes back out of the bin."""

from __future__ import annotations

from typing import ClassVar

from waka.core.fields.record import Record

from .base import ActBase


class Restore(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    """``reason``: why it was binned, which an undo gives back."""

    code: ClassVar[str] = "restore"
    comes_to_a_folder: ClassVar[bool] = True

    reason: str | None = None
    record: Record | None = None
