"""A document goes into the bin, from which it can be restored to where its target says it stood."""

from __future__ import annotations

from typing import ClassVar

from .base import ActBase


class Bin(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "bin"
    leaves_a_folder: ClassVar[bool] = True

    reason: str | None = None
