"""The eyes: reads documents in processes of their own, bounded in time, memory and reach.

Libraries that read other people's files crash, hang and swell on some of them. They run in confined
processes that get an open file and nothing else, and are ended when a document takes too long or brings
them down; the document is then known by its trouble. One document never has more than one process at work, one
person never more than half of them, what several ask for is made once, and trouble is remembered: so a bad file
costs nobody else time.
"""

from __future__ import annotations

import hashlib
import json
import os
import threading
import time
from collections import OrderedDict, deque
from collections.abc import Sequence
from concurrent.futures import Future
from concurrent.futures import TimeoutError as NotYet
from dataclasses import dataclass, field
from io import BufferedReader
from pathlib import Path
from typing import Any

import msgspec
import structlog

from waka.errors import ReadingAway, StillReading, Unreadable

from .assemble import PlannedPage
from .entries import Entry
from .formats.base import PageWords
from .parts import Part
from .sniff import HEAD, sniff_head
from .troubles import unreadable
from .turns import File, Turns, asker
from .workers import Answer, Process, Template

log = structlog.get_logger()
READ_SECONDS = 30.0
RENDER_SECONDS = 10.0
RECOGNISE_SECONDS = 90.0  #: for a page
PATIENCE = 4.0  #: seconds that somebody waits for a page, before being told to ask again
FRAME_PATIENCE = 12.0  #: the same where a frame asks, which cannot ask again by itself
MOST_PROCESSES = 4  #: at work at once, for one process of ours
REMEMBERED, REMEMBERED_SECONDS = 500, 3600.0  #: troubles
KEPT_BYTES = 32 << 20  #: of what was made and nobody waited for any more
SLOW_PAGES = 2  #: after so many that took too long, the whole document is not tried again for a while


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


@dataclass
class _Task:
    head: dict[str, Any]
    fd: int
    file: File
    seconds: float
    who: int | None = field(default_factory=asker.get)  #: of several who ask for the same, the first
    done: Future[Answer] = field(default_factory=Future)

    @property
    def key(self) -> str:
        # as a digest: what is asked may hold a password, and keys are remembered where there was trouble
        told = json.dumps([*self.file, self.head], sort_keys=True)
        return hashlib.sha256(told.encode()).hexdigest()


class Reader:
    """Reads several documents at a time, each in one process. Safe to share between threads."""

    def __init__(self, processes: int = MOST_PROCESSES, *, recognises: bool = False) -> None:
        self._most = processes
        self._change = threading.Condition()
        self._waiting: deque[_Task] = deque()
        self._asked: dict[str, _Task] = {}  #: waiting or at work
        self._turns = Turns(processes)
        self._processes: set[Process] = set()
        self._threads: list[threading.Thread] = []
        self._idle = 0
        self._closed = False
        self._troubles: OrderedDict[str, tuple[str, float]] = OrderedDict()
        self._slow: OrderedDict[File, tuple[int, float]] = OrderedDict()
        self._made: OrderedDict[str, Answer] = OrderedDict()
        self._template = Template(recognises)

    def read(self, file: BufferedReader) -> Content:
        """Return what is in *file*; its trouble where it cannot be read. Waits as long as that takes.

        Raises ``ReadingAway`` where nothing can be read at all, ``StillReading`` when closed meanwhile.
        """
        try:
            head, body = self._run({"task": "read"}, file, READ_SECONDS, patience=None)
        except Unreadable as error:
            file.seek(0)
            known = sniff_head(file.read(HEAD))
            return Content(
                media_type=known.media_type,
                extension=known.extension,
                pages=0,
                text="",
                trouble=error.trouble,
            )
        return Content(
            media_type=str(head["media_type"]), extension=str(head["extension"]), pages=int(head["pages"]),
            text=body.decode("utf-8", "replace"), trouble=head["trouble"],
        )  # fmt: skip

    def page(self, file: BufferedReader, media_type: str, page: int, width: int) -> bytes:
        """Return a page as JPEG. Raises ``Unreadable``, ``StillReading``, ``ReadingAway``."""
        head = {"task": "page", "media_type": media_type, "page": page, "width": width}
        return self._run(head, file, RENDER_SECONDS, PATIENCE)[1]

    def formatted(self, file: BufferedReader, name: str, media_type: str) -> str | None:
        """Return the document as clean HTML, None where it has no such form. Raises as ``page``."""
        head = {
            "task": "formatted",
            "name": Path(name).suffix and f"x{Path(name).suffix}",
            "media_type": media_type,
        }
        told, body = self._run(head, file, RENDER_SECONDS, FRAME_PATIENCE)
        return body.decode("utf-8", "replace") if told["made"] else None

    def matches(self, file: BufferedReader, media_type: str, words: str) -> list[Match]:
        """Return where *words* stand on the pages. Raises as ``page``."""
        head = {"task": "matches", "media_type": media_type, "words": words[:200]}
        told, _ = self._run(head, file, RENDER_SECONDS, PATIENCE)
        return [Match(int(page), [_box(box) for box in boxes]) for page, boxes in told["matches"]]

    def words(self, file: BufferedReader) -> tuple[list[Part], list[int]]:
        """Return a document's parts with their words, and its pages, from 1, whose words have to be recognised.

        Waits as long as that takes. Raises ``Unreadable``, ``ReadingAway``; ``StillReading`` when closed meanwhile.
        """
        told, body = self._run({"task": "words"}, file, READ_SECONDS, patience=None)
        return msgspec.msgpack.decode(body, type=list[Part]), [int(page) for page in told["unread"]]

    def recognise(self, file: BufferedReader, media_type: str, page: int) -> PageWords:
        """Return the words on the picture of a page, from 1. For a reader that recognises; raises as ``words``."""
        head = {"task": "recognise", "media_type": media_type, "page": page}
        return msgspec.msgpack.decode(
            self._run(head, file, RECOGNISE_SECONDS, patience=None)[1], type=PageWords
        )

    def entries(self, file: BufferedReader, media_type: str) -> list[Entry]:
        """Return the files in a file; [] where it holds none. Raises as ``words``."""
        head = {"task": "entries", "media_type": media_type}
        return msgspec.msgpack.decode(
            self._run(head, file, RENDER_SECONDS, READ_SECONDS)[1], type=list[Entry]
        )

    def entry(self, file: BufferedReader, media_type: str, at: int) -> bytes:
        """Return one of those files. Raises as ``words``."""
        return self._run(
            {"task": "entry", "media_type": media_type, "at": at}, file, READ_SECONDS, READ_SECONDS
        )[1]

    def assemble(self, file: BufferedReader, types: Sequence[str], plan: Sequence[PlannedPage]) -> bytes:
        """Return a PDF of pages of the sources in a zip. For a reader that recognises; raises as ``words``."""
        head = {"task": "assemble", "types": list(types), "plan": msgspec.to_builtins(plan)}
        return self._run(head, file, RECOGNISE_SECONDS, patience=None)[1]

    def outline(self, file: BufferedReader, media_type: str, page: int) -> list[float] | None:
        """Return the corners of the sheet in a photograph. For a reader that recognises; raises as ``page``."""
        head = {"task": "outline", "media_type": media_type, "page": page}
        corners: list[float] | None = self._run(head, file, RENDER_SECONDS, READ_SECONDS)[0]["corners"]
        return corners

    def unlocked(self, file: BufferedReader, password: str) -> bytes:
        """Return a PDF without the password that it asks for. Raises ``Unreadable`` where that does not open it."""
        return self._run({"task": "unlock", "password": password}, file, READ_SECONDS, patience=None)[1]

    def sheet(self, file: BufferedReader, most_rows: int, most_columns: int) -> list[list[str]]:
        """Return the rows of a workbook; a formula begins with ``sheets.FORMULA``. Raises as ``page``."""
        head = {"task": "sheet", "most_rows": most_rows, "most_columns": most_columns}
        _, body = self._run(head, file, RENDER_SECONDS, READ_SECONDS)
        rows: list[list[str]] = json.loads(body)
        return rows

    def warm(self) -> None:
        """Load the libraries now, in the background, so that the first who asks need not wait for it."""
        threading.Thread(target=self._template.start, name="reading-warm", daemon=True).start()

    def close(self) -> None:
        with self._change:
            self._closed = True
            for task in self._waiting:
                task.done.set_exception(StillReading())
                os.close(task.fd)
            self._waiting.clear()
            self._change.notify_all()
            at_work = list(self._processes)
        self._template.close()
        for process in at_work:
            process.kill()  # whoever waits for it is told to ask again
        for thread in self._threads:
            thread.join(RENDER_SECONDS)

    def _run(
        self, head: dict[str, Any], file: BufferedReader, seconds: float, patience: float | None
    ) -> Answer:
        found = os.fstat(file.fileno())
        edition = (found.st_dev, found.st_ino, found.st_size, found.st_mtime_ns)
        task = _Task(head=head, fd=-1, file=edition, seconds=seconds)
        with self._change:
            self._refuse_what_is_known(task)
            made = self._made.pop(task.key, None)
            if made is not None:
                return made
            asked = self._asked.get(task.key)
            if asked is None:
                task.fd = os.dup(file.fileno())
                self._enter(task)
            else:
                task = asked
        try:
            answer = task.done.result(patience)
        except NotYet as error:
            raise StillReading from error
        with self._change:
            self._made.pop(task.key, None)
        return answer

    def _refuse_what_is_known(self, task: _Task) -> None:
        now = time.monotonic()
        trouble, until = self._troubles.get(task.key, ("", 0.0))
        if now < until:
            raise unreadable(trouble)
        slow, until = self._slow.get(task.file, (0, 0.0))
        if slow >= SLOW_PAGES and now < until:
            raise unreadable("too_slow")

    def _enter(self, task: _Task) -> None:
        if self._closed:
            os.close(task.fd)
            raise StillReading
        self._asked[task.key] = task
        self._waiting.append(task)
        if not self._idle and len(self._threads) < self._most:
            thread = threading.Thread(target=self._work, name=f"reading-{len(self._threads)}", daemon=True)
            self._threads.append(thread)
            thread.start()
        self._change.notify_all()

    def _next(self) -> _Task | None:
        """Return the first that waits and whose turn it is; None at the end."""
        with self._change:
            self._idle += 1
            try:
                while not self._closed:
                    task = self._turns.first(self._waiting)
                    if task is not None:
                        self._waiting.remove(task)
                        self._turns.begin(task)
                        return task
                    self._change.wait()
                return None
            finally:
                self._idle -= 1

    def _work(self) -> None:
        """Give one process after another its tasks."""
        process: Process | None = None
        while (task := self._next()) is not None:
            try:
                if process is None:
                    process = self._template.fork()
                    self._begin(process)
                answer = process.ask(task.head, task.fd, task.seconds)
                error: Unreadable | ReadingAway | None = None
                if answer[0].get("trouble") and "media_type" not in answer[0]:
                    error = unreadable(str(answer[0]["trouble"]))
            except Unreadable as trouble:
                # one that is ended because we leave blames no document
                error = ReadingAway() if self._closed else trouble
                self._forget(process)
                process = None
            except Exception:  # whatever it is, it is ours: who asked is answered, and this thread lives on
                if not self._closed:
                    log.exception("no_reading_process")
                self._forget(process)
                error, process = ReadingAway(), None
            self._settle(task, error, () if error else answer)
        if process is not None:
            self._forget(process)
            process.end()

    def _begin(self, process: Process) -> None:
        with self._change:
            self._processes.add(process)
            if self._closed:
                process.kill()

    def _forget(self, process: Process | None) -> None:
        with self._change:
            self._processes -= {process}

    def _settle(
        self, task: _Task, error: Unreadable | ReadingAway | None, answer: Answer | tuple[()]
    ) -> None:
        os.close(task.fd)
        with self._change:
            del self._asked[task.key]
            self._turns.end(task)
            until = time.monotonic() + REMEMBERED_SECONDS
            if isinstance(error, Unreadable):
                self._troubles[task.key] = (error.trouble, until)
                if error.trouble == "too_slow":
                    self._slow[task.file] = (self._slow.get(task.file, (0, 0.0))[0] + 1, until)
            elif answer and task.head["task"] != "read":
                self._made[task.key] = answer
            for memory in (self._troubles, self._slow):
                while len(memory) > REMEMBERED:
                    memory.popitem(last=False)
            while sum(len(body) for _, body in self._made.values()) > KEPT_BYTES:
                self._made.popitem(last=False)
            self._change.notify_all()
        if error is not None:
            task.done.set_exception(error)
        elif answer:
            task.done.set_result(answer)


def _box(told: list[float]) -> tuple[float, float, float, float]:
    left, top, width, height = map(float, told)
    return left, top, width, height
