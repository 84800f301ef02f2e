"""A filed document stands elsewhere in the drive, or under another name."""

from __future__ import annotations

from typing import ClassVar, Self

from waka.core.fields.record import Record

from .base import ActBase


class Place(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    """Fields are kept only where the name or the fields change."""

    code: ClassVar[str] = "place"
    leads_between_paths: ClassVar[bool] = True
    leaves_a_folder: ClassVar[bool] = True
    comes_to_a_folder: ClassVar[bool] = True

    was: Record | None = None
    record: Record | None = None

    def on_the_way(self) -> Self:
        """Name and fields are for the last step to say."""
        return type(self)()
