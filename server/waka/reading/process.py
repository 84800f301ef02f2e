"""The reading processes' side: one that has loaded all libraries forks, for each that is wanted, one that is confined.

Forked from what is loaded, a new one is there in a few milliseconds, so that whichever hangs or swells
can be ended without a thought. Run as ``python -m waka.reading.process FD [recognise]``: the one that recognises words
on pictures has more to load, and more memory to use.
"""

from __future__ import annotations

import gc
import os
import signal
import socket
import sys
from collections.abc import Callable
from typing import Any, BinaryIO

from . import frames
from .confine import MEMORY_BYTES, RECOGNISING_BYTES, confine


def main(number: int, recognises: bool = False) -> None:
    """Load all libraries, and fork a confined process for each socket that comes over descriptor *number*."""
    os.nice(10 if recognises else 5)  # who asks for a list waits for nobody's pages
    load(recognises)
    fork_for(socket.socket(fileno=number), recognises)


def load(recognises: bool) -> None:
    """Load all libraries that a reading process may come to need."""
    from .formats import image
    from .warming import warm_up

    image.load()
    if recognises:
        from . import recognise

        recognise.load()
    warm_up(answer)
    gc.collect()
    gc.freeze()


def fork_for(control: socket.socket, recognises: bool) -> None:
    """Fork a confined process for each socket that comes over *control*; returns when that closes."""
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)  # nobody waits for them: the system buries them
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    while True:
        try:
            _, _, fds = frames.receive(control)
        except frames.Broken:
            return
        pid = os.fork()
        if pid == 0:
            control.close()
            signal.signal(signal.SIGCHLD, signal.SIG_DFL)
            _serve(socket.socket(fileno=fds[0]), RECOGNISING_BYTES if recognises else MEMORY_BYTES)
            os._exit(0)
        for fd in fds:
            os.close(fd)
        frames.send(control, {"pid": pid})


def _serve(line: socket.socket, memory: int) -> None:
    confine(memory)
    frames.send(line, {})  # confined: until then, whoever asked for this process gives it nothing
    while True:
        try:
            head, _, fds = frames.receive(line)
        except frames.Broken:
            return
        with open(fds[0], "rb") as file:  # noqa: PTH123 - a descriptor, not a path
            told, body = answer(head, file)
        frames.send(line, told, body)


def answer(head: dict[str, Any], file: BinaryIO) -> tuple[dict[str, Any], bytes]:
    """Do what *head* asks with *file*; whatever happens is an answer."""
    from .zips import Locked

    try:
        return _TASKS[head["task"]](file, head)
    except Locked:
        return {"trouble": "locked"}, b""
    except MemoryError:
        return {"trouble": "too_large"}, b""
    except Exception as error:  # noqa: BLE001 - whatever a library throws at a broken file, it is broken
        return {"trouble": "damaged", "why": f"{type(error).__name__}: {error}"[:500]}, b""


def _read(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    from .pages import count_pages
    from .sniff import sniff
    from .text import read_text
    from .zips import Locked

    known = sniff(file)
    pages, text, trouble = 0, "", None
    if file.seek(0, os.SEEK_END) == 0:
        trouble = "empty"
    else:
        try:
            pages = count_pages(file, known.media_type)
            text = read_text(file, known.media_type)
        except Locked:
            trouble = "locked"
        except MemoryError:
            trouble = "too_large"
        except Exception:  # noqa: BLE001 - whatever a library throws at a broken file, it is broken
            trouble = "damaged"
    told = {"media_type": known.media_type, "extension": known.extension, "pages": pages, "trouble": trouble}
    return told, text.encode("utf-8", "replace")


def _render(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    from .pages import render

    return {}, render(file, head["media_type"], head["page"], head["width"])


def _formatted(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    from .formatted import formatted

    made = formatted(file, head["name"], head["media_type"])
    return {"made": made is not None}, (made or "").encode("utf-8", "replace")


def _matches(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    from .pages import matches

    return {"matches": matches(file, head["media_type"], head["words"])}, b""


def _sheet(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    import json

    from .sheets import TooMuch, rows

    try:
        return {}, json.dumps(rows(file, head["most_rows"], head["most_columns"])).encode()
    except TooMuch as error:
        return {"trouble": "too_large", "why": str(error)}, b""


def _words(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    """Return the parts of a document with their words, and which of its own pages have none that can be trusted."""
    import msgspec

    from .sniff import sniff
    from .words import read_parts, unread_pages

    if file.seek(0, os.SEEK_END) == 0:
        return {"trouble": "empty"}, b""
    parts = list(read_parts(file, sniff(file).media_type))
    return {"unread": unread_pages(file, parts[0])}, msgspec.msgpack.encode(parts)


def _recognised(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    import msgspec

    from .pages import picture
    from .recognise import recognise

    return {}, msgspec.msgpack.encode(recognise(picture(file, head["media_type"], head["page"])))


def _entries(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    import msgspec

    from .entries import TooMany, bounded
    from .formats import of

    known = of(head["media_type"])
    if known is None or known.entries is None:
        return {}, msgspec.msgpack.encode([])
    try:
        return {}, msgspec.msgpack.encode(list(bounded(known.entries(file))))
    except TooMany:
        return {"trouble": "too_large"}, b""


def _entry(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    from .formats import of

    known = of(head["media_type"])
    assert known is not None and known.entry is not None  # it was listed
    return {}, known.entry(file, head["at"])


def _assembled(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    import msgspec

    from .assemble import PlannedPage, assemble

    return {}, assemble(file, head["types"], msgspec.convert(head["plan"], list[PlannedPage]))


def _outlined(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    from .assemble import outline
    from .pages import picture

    return {"corners": outline(picture(file, head["media_type"], head["page"]))}, b""


def _unlocked(file: BinaryIO, head: dict[str, Any]) -> tuple[dict[str, Any], bytes]:
    from .unlock import unlocked

    return {}, unlocked(file, head["password"])


_Task = Callable[[BinaryIO, dict[str, Any]], tuple[dict[str, Any], bytes]]
_TASKS: dict[str, _Task] = {
    "read": _read, "page": _render, "formatted": _formatted, "matches": _matches, "sheet": _sheet,
    "words": _words, "recognise": _recognised, "entries": _entries, "entry": _entry,
    "assemble": _assembled, "unlock": _unlocked, "outline": _outlined,
}  # fmt: skip


if __name__ == "__main__":
    main(int(sys.argv[1]), recognises="recognise" in sys.argv[2:])
