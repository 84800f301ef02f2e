"""bin/waka changes: a spreadsheet of moves checked, run, proved and undone from the shell; the same engine.

Exit codes: 0 all is well; 1 something is wrong and was said; 2 the command itself was not understood;
3 the check found steps that cannot run; 4 some steps failed or did not arrive.
"""

from __future__ import annotations

import sys
import threading
import time
from contextlib import suppress
from pathlib import Path

import click

from waka.core.ids import ListId, PersonId
from waka.core.words import blocks, worded
from waka.errors import BadRequest, DatabaseAway, NotFound
from waka.records.changes import lists as kept
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import Filter
from waka.records.people import people
from waka.work.changes import lists, looking
from waka.work.changes.check import check_list
from waka.work.changes.evidence import THERE, proved_steps
from waka.work.changes.paging import PAGE
from waka.work.changes.run import run_list
from waka.work.changes.ways import sheet
from waka.work.deps import Deps

BLOCKED, AMISS = 3, 4


def person_of(deps: Deps, login: str) -> PersonId:
    """Return who the list is made by: their rights hold here too. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        found = people.by_login(conn, login)
    if found is None:
        raise NotFound(f"Nobody who signs in as “{login}”")
    return found.id


def propose(deps: Deps, person: PersonId, file: Path) -> ChangeList:
    """Make a list of a spreadsheet and check it. Raises ``BadRequest``."""
    try:
        data = file.read_bytes()
    except OSError as error:
        raise BadRequest(f"{file} cannot be read: {error.strerror}.") from error
    list_id = sheet.propose_sheet(deps, person, sheet.read(deps, data), file.name, origin="command")
    return checked(deps, person, list_id)


def checked(deps: Deps, person: PersonId, list_id: ListId) -> ChangeList:
    """Return a new list, checked here where it was too long to be checked as it was made."""
    found = lists.one(deps, person, list_id)
    if found.state == "draft":
        check_list(deps, list_id)
        found = lists.one(deps, person, list_id)
    return found


def tell_check(deps: Deps, person: PersonId, found: ChangeList) -> int:
    """Say what the check found, step by step where something is wrong; return the exit code."""
    click.echo(f"Change {found.id}: {found.steps} steps, {found.summary.left} left out.")
    for sight in found.summary.sight:
        for word, names in (("will see", sight.gain), ("will not see", sight.lose)):
            if names:
                click.echo(f"  {sight.steps} steps: {', '.join(names)} {word} the documents")
    for code in found.summary.findings:
        if not blocks(code):
            continue
        start, total = 0, 1
        while start < total:
            page = looking.page_of(deps, person, found.id, Filter(finding=code), start)
            for step in page.steps:
                told = "; ".join(worded(f.code, f.facts) for f in step.step.findings)
                row = f"line {step.step.row}" if step.step.row is not None else f"step {step.step.position}"
                click.echo(f"  {row}: {step.from_path} → {step.to_path}: {told}", err=True)
            start, total = start + PAGE, page.total
    blocked = found.summary.blocked
    if blocked:
        click.echo(f"{blocked} steps cannot run as they are; nothing was moved.", err=True)
    return BLOCKED if blocked else 0


def carry_out(deps: Deps, person: PersonId, found: ChangeList) -> int:
    """Run a checked list here, with a bar on a terminal; return the exit code."""
    if found.steps:
        lists.run(deps, person, found.id)
        _run_here(deps, person, found)
    now = lists.one(deps, person, found.id)
    click.echo(f"Change {now.id}: {now.steps_done} of {now.steps} steps done, {now.steps_failed} failed.")
    if now.trouble:
        click.echo(worded(now.trouble.code, now.trouble.facts), err=True)
    return 0 if now.state == "done" or not found.steps else AMISS


def _run_here(deps: Deps, person: PersonId, found: ChangeList) -> None:
    with click.progressbar(length=found.steps, label="Running", file=sys.stderr) as bar:
        while True:
            # anew, where it waits for another list, lost its database or is in the hands of a running Waka
            worker = threading.Thread(target=_work, args=[deps, found.id])
            worker.start()
            is_working = True
            while is_working:
                worker.join(0.3)
                is_working = worker.is_alive()
                now = lists.one(deps, person, found.id)
                bar.update(now.steps_done - bar.pos)
            if now.state not in ("queued", "running"):
                return
            time.sleep(0.5)


def _work(deps: Deps, list_id: ListId) -> None:
    with suppress(DatabaseAway):
        run_list(deps, list_id)


def tell_proof(deps: Deps, person: PersonId, list_id: ListId, *, read: bool) -> int:
    """Say what arrived, and each that did not; return the exit code."""
    found = lists.one(deps, person, list_id)
    files = amiss = destroyed = 0
    for one in proved_steps(deps, person, found, read=read):
        if one.outcome == "destroyed":
            destroyed += 1
            continue
        files += 1
        if one.outcome not in THERE:
            amiss += 1
            why = worded(one.why.code, one.why.facts) if one.why else one.outcome
            click.echo(f"  step {one.position}, No. {one.number}, {one.path}: {why}", err=True)
    arrived = f"All {files} of {files} arrived." if not amiss else f"{files - amiss} of {files} arrived."
    if files or not destroyed:
        click.echo(arrived)
    if destroyed:
        click.echo(f"{destroyed} destroyed; nothing of them is left in the bin.")
    return AMISS if amiss else 0


def last_of(deps: Deps, person: PersonId, file: Path) -> ListId:
    """Return the latest list that was made of a spreadsheet of this name. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        for found in kept.of_person(conn, person, None):
            if found.ask.sheet == file.name and found.begun_at is not None:
                return found.id
    raise NotFound(f"A list that was run from {file.name}")
