"""A step of a change list: what it is about, where that stands, where it goes, and the act that brings it there."""

from __future__ import annotations

from typing import Literal

import msgspec

from waka.core.ids import DocumentId, FolderId, ListId

from .acts import Act, KnownFile
from .findings import Said

Place = Literal["arrivals", "drive", "bin", "versions", "nowhere"]
StepState = Literal["proposed", "intended", "done", "put_back", "failed", "left"]
#: proposed: could run; intended: on record, and perhaps under way; put_back: found not moved after an
#: interruption; left: does not run, and ``failure`` says why


class Spot(msgspec.Struct, frozen=True, kw_only=True, gc=False):
    """A name in a folder. Folders that are still to be made have numbers below zero."""

    folder: FolderId
    name: str


NO_FILE = KnownFile()


class Step(msgspec.Struct, frozen=True, kw_only=True, gc=False):
    """One step. Of a document, ``source`` and ``target`` are its folder and name; of a folder, its parent and name."""

    list_id: ListId
    position: int
    act: Act
    document: DocumentId | None = None
    folder: FolderId | None = None  #: where a folder is what the step is about
    onto: DocumentId | None = None  #: the document that it becomes a version of, or stops being one of
    source: Spot | None = None
    target: Spot | None = None  #: its folder is 0 where the list itself makes that
    make: str | None = None  #: the path of the folder that the list makes: for this step, or as this step
    from_place: Place = "drive"
    from_path: bytes = b""  #: beneath that place
    to_place: Place = "drive"
    to_path: bytes = b""
    file: KnownFile = NO_FILE
    state: StepState = "proposed"
    failure: Said | None = None
    conformed: bool | None = None  #: whether its name reads back, before
    conforms: bool | None = None  #: and after; None: as before
    parks: bool = False  #: it goes to a temporary name, to make way
    was: str | None = None  #: where it stood before it went to one

    @property
    def documents(self) -> list[DocumentId]:
        """The documents that the step is about."""
        return [number for number in (self.document, self.onto) if number is not None]
