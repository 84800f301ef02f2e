"""Does what waits in the queue: the jobs of each queue beside each other, so that none waits for another queue.

A job that fails is written down with its reason, seen in Office, and tried again after waits that grow. Any
number of processes share the queue. What a process that dies was at is put anew by what the records say.
"""

from __future__ import annotations

import asyncio
import logging
import threading
from collections.abc import Callable, Mapping
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta

import psycopg
import structlog
from procrastinate import App, BaseRetryStrategy, JobContext, PsycopgConnector, RetryDecision
from procrastinate.exceptions import ProcrastinateException
from procrastinate.jobs import Job
from psycopg_pool import PoolTimeout

from waka.core.words import because
from waka.errors import DatabaseAway, DriveAway, ForeignDrive, WakaError
from waka.records.outside import stuck
from waka.records.outside.stuck import Item
from waka.work.deps import Deps

from .tasks import QUEUES, TASKS, Task

log = structlog.get_logger()
HEARTBEAT_SECONDS = 1.0
LOOK_SECONDS = 2.0  #: between looks into the queue, should its word that something waits be lost
AWAY_SECONDS = 1.0  #: after a lost database
UNSETTLED_SECONDS = 3.0  #: until what waits for a drive that is away is tried again


class Later(Exception):
    """A job failed and is to be tried again *at* a time."""

    def __init__(self, at: datetime) -> None:
        super().__init__(at)
        self.at = at


class Again(BaseRetryStrategy):
    """What failed is tried again when it said so, never given up."""

    def get_retry_decision(self, *, exception: BaseException, job: Job) -> RetryDecision:  # noqa: ARG002
        soon = datetime.now(UTC) + timedelta(seconds=AWAY_SECONDS)
        return RetryDecision(retry_at=exception.at if isinstance(exception, Later) else soon)


def work(deps: Deps, url: str, stop: threading.Event) -> None:
    """Do what waits until *stop* is set, whatever becomes of the database meanwhile."""
    # what happens to a job is told by us, and a lost connection is no news a second long
    logging.getLogger("procrastinate").setLevel(logging.CRITICAL)
    while not stop.is_set():
        try:
            asyncio.run(_work(deps, url, stop))
        except (psycopg.Error, PoolTimeout, ProcrastinateException) as error:
            log.warning("queue_lost", error=f"{type(error).__name__}: {error}".splitlines()[0])
        except Exception as error:
            log.error("fault", place="queue", exc_info=error)
        stop.wait(0 if stop.is_set() else AWAY_SECONDS)


async def _work(deps: Deps, url: str, stop: threading.Event) -> None:
    loop = asyncio.get_running_loop()
    loop.set_default_executor(ThreadPoolExecutor(sum(QUEUES.values()) + 2, "job"))
    # each queue listens on a connection of its own
    connector = PsycopgConnector(conninfo=url, min_size=1, max_size=2 * len(QUEUES) + 2, timeout=5)
    app = App(connector=connector)
    for task in TASKS:
        _register(app, task, deps, stop)
    async with app.open_async():
        running = [
            asyncio.create_task(app.run_worker_async(
                queues=[queue], name=queue, concurrency=many, install_signal_handlers=False,
                fetch_job_polling_interval=LOOK_SECONDS, update_heartbeat_interval=HEARTBEAT_SECONDS,
                delete_jobs="always",
            ))
            for queue, many in QUEUES.items()
        ]  # fmt: skip

        def end_all(*_: object) -> None:
            for one in running:
                one.cancel()  # which ends it once its jobs have ended

        # a job whose end could not be written down was lost with its connection: all begin anew
        loop.set_exception_handler(end_all)
        ending = asyncio.create_task(_when(stop, end_all))
        try:
            # where one ends all do: they share what it lacked
            done, _ = await asyncio.wait(running, return_when=asyncio.FIRST_COMPLETED)
            end_all()
            await asyncio.gather(*running, return_exceptions=True)
            for one in done:
                if not one.cancelled():
                    one.result()
        finally:
            ending.cancel()


async def _when(stop: threading.Event, act: Callable[[], None]) -> None:
    while not stop.is_set():
        await asyncio.sleep(0.1)
    act()


def _register(app: App, task: Task, deps: Deps, stop: threading.Event) -> None:
    registering = app.task(name=task.name, queue=task.queue, retry=Again(), pass_context=True)

    def do(context: JobContext, /, **args: object) -> None:
        _do(task, deps, stop, context.job, args)

    def do_by_the_clock(context: JobContext, timestamp: int = 0) -> None:
        _do(task, deps, stop, context.job, {})

    if task.cron is None:
        registering(do)
    else:
        app.periodic(cron=task.cron, periodic_id=task.name)(registering(do_by_the_clock))


def _do(task: Task, deps: Deps, stop: threading.Event, job: Job, args: Mapping[str, object]) -> None:
    subject = job.queueing_lock or task.name
    try:
        task.do(deps, args, stop)
    except (DatabaseAway, DriveAway, ForeignDrive) as error:
        # nothing is wrong with the job itself: it waits for what is away
        raise Later(_in(UNSETTLED_SECONDS)) from error
    except Exception as error:
        if not isinstance(error, WakaError | OSError):
            log.error("fault", place=task.name, subject=subject, exc_info=error)
        else:
            log.error("trouble", place=task.name, subject=subject, error=str(error))
        item = Item(subject=subject, shown=task.shown.format(**args), reason=because(error))
        with deps.db.transaction() as conn:
            at = stuck.put(conn, task.name, item)
        raise Later(min(at, _in(task.longest_wait))) from error
    with deps.db.transaction() as conn:
        stuck.clear(conn, task.name, subject)


def _in(seconds: float) -> datetime:
    return datetime.now(UTC) + timedelta(seconds=seconds)
