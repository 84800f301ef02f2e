"""The command line: bin/waka and what bin/demo runs."""

from __future__ import annotations

import os
import shutil
import sys
from collections.abc import Iterator
from contextlib import contextmanager

import click

from waka import cluster, launch, logs
from waka.errors import CannotStart, WakaError
from waka.settings import Settings
from waka.work import health, signing_in
from waka.work.deps import Deps

DEMO_MARK = "is-a-demo"  #: in a home that the demo made; no other is ever cleared


@click.group()
def waka() -> None:
    """Waka: filing for a team's shared drive."""


@contextmanager
def _open(settings: Settings) -> Iterator[Deps]:
    """Yield the parts on this WAKA_HOME, with the database started where it is not running."""
    with launch.database(settings) as url, launch.opened(settings, url, connections=3) as deps:
        yield deps


@waka.command("health")
def show_health() -> None:
    """Say whether database, migrations, drive and arrivals are in order."""
    with _open(Settings.read()) as deps:
        checks = health.check(deps)
    for check in checks:
        click.echo(f"{check.part:<11} {'in order' if check.in_order else check.told}")
    if not all(check.in_order for check in checks):
        sys.exit(1)


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
def run_server() -> None:
    """Serve this WAKA_HOME as it is."""
    settings = Settings.read()
    launch.assert_port_free(settings.port)
    with launch.database(settings) as url:
        code = launch.serve(settings, url, f"Waka is at http://127.0.0.1:{settings.port}")
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
