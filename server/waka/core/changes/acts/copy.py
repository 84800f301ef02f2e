"""Another document of the same bytes stands elsewhere, with a number of its own."""

from __future__ import annotations

from typing import ClassVar

from waka.core.fields.record import Record
from waka.core.ids import DocumentId

from .base import ActBase


class Copy(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "copy"
    leads_between_paths: ClassVar[bool] = True
    comes_to_a_folder: ClassVar[bool] = True
    copies: ClassVar[bool] = True

    record: Record
    made: DocumentId | None = None  #: the new document's number, once it is there
