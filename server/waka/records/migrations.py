"""The numbered migrations, run by yoyo: plain SQL, never changed once shipped."""

from __future__ import annotations

from pathlib import Path

import psycopg
from psycopg import Connection, sql
from yoyo import get_backend, read_migrations

from waka.errors import DatabaseAway

FOLDER = Path(__file__).parent / "migrations"


def migrate(url: str) -> list[str]:
    """Bring the database at *url* up to date and return what was applied. Raises ``DatabaseAway``."""
    try:
        backend = get_backend(url.replace("postgresql://", "postgresql+psycopg://", 1))
    except psycopg.OperationalError as error:
        raise DatabaseAway(f"The database does not answer: {str(error).splitlines()[0]}.") from error
    try:
        migrations = read_migrations(str(FOLDER))
        with backend.lock():
            todo = backend.to_apply(migrations)
            backend.apply_migrations(todo)
            return [migration.id for migration in todo]
    finally:
        backend.connection.close()


def missing(conn: Connection) -> list[str]:
    """Return the migrations that this program has and the database lacks."""
    known = {path.stem for path in FOLDER.glob("*.sql")}
    there = conn.execute("select to_regclass('_yoyo_migration')").fetchone()
    if not there or there[0] is None:
        return sorted(known)
    applied = {row[0] for row in conn.execute("select migration_id from _yoyo_migration")}
    return sorted(known - applied)


def ensure_database(url: str, name: str, template: str | None = None, owner: str | None = None) -> bool:
    """Make database *name* over the connection *url* where there is none; return whether it was made."""
    with psycopg.connect(url, autocommit=True) as conn:
        known = conn.execute("select from pg_database where datname = %s", (name,)).fetchone()
        if known is not None:  # a row without columns, and so false
            return False
        query = sql.SQL("create database {}").format(sql.Identifier(name))
        if owner is not None:
            query = query + sql.SQL(" owner {}").format(sql.Identifier(owner))
        if template is not None:
            query = query + sql.SQL(" template {}").format(sql.Identifier(template))
            if conn.info.server_version >= 150000:
                # a third of the time of writing the copy to the log as well
                query = query + sql.SQL(" strategy file_copy")
        try:
            conn.execute(query)
        except psycopg.errors.DuplicateDatabase:
            return False  # another start was quicker
        return True
