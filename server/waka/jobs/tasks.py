"""What is done in the background: a task is one entry here, and one in ``due`` where the records say what waits."""

from __future__ import annotations

import threading
from collections.abc import Callable, Mapping
from dataclasses import dataclass

from waka.core.ids import ListId
from waka.records.changes import lists
from waka.work.changes import settle
from waka.work.changes.check import check_list
from waka.work.changes.run import run_list
from waka.work.deps import Deps
from waka.work.desk import uploading
from waka.work.documents import alike, page_cache
from waka.work.documents.reading import read_all
from waka.work.documents.words import read_words
from waka.work.outside.taking_in import index_next
from waka.work.rules import patterns

Args = Mapping[str, object]


@dataclass(frozen=True, slots=True, kw_only=True)
class Task:
    """One kind of work. Tasks of one queue share its threads, and wait for no other queue."""

    name: str
    queue: str
    #: ends soon once the event is set; what is left comes again
    do: Callable[[Deps, Args, threading.Event], None]
    shown: str  #: what a person reads where it failed, of its arguments
    longest_wait: float = 86_400.0  #: seconds until it is tried again, however often it failed
    cron: str | None = None  #: when it is due by the clock


#: how many jobs of a queue are done beside each other in one process
QUEUES = {"lists": 2, "reading": 3, "words": 2, "index": 1, "upkeep": 1}


def _list_of(args: Args) -> ListId:
    found = args["list"]
    assert isinstance(found, int)
    return ListId(found)


def _check_or_run(deps: Deps, args: Args, stop: threading.Event) -> None:
    list_id = _list_of(args)
    with deps.db.transaction() as conn:
        found = lists.lock(conn, list_id)
    if found is None:
        return
    if found.wish == "check" and found.state not in ("queued", "running"):
        check_list(deps, list_id)
    else:
        run_list(deps, list_id, stop)


def _settle(deps: Deps, args: Args, stop: threading.Event) -> None:
    settle.settle_list(deps, _list_of(args))


def _read(deps: Deps, args: Args, stop: threading.Event) -> None:
    contents = args["contents"]
    assert isinstance(contents, list)
    read_all(deps, [bytes.fromhex(one) for one in contents], stop)


def _words(deps: Deps, args: Args, stop: threading.Event) -> None:
    contents = args["contents"]
    assert isinstance(contents, list)
    read_words(deps, [bytes.fromhex(one) for one in contents], stop)


def _index(deps: Deps, args: Args, stop: threading.Event) -> None:
    while not stop.is_set() and index_next(deps):
        pass


def _sketches(deps: Deps, args: Args, stop: threading.Event) -> None:
    while not stop.is_set() and alike.make_next(deps):
        pass


def _read_names(deps: Deps, args: Args, stop: threading.Event) -> None:
    patterns.read_names(deps, stop)


def _tidy(deps: Deps, args: Args, stop: threading.Event) -> None:
    uploading.clear_stale(deps)
    page_cache.trim(deps)


WAITED_FOR = 30.0  #: a person waits for it: what kept it is perhaps mended by now
TASKS = (
    Task(name="lists", queue="lists", do=_check_or_run, shown="Change {list}", longest_wait=WAITED_FOR),
    Task(name="settling", queue="upkeep", do=_settle, shown="Change {list}", longest_wait=WAITED_FOR),
    Task(name="reading", queue="reading", do=_read, shown="The text of some documents"),
    Task(name="words", queue="words", do=_words, shown="What stands on some pages"),
    Task(name="index", queue="index", do=_index, shown="The search words of some documents"),
    Task(name="sketches", queue="index", do=_sketches, shown="What some texts are compared by"),
    Task(name="names", queue="upkeep", do=_read_names, shown="Whether names conform to a new pattern"),
    Task(
        name="tidying", queue="upkeep", do=_tidy, shown="Clearing away what is not needed", cron="17 * * * *"
    ),
)
BY_NAME = {task.name: task for task in TASKS}
