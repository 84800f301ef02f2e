"""People, their sessions, and what they may do."""

from __future__ import annotations

from dataclasses import dataclass

from psycopg import Connection
from psycopg.errors import UniqueViolation

from waka.errors import BadRequest

from .database import row, value
from .sql import load

SQL = load("people")


@dataclass(frozen=True, slots=True, kw_only=True)
class SignIn:
    """What is checked when somebody signs in."""

    id: int
    login: str
    name: str
    initials: str
    password_hash: str
    administrator: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Person:
    """Somebody who is signed in."""

    id: int
    login: str
    name: str
    initials: str
    administrator: bool
    csrf: str  #: what changing requests of this session must carry


@dataclass(frozen=True, slots=True, kw_only=True)
class Failures:
    by_login: int
    by_address: int
    seconds_since: float


def by_login(conn: Connection, login: str) -> SignIn | None:
    return row(conn, SQL["by_login"], {"login": login}, SignIn)


def add(
    conn: Connection,
    *,
    login: str,
    name: str,
    initials: str,
    password_hash: str | None,
    administrator: bool,
) -> int:
    """Add a person and return the id. Raises ``BadRequest`` where the name is taken."""
    try:
        found = value(
            conn, SQL["add"],
            {"login": login, "name": name, "initials": initials, "password_hash": password_hash,
             "administrator": administrator},
        )  # fmt: skip
    except UniqueViolation as error:
        raise BadRequest(f"Somebody already signs in as “{login}”.", mend="Choose another.") from error
    assert isinstance(found, int)
    return found


def by_session(conn: Connection, token_hash: bytes) -> Person | None:
    return row(conn, SQL["by_session"], {"token_hash": token_hash}, Person)


def add_session(conn: Connection, *, token_hash: bytes, person: int, csrf: str) -> None:
    conn.execute(SQL["add_session"], {"token_hash": token_hash, "person": person, "csrf": csrf})


def end_session(conn: Connection, token_hash: bytes) -> None:
    conn.execute(SQL["end_session"], {"token_hash": token_hash})


def recent_failures(conn: Connection, *, login: str, address: str) -> Failures:
    found = row(conn, SQL["recent_failures"], {"login": login, "address": address}, Failures)
    assert found is not None  # an aggregate always answers
    return found


def add_failure(conn: Connection, *, login: str, address: str) -> None:
    conn.execute(SQL["add_failure"], {"login": login, "address": address})


def clear_failures(conn: Connection, *, login: str, address: str) -> None:
    conn.execute(SQL["clear_failures"], {"login": login, "address": address})


def add_invitation(conn: Connection, *, token_hash: bytes, person: int, by: int) -> None:
    args: dict[str, object] = {"token_hash": token_hash, "person": person, "by": by}
    conn.execute(SQL["add_invitation"], args)


def invited(conn: Connection, token_hash: bytes) -> tuple[int, str] | None:
    """Return the id and sign-in of whom an invitation is for, where it holds."""
    found = conn.execute(SQL["invited"], {"token_hash": token_hash}).fetchone()
    return (int(found[0]), str(found[1])) if found else None


def set_password(conn: Connection, person: int, password_hash: str) -> None:
    """Set a password; invitations and sessions of before end."""
    conn.execute(SQL["set_password"], {"person": person, "password_hash": password_hash})


def filers(conn: Connection) -> list[int]:
    return [int(found[0]) for found in conn.execute(SQL["filers"])]


def may_file_anywhere(conn: Connection, person: int) -> bool:
    return bool(value(conn, SQL["may_file_anywhere"], {"person": person}))


def revoke_all(conn: Connection, person: int) -> None:
    """Take away all that a person may see or do, at once."""
    conn.execute(SQL["revoke_all"], {"person": person})
