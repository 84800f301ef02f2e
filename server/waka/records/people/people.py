"""People, their sessions, and what they may do."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from psycopg import Connection
from psycopg.errors import UniqueViolation

from waka.core.ids import PersonId
from waka.errors import BadRequest
from waka.records.database import row, rows, value
from waka.records.sql import load

SQL = load("people/people")


@dataclass(frozen=True, slots=True, kw_only=True)
class SignIn:
    """What is checked when somebody signs in."""

    id: PersonId
    login: str
    name: str
    initials: str
    password_hash: str
    administrator: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Person:
    """Somebody who is signed in."""

    id: PersonId
    login: str
    name: str
    initials: str
    administrator: bool
    csrf: str  #: what changing requests of this session must carry
    hidden: list[
        str
    ]  #: paths of folders that they may not know of, above some that they may see; not told at sign-in


@dataclass(frozen=True, slots=True, kw_only=True)
class Failures:
    by_pair: int
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
) -> PersonId:
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
    return PersonId(found)


def by_session(conn: Connection, token_hash: bytes) -> Person | None:
    return row(conn, SQL["by_session"], {"token_hash": token_hash}, Person)


def add_session(
    conn: Connection, *, token_hash: bytes, person: PersonId, csrf: str, address: str, agent: str
) -> None:
    args: dict[str, object] = {
        "token_hash": token_hash, "person": person, "csrf": csrf, "address": address, "agent": agent,
    }  # fmt: skip
    conn.execute(SQL["add_session"], args)


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnSession:
    """Where somebody is signed in."""

    id: int
    created_at: datetime
    seen_at: datetime
    address: str | None
    agent: str | None
    is_this: bool


def sessions(conn: Connection, person: PersonId, this: bytes) -> list[OwnSession]:
    return rows(conn, SQL["sessions"], {"person": person, "this": this}, OwnSession)


def end_own_session(conn: Connection, person: PersonId, session: int) -> bool:
    return value(conn, SQL["end_own_session"], {"person": person, "session": session}) is not None


def change_password(conn: Connection, person: PersonId, password_hash: str, *, but: bytes) -> None:
    """Set a password; all sessions and known browsers end but the session *but*."""
    conn.execute(SQL["change_password"], {"person": person, "password_hash": password_hash, "but": but})


def end_session(conn: Connection, token_hash: bytes) -> None:
    conn.execute(SQL["end_session"], {"token_hash": token_hash})


def hold_tries(conn: Connection) -> None:
    """Let tries to sign in be counted one after another, until the transaction ends."""
    conn.execute(SQL["hold_tries"])


def recent_failures(conn: Connection, *, login: str, address: str, device: bytes | None) -> Failures:
    args: dict[str, object] = {"login": login, "address": address, "device": device}
    found = row(conn, SQL["recent_failures"], args, Failures)
    assert found is not None  # an aggregate always answers
    return found


def add_failure(conn: Connection, *, login: str, address: str, device: bytes | None) -> int:
    """Count a try as failed; return its number."""
    args: dict[str, object] = {"login": login, "address": address, "device": device}
    found = value(conn, SQL["add_failure"], args)
    assert isinstance(found, int)
    return found


def clear_failures(conn: Connection, *, tried: int, login: str, device: bytes | None) -> None:
    """Take back the try that came right, and what the same browser had failed before."""
    conn.execute(SQL["clear_failures"], {"tried": tried, "login": login, "device": device})


def is_device_of(conn: Connection, token_hash: bytes, person: PersonId) -> bool:
    return bool(value(conn, SQL["is_device_of"], {"token_hash": token_hash, "person": person}))


def put_device(conn: Connection, token_hash: bytes, person: PersonId) -> None:
    conn.execute(SQL["put_device"], {"token_hash": token_hash, "person": person})


def add_invitation(conn: Connection, *, token_hash: bytes, person: PersonId, by: int) -> None:
    args: dict[str, object] = {"token_hash": token_hash, "person": person, "by": by}
    conn.execute(SQL["add_invitation"], args)


def invited(conn: Connection, token_hash: bytes) -> tuple[PersonId, str] | None:
    """Return the id and sign-in of whom an invitation is for, where it holds."""
    found = conn.execute(SQL["invited"], {"token_hash": token_hash}).fetchone()
    return (PersonId(found[0]), str(found[1])) if found else None


def set_password(conn: Connection, person: PersonId, password_hash: str) -> None:
    """Set a password; invitations and sessions of before end."""
    conn.execute(SQL["set_password"], {"person": person, "password_hash": password_hash})


def name_of(conn: Connection, person: PersonId) -> str:
    return str(value(conn, SQL["name_of"], {"person": person}) or "")


def filers(conn: Connection) -> list[PersonId]:
    return [PersonId(found[0]) for found in conn.execute(SQL["filers"])]


def may_file_anywhere(conn: Connection, person: PersonId) -> bool:
    return bool(value(conn, SQL["may_file_anywhere"], {"person": person}))


def revoke_all(conn: Connection, person: PersonId) -> None:
    """Take away all that a person may see or do, at once."""
    conn.execute(SQL["revoke_all"], {"person": person})
