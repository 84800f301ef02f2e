"""An earlier version becomes the newest again; what was the newest is kept."""

from __future__ import annotations

from typing import ClassVar

from .base import ActBase
from .file_state import KnownFile


class Revert(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "revert"

    version: int  #: which one it is
    stood: KnownFile  #: the file that was the newest
