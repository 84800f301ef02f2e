"""An arrival, as a step that files it keeps it: an undo puts it back on the desk as it was."""

from __future__ import annotations

from collections.abc import Mapping

import msgspec

from waka.core.fields.record import SlipValue
from waka.core.ids import FolderId, PointId


class Arrival(msgspec.Struct, frozen=True, kw_only=True, omit_defaults=True):
    name: str
    point: PointId
    slip: Mapping[str, SlipValue] = msgspec.field(default_factory=dict)
    bound_for: FolderId | None = None  #: the folder that it was on its way to
