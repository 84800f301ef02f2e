"""A record goes back to the desk: the undo of its filing."""

from __future__ import annotations

from typing import ClassVar

from .arrival import Arrival
from .base import ActBase


class Unfile(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "unfile"
    leaves_a_folder: ClassVar[bool] = True

    arrival: Arrival
