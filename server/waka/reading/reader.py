"""The eyes: reads documents in a process of its own, bounded in time and memory.

Libraries that read other people's files crash, hang and swell on some of them. They run in one worker
process that is ended and replaced when a document takes too long or brings it down; the document is
then known by its trouble, and nothing else notices.
"""

from __future__ import annotations

import multiprocessing
import resource
from collections.abc import Callable
from concurrent.futures import TimeoutError as TooSlow
from dataclasses import dataclass
from pathlib import Path
from threading import Lock
from typing import Any

from pebble import ProcessExpired, ProcessPool

from waka.errors import Unreadable

from .sniff import sniff

READ_SECONDS = 60
RENDER_SECONDS = 20
MEMORY_BYTES = 2 << 30

TROUBLES = {
    "empty": "The file is empty: it has no bytes at all.",
    "locked": "The document asks for a password and cannot be read or shown without it.",
    "damaged": "The file is damaged or breaks off early: it cannot be shown.",
    "too_slow": "Reading this document takes too long; it was given up.",
    "too_large": "Reading this document needs more memory than is allowed; it was given up.",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Content:
    """What was read from some bytes."""

    media_type: str
    extension: str
    pages: int
    text: str
    trouble: str | None  #: one of TROUBLES


@dataclass(frozen=True, slots=True)
class Match:
    """Where words stand on a page: boxes as shares of its width and height, from the top left."""

    page: int  #: from 1
    boxes: list[tuple[float, float, float, float]]  #: left, top, width, height


class Reader:
    """Reads one document at a time. Safe to share between threads."""

    def __init__(self) -> None:
        self._pool: ProcessPool | None = None
        self._lock = Lock()

    def read(self, path: Path) -> Content:
        """Return what is in the file at *path*; its trouble where it cannot be read."""
        try:
            found: Content = self._run(_read, READ_SECONDS, path)
        except Unreadable as error:
            known = sniff(path)
            return Content(
                media_type=known.media_type, extension=known.extension, pages=0, text="",
                trouble=error.trouble,
            )  # fmt: skip
        return found

    def page(self, path: Path, media_type: str, page: int, width: int) -> bytes:
        """Return a page as PNG. Raises ``Unreadable``."""
        picture: bytes = self._run(_render, RENDER_SECONDS, path, media_type, page, width)
        return picture

    def formatted(self, path: Path, media_type: str) -> str | None:
        """Return the document as clean HTML, None where it has no such form. Raises ``Unreadable``."""
        found: str | None = self._run(_formatted, RENDER_SECONDS, path, media_type)
        return found

    def matches(self, path: Path, media_type: str, words: str) -> list[Match]:
        """Return where *words* stand on the pages. Raises ``Unreadable``."""
        found: list[Match] = self._run(_matches, RENDER_SECONDS, path, media_type, words)
        return found

    def close(self) -> None:
        with self._lock:
            if self._pool is not None:
                self._pool.stop()  # type: ignore[no-untyped-call]
                self._pool.join()
                self._pool = None

    def _run(self, work: Callable[..., Any], seconds: float, *args: object) -> Any:
        with self._lock:
            if self._pool is None:
                self._pool = ProcessPool(
                    max_workers=1, max_tasks=500, initializer=_bound,
                    context=multiprocessing.get_context("spawn"),
                )  # fmt: skip
            future = self._pool.schedule(work, args=args, timeout=seconds)
        try:
            return future.result()
        except TooSlow as error:
            raise _unreadable("too_slow") from error
        except MemoryError as error:
            raise _unreadable("too_large") from error
        except ProcessExpired as error:
            raise _unreadable("damaged") from error
        except _Trouble as error:
            raise _unreadable(error.args[0]) from error


class _Trouble(Exception):
    """A trouble's word, sent from the reading process."""


def _unreadable(trouble: str) -> Unreadable:
    return Unreadable(trouble, TROUBLES[trouble])


def _bound() -> None:
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY_BYTES, MEMORY_BYTES))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))


def _read(path: Path) -> Content:
    from .pages import count_pages
    from .text import Damaged, Locked, read_text

    known = sniff(path)
    pages, text, trouble = 0, "", None
    if path.stat().st_size == 0:
        trouble = "empty"
    else:
        try:
            pages = count_pages(path, known.media_type)
            text = read_text(path, known.media_type)
        except Locked:
            trouble = "locked"
        except Damaged:
            trouble = "damaged"
        except MemoryError:
            trouble = "too_large"
        except Exception:  # noqa: BLE001 - whatever a library throws at a broken file, it is broken
            trouble = "damaged"
    return Content(
        media_type=known.media_type, extension=known.extension, pages=pages, text=text,
        trouble=trouble,
    )  # fmt: skip


def _render(path: Path, media_type: str, page: int, width: int) -> bytes:
    from .pages import render
    from .text import Locked

    try:
        return render(path, media_type, page, width)
    except Locked as error:
        raise _Trouble("locked") from error
    except MemoryError as error:
        raise _Trouble("too_large") from error
    except Exception as error:
        raise _Trouble("damaged") from error


def _formatted(path: Path, media_type: str) -> str | None:
    from .formatted import formatted

    try:
        return formatted(path, media_type)
    except MemoryError as error:
        raise _Trouble("too_large") from error
    except Exception as error:
        raise _Trouble("damaged") from error


def _matches(path: Path, media_type: str, words: str) -> list[Match]:
    from .pages import matches

    try:
        return [Match(page, boxes) for page, boxes in matches(path, media_type, words)]
    except MemoryError as error:
        raise _Trouble("too_large") from error
    except Exception as error:
        raise _Trouble("damaged") from error
