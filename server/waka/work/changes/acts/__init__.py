"""What each act does: its handler. A new act is a module and a line here."""

from __future__ import annotations

from waka.core.changes.step import Step

from .base import Done, Handler
from .bin import BinHandler
from .copy import CopyHandler
from .correct import CorrectHandler
from .destroy import DestroyHandler
from .discard import DiscardHandler
from .file import FileHandler
from .make_folder import MakeFolderHandler
from .place import PlaceHandler
from .place_folder import PlaceFolderHandler
from .remove_folder import RemoveFolderHandler
from .restore import RestoreHandler
from .revert import RevertHandler
from .take_back import TakeBackHandler
from .unfile import UnfileHandler
from .unversion import UnversionHandler
from .version import VersionHandler

_HANDLERS: dict[str, Handler] = {
    handler.act.code: handler()
    for handler in (
        PlaceHandler, CopyHandler, CorrectHandler, BinHandler, RestoreHandler, FileHandler, UnfileHandler,
        VersionHandler, UnversionHandler, RevertHandler, DestroyHandler, DiscardHandler, TakeBackHandler,
        MakeFolderHandler, PlaceFolderHandler, RemoveFolderHandler,
    )
}  # fmt: skip


def handler_of(code: str) -> Handler:
    """Return what the act of that code does."""
    return _HANDLERS[code]


def handler(step: Step) -> Handler:
    return _HANDLERS[step.act.code]


__all__ = ["Done", "Handler", "handler", "handler_of"]
