"""An arrival is not worth filing: it goes into the bin, from which it can come back to the desk."""

from __future__ import annotations

from typing import ClassVar

from .base import ActBase


class Discard(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "discard"

    reason: str | None = None
