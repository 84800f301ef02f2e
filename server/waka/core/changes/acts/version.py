"""A document or an arrival becomes the newest version of another, whose bytes are kept."""

from __future__ import annotations

from typing import ClassVar

from waka.core.fields.record import Record

from .arrival import Arrival
from .base import ActBase
from .file_state import KnownFile


class Version(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "version"
    leads_between_paths: ClassVar[bool] = True
    leaves_a_folder: ClassVar[bool] = True

    stood: KnownFile  #: the file that it takes the place of
    arrival: Arrival | None = None  #: of what comes from the desk
    was: Record | None = None  #: the fields of the document that it becomes a version of
    record: Record | None = None  #: those that it gets; None: as they are
