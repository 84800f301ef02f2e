"""A folder, with all in it, stands elsewhere or is called otherwise."""

from __future__ import annotations

from typing import ClassVar

from .base import ActBase


class PlaceFolder(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "place_folder"
