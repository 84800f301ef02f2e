"""The acts of change lists: all of them, by their codes. A new one is a module and a line here."""

from __future__ import annotations

from typing import get_args

from .arrival import Arrival
from .base import VERSION, ActBase, NotPrepared, Phase
from .bin import Bin
from .copy import Copy
from .correct import Correct
from .destroy import Destroy
from .discard import Discard
from .file import File
from .file_state import KnownFile
from .make_folder import MakeFolder
from .place import Place
from .place_folder import PlaceFolder
from .remove_folder import RemoveFolder
from .restore import Restore
from .revert import Revert
from .take_back import TakeBack
from .unfile import Unfile
from .unversion import Unversion
from .version import Version

Act = (
    Place | Copy | Correct | Bin | Restore | File | Unfile | Version | Unversion | Revert | Destroy
    | Discard
    | TakeBack
    | MakeFolder | PlaceFolder | RemoveFolder | NotPrepared
)  # fmt: skip

TYPES: dict[str, type[Act]] = {act.code: act for act in get_args(Act)}


def code_of(act: Act) -> str:
    """Return the code that a step of *act* is listed under: of what was left out, that of what was proposed."""
    return act.wanted if isinstance(act, NotPrepared) else act.code


__all__ = [
    "TYPES", "VERSION", "Act", "ActBase", "Arrival", "Bin", "Copy", "Correct", "Destroy", "Discard", "File",
    "KnownFile", "MakeFolder", "NotPrepared", "Phase", "Place", "PlaceFolder", "RemoveFolder", "Restore",
    "Revert", "TakeBack", "Unfile", "Unversion", "Version",
    "code_of",
]  # fmt: skip
