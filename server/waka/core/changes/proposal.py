"""A proposal: what a person, a sheet, a pattern or a rule wants of one document or folder, before it is looked for.

It is kept with its step, so that a list can be checked again at any time.
"""

from __future__ import annotations

from collections.abc import Mapping

import msgspec

from waka.core.fields.record import Record, SlipValue
from waka.core.ids import DocumentId, FolderId

from .acts import Arrival
from .check import Collision
from .step import Spot


class Proposal(msgspec.Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    act: str  #: the code of the act that prepares it
    at: int = 0  #: its place in the proposal
    document: DocumentId | None = None
    folder: FolderId | None = None  #: that is moved, made again or removed
    source: str | None = None  #: a path, where no number is known
    into: FolderId | None = None  #: the folder to go to; with neither this nor ``to`` it stays in its own
    to: str | None = (
        None  #: the folder's path, where it may have to be made; from ``into``, if both are given
    )
    name: str | None = None  #: a new name
    collision: Collision | None = None  #: what to do where the name is taken; None: as the list says
    leave: bool = False  #: the person took it out
    undoes: bool = False  #: it puts back: what is no longer as it was left is left alone
    stands: Spot | None = None  #: where what is put back should stand
    onto: DocumentId | None = None  #: the document that it stops being a version of
    record: Record | None = None  #: the fields that it gets
    only: tuple[str, ...] | None = None  #: of them, those that it gets; None: all
    arrival: Arrival | None = None  #: what it was on the desk
    slip: Mapping[str, SlipValue] | None = None  #: that an arrival is filed by
    path: str | None = None  #: where it lay among the arrivals
    version: int | None = None  #: the number of the version that is to be the newest
    digest: bytes | None = None  #: the bytes that are to be the newest again
    private: bool = False  #: a folder for its maker alone
    reason: str | None = None
    row: int | None = None  #: of the spreadsheet
