"""What a person may ask for by hand."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from waka.core.ids import DocumentId, FolderId
from waka.work.naming.slips import Slip

Act = Literal["move", "copy", "rename", "bin", "restore", "correct", "make_folder", "rename_folder",
              "move_folder", "remove_folder"]  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Ask:
    """What a person wants changed."""

    act: Act
    documents: Sequence[DocumentId] = ()
    folder: FolderId | None = None  #: the destination; for a folder's own change, that folder
    into: FolderId | None = None  #: where a folder moves to
    name: str = ""  #: of a rename or a new folder
    fields: Slip | None = None  #: of a correction
    beside: bool = False  #: a taken name is numbered
    reason: str = ""
    private: bool = False  #: a new folder for its maker alone
    seen: str | None = None  #: the digest of the list that the person has seen
    editions: Mapping[int, int] = field(default_factory=dict)  #: of the documents, as the person saw them
