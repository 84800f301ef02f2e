"""A document in the bin is removed for good, with its versions."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

from .base import ActBase


class Destroy(ActBase, frozen=True, kw_only=True, omit_defaults=True):
    code: ClassVar[str] = "destroy"
    for_good: ClassVar[bool] = True

    kept: Sequence[bytes] = ()  #: checksums of its earlier versions
    path: str = ""  #: where it stood before it was binned
