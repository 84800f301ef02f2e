"""What became a version is a document, or an arrival, of its own again, and the version before it is the newest."""

from __future__ import annotations

from typing import ClassVar

from waka.core.fields.record import Record

from .arrival import Arrival
from .base import ActBase
from .file_state import KnownFile


class Unversion(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "unversion"
    comes_to_a_folder: ClassVar[bool] = True

    returns: KnownFile  #: the kept version that is the newest again
    arrival: Arrival | None = None  #: of what goes back to the desk
    record: Record | None = None  #: the fields that the document had before; None: they stay
