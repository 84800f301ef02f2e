"""A discarded arrival comes back to the desk."""

from __future__ import annotations

from typing import ClassVar

from .base import ActBase


class TakeBack(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    """``reason``: why it was discarded, which an undo gives back."""

    code: ClassVar[str] = "take_back"

    reason: str | None = None
