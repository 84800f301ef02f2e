"""A folder is made, or made again with its number."""

from __future__ import annotations

from typing import ClassVar

from waka.core.ids import FolderId

from .base import ActBase, Phase


class MakeFolder(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "make_folder"
    phase: ClassVar[Phase] = Phase.MAKES_ROOM

    private: bool = False  #: for its maker alone
    made: FolderId | None = None  #: the new folder's number, once it is there
