"""A proposal whose subject was found, ready to be judged with the others of its list; or why it cannot be one."""

from __future__ import annotations

import msgspec

from waka.core.changes.acts import Act, KnownFile
from waka.core.changes.check import Planned
from waka.core.changes.findings import Fact, Said, said
from waka.core.changes.proposal import Proposal
from waka.core.changes.step import NO_FILE, Place, Spot
from waka.core.ids import DocumentId, FolderId


class Prepared(msgspec.Struct, frozen=True, kw_only=True, gc=False):
    want: Proposal
    act: Act
    planned: Planned
    document: DocumentId | None = None
    folder: FolderId | None = None
    onto: DocumentId | None = None
    from_place: Place = "drive"
    to_place: Place = "drive"
    from_path: bytes = b""
    to_path: bytes = b""  #: where it goes, when that is no folder of the drive
    source: Spot | None = None  #: what is on record as its ends where the check has none to judge
    target: Spot | None = None
    kind: str | None = None  #: of a document, as it will be
    file: KnownFile = NO_FILE
    conformed: bool | None = None
    conforms: bool | None = None
    from_access: int | None = None  #: whose grants say who sees it now
    keeps_access: bool = False  #: a folder with grants of its own


class LeftOut(Exception):
    """Why a proposal cannot become a step, or a step cannot run any more."""

    def __init__(self, code: str, **facts: Fact) -> None:
        super().__init__(code)
        self.said: Said = said(code, **facts)


class NothingToDo(LeftOut):
    """What a step was to bring about is so by now: it has nothing to do, and is no failure."""
