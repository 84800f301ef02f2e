"""What a checked list comes to, counted once, so that looking at it costs nothing."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import msgspec

from waka.core.ids import FolderId


class Sight(msgspec.Struct, frozen=True, kw_only=True):
    """Who gains and who loses sight of some documents, by name."""

    gain: Sequence[str]
    lose: Sequence[str]
    steps: int


class FolderChange(msgspec.Struct, frozen=True, kw_only=True):
    """The documents in a folder and in all beneath it, as far as the person may see them."""

    path: str
    folder: FolderId | None  #: None: it is made by the list
    before: int
    after: int
    itself: bool = True  #: documents come or go here, not only beneath
    crowded: bool = False  #: becomes hard to look through


class Summary(msgspec.Struct, frozen=True, kw_only=True):
    acts: Mapping[str, int] = msgspec.field(default_factory=dict)  #: steps that can run, by act
    findings: Mapping[str, int] = msgspec.field(default_factory=dict)
    blocked: int = 0  #: steps that cannot run as they are
    left: int = 0
    sight: Sequence[Sight] = ()
    emptied: Sequence[str] = ()  #: folders that nothing is left in
    folders: Sequence[FolderChange] = ()


class Ask(msgspec.Struct, frozen=True, kw_only=True, omit_defaults=True):
    """What a list was made from, and what holds for the whole of it."""

    into: FolderId | None = None
    sheet: str | None = None  #: the name of the spreadsheet
    source: str | None = None  #: the two patterns of a mapping
    target: str | None = None
    days: int | None = None  #: how long what it destroys was in the bin
    remove_empty: bool = False  #: folders that it empties are removed
    part: bool = False  #: an undo of only some of another list
