"""An empty folder is removed."""

from __future__ import annotations

from typing import ClassVar

from .base import ActBase, Phase


class RemoveFolder(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "remove_folder"
    phase: ClassVar[Phase] = Phase.CLEARS_UP

    unmakes: bool = False  #: the undo of making it: who may file there may do that
