"""The command line: bin/waka and what bin/demo runs."""

from __future__ import annotations

import os
import shutil
import sys
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

import click

from waka import cli_changes, cli_names, cli_read, cluster, launch, logs
from waka.core.words import worded
from waka.errors import CannotStart, DriveTrouble, WakaError
from waka.settings import Settings
from waka.work.changes import lists
from waka.work.changes.ways.undo import propose_undo
from waka.work.deps import Deps
from waka.work.outside import belonging, taking_in
from waka.work.people import signing_in
from waka.work.upkeep import health

DEMO_MARK = "is-a-demo"  #: in a home that the demo made; no other is ever cleared


@click.group()
def waka() -> None:
    """Waka: filing for a team's shared drive."""


waka.add_command(cli_names.names)
waka.add_command(cli_read.read)


@contextmanager
def _open(settings: Settings, *, admit: bool = True) -> Iterator[Deps]:
    """Yield the parts on this WAKA_HOME, with the database started where it is not running."""
    with launch.database(settings) as url, launch.opened(settings, url, connections=6, admit=admit) as deps:
        yield deps


@waka.command("health")
def show_health() -> None:
    """Say whether database, migrations, drive and arrivals are in order, and what is stuck."""
    with _open(Settings.read(), admit=False) as deps:
        with suppress(DriveTrouble):  # what is wrong with it is said below
            belonging.admit(deps)
        checks = health.check(deps)
        stuck = health.stuck_items(deps)
    for check in checks:
        click.echo(f"{check.part:<11} {'in order' if check.in_order else check.told}")
        if check.in_order and check.told:
            click.echo(f"{'':<11} {check.told}")
    for item in stuck:
        click.echo(
            f"stuck       {item.shown}: {worded(item.reason.code, item.reason.facts)} "
            f"({item.part}, tried {item.tries} times since {item.since:%Y-%m-%d %H:%M})"
        )
    if not all(check.in_order for check in checks):
        sys.exit(1)


@waka.group("drive")
def drive_group() -> None:
    """The drive, and which database it belongs to."""


@drive_group.command("adopt")
@click.option("--as", "login", required=True, envvar="WAKA_PERSON", help="The administrator who says so.")
@click.option("--yes", is_flag=True, help="Do not ask again.")
def adopt_drive(login: str, yes: bool) -> None:
    """Say that this database and this drive belong together: after a backup was restored, or a disk copied."""
    settings = Settings.read()
    with _open(settings, admit=False) as deps:
        found = belonging.prospect(deps)
        for line in found.told:
            click.echo(line)
        click.echo(
            f"These records know {found.documents:,} documents; their logbook ends with entry {found.last_entry:,}.\n"
            "Once adopted, the drive follows these records: what they do not know of is taken in as new, what\n"
            "they miss is said to be gone. Another database that used this drive is refused from then on. What\n"
            "lies in .waka unknown to these records is set aside in .waka/unknown for 90 days; nothing is removed."
        )
        if not yes:
            click.confirm("Do they belong together?", abort=True)
        aside = belonging.adopt(deps, login)
    click.echo(f"Adopted. {aside} files in .waka were set aside.")


@waka.command("migrate")
def run_migrations() -> None:
    """Bring the database up to date."""
    with launch.database(Settings.read()):
        click.echo("The database is up to date.")


@waka.group()
def person() -> None:
    """People who sign in."""


@person.command("add")
@click.argument("login")
@click.option("--name", prompt="Whole name")
@click.option("--right", type=click.Choice(["reader", "filer", "keeper"]), default="filer")
@click.option("--administrator", is_flag=True)
@click.password_option(envvar="WAKA_PERSON_PASSWORD")
def add_person(login: str, name: str, right: str, administrator: bool, password: str) -> None:
    """Add a person who signs in as LOGIN."""
    with _open(Settings.read()) as deps:
        signing_in.add_person(
            deps, login=login, name=name, password=password, right=right,
            administrator=administrator,
        )  # fmt: skip
    click.echo(f"{name} may sign in as “{login}”.")


@waka.command("demo", hidden=True)
@click.option("--fresh", is_flag=True, help="Start the demo data over.")
@click.option("--only-make", is_flag=True, help="Make the data and stop.")
def run_demo(fresh: bool, only_make: bool) -> None:
    """Serve the demo, made where there is none."""
    from waka.demo import make as demo  # brings libraries that serving does without

    settings = Settings.read()
    _assert_own(settings)
    if not only_make:
        launch.assert_port_free(settings.port)
    if fresh:
        _clear(settings)
    with launch.database(settings) as url:
        with launch.opened(settings, url, connections=3) as deps:
            if not demo.exists(deps):
                (settings.home / DEMO_MARK).touch()
                click.echo("Making the demo's papers ...")
                made = demo.make(deps)
                click.echo(f"{made.filed} documents filed, {made.waiting} waiting.")
        if only_make:
            return
        lines = [f"\nWaka is at http://127.0.0.1:{settings.port}\n"]
        lines += [f"  {right:<7} {login}" for login, _, right in demo.SIGN_INS]
        lines += [f"  password, all: {demo.PASSWORD}", "\nCtrl-C stops it."]
        code = launch.serve(settings, url, "\n".join(lines))
    sys.exit(code)


@waka.command("serve")
@click.option("--ask", is_flag=True, help="Ask for the first administrator where there is none.")
def run_server(ask: bool) -> None:
    """Serve this WAKA_HOME, or the drive and database that the environment names, as they are."""
    settings = Settings.read()
    launch.assert_port_free(settings.port)
    with launch.database(settings) as url:
        if ask:
            with launch.opened(settings, url, connections=3, admit=False) as deps:
                _first_administrator(deps)
        code = launch.serve(settings, url, f"Waka is at http://127.0.0.1:{settings.port}")
    sys.exit(code)


def _first_administrator(deps: Deps) -> None:
    """Make the first administrator and keeper of the drive, from the environment or the terminal."""
    if signing_in.may_anybody(deps):
        return
    login = os.environ.get("WAKA_ADMIN")
    password = os.environ.get("WAKA_ADMIN_PASSWORD")
    name = os.environ.get("WAKA_ADMIN_NAME") or login
    if not login or not password:
        if not sys.stdin.isatty():
            raise CannotStart(
                "There is no administrator yet: set WAKA_ADMIN and WAKA_ADMIN_PASSWORD, "
                "or start Waka on a terminal."
            )
        click.echo("There is no administrator yet. Who are you?")
        login = click.prompt("Sign-in")
        name = click.prompt("Whole name", default=login)
        password = click.prompt("Password", hide_input=True, confirmation_prompt=True)
    signing_in.add_person(
        deps, login=login, name=name or login, password=password, right="keeper", administrator=True
    )
    click.echo(f"{name} is administrator and keeper of the drive.")


@waka.command("take-in")
def take_in_tree() -> None:
    """Take in a tree that is there: every file becomes a document with a number, nothing is moved.

    Safe to interrupt: started again, it goes on. A running Waka does the same by itself.
    """
    settings = Settings.read()
    with _open(settings) as deps, click.progressbar(length=0, label="Taking in", file=sys.stderr) as bar:

        def show(taken: int, of: int) -> None:
            bar.length = of
            bar.update(taken - bar.pos)

        taken = taking_in.take_in(deps, None, on_progress=show)
    click.echo(f"{taken} documents taken in from {settings.drive}.")


@waka.group("changes")
def changes() -> None:
    """Many moves at once, from a CSV or XLSX with the columns from and to.

    Exit codes: 0 all is well, 1 trouble, 3 the check found steps that cannot run, 4 some did not arrive.
    """


_file = click.argument("file", type=click.Path(path_type=Path, dir_okay=False))
_as = click.option(
    "--as", "login", required=True, envvar="WAKA_PERSON", help="Who it is done as: their rights hold."
)


@changes.command("check")
@_file
@_as
def check_changes(file: Path, login: str) -> None:
    """Check the moves in FILE; nothing moves."""
    with _open(Settings.read()) as deps:
        person = cli_changes.person_of(deps, login)
        found = cli_changes.propose(deps, person, file)
        code = cli_changes.tell_check(deps, person, found)
        lists.discard(deps, person, found.id)
    sys.exit(code)


@changes.command("run")
@_file
@_as
def run_changes(file: Path, login: str) -> None:
    """Check the moves in FILE and, where nothing is wrong, carry them out. What is already there is passed over."""
    with _open(Settings.read()) as deps:
        person = cli_changes.person_of(deps, login)
        found = cli_changes.propose(deps, person, file)
        code = cli_changes.tell_check(deps, person, found) or cli_changes.carry_out(deps, person, found)
    sys.exit(code)


@changes.command("prove")
@_file
@_as
@click.option("--read", is_flag=True, help="Read every file again.")
def prove_changes(file: Path, login: str, read: bool) -> None:
    """Say whether what was last run from FILE has arrived."""
    with _open(Settings.read()) as deps:
        person = cli_changes.person_of(deps, login)
        code = cli_changes.tell_proof(deps, person, cli_changes.last_of(deps, person, file), read=read)
    sys.exit(code)


@changes.command("undo")
@_file
@_as
def undo_changes(file: Path, login: str) -> None:
    """Put back what was last run from FILE; what was changed since is said and left alone."""
    with _open(Settings.read()) as deps:
        person = cli_changes.person_of(deps, login)
        undo_id = propose_undo(deps, person, cli_changes.last_of(deps, person, file))
        found = cli_changes.checked(deps, person, undo_id)
        code = cli_changes.tell_check(deps, person, found) or cli_changes.carry_out(deps, person, found)
    sys.exit(code)


def _assert_own(settings: Settings) -> None:
    """The demo writes into and clears its own home only. Raises ``CannotStart`` for anything else."""
    home = settings.home
    if settings.database_url or settings.drive != home / "drive" or settings.arrivals != home / "arrivals":
        raise CannotStart(
            "The demo keeps to a home of its own: unset WAKA_DRIVE, WAKA_ARRIVALS and WAKA_DATABASE_URL."
        )
    if settings.drive.exists() and any(settings.drive.iterdir()) and not (home / DEMO_MARK).exists():
        raise CannotStart(f"{settings.drive} holds a drive that is no demo: set WAKA_HOME to another folder.")


def _clear(settings: Settings) -> None:
    own = cluster.prepare(settings.home)
    if cluster.is_running(own.data):
        cluster.stop(own)
    for folder in (settings.drive, settings.arrivals, own.data, settings.home / "cache"):
        shutil.rmtree(folder, ignore_errors=True)


def main() -> None:
    logs.configure()
    os.umask(0o022)
    try:
        waka(standalone_mode=False)
    except WakaError as error:
        click.echo(f"{error.message} {error.mend or ''}".strip(), err=True)
        sys.exit(1)
    except click.ClickException as error:
        error.show()
        sys.exit(2)
    except click.Abort:
        sys.exit(130)


if __name__ == "__main__":
    main()
