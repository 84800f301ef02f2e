"""Signing in: passwords, sessions, and slowing down whoever guesses."""

from __future__ import annotations

import hashlib
import secrets
from dataclasses import dataclass

from argon2 import PasswordHasher
from argon2.exceptions import Argon2Error
from psycopg import Connection

from waka.errors import BadRequest, NotSignedIn, TooManyTries, WrongPassword
from waka.records import access, folders, people
from waka.records.access import Holder
from waka.records.people import Person

from .deps import Deps

FREE_TRIES = 5  #: by one name from one address within 15 minutes
FREE_TRIES_BY_ADDRESS = 30
SHORTEST_PASSWORD = 10
_hasher = PasswordHasher()
# compared where nobody has the name, so that an answer takes as long either way; of a word that nobody kept
NOBODY = "$argon2id$v=19$m=65536,t=3,p=4$RWbBmJBupLye+GOwFkN63g$t7Bn3MZKKaGsX91G3Zr/+/2YyjRAC5p+8MjNNJiexMw"


@dataclass(frozen=True, slots=True)
class Session:
    token: str  #: the cookie; only its checksum is kept
    person: Person


def sign_in(deps: Deps, login: str, password: str, address: str) -> Session:
    """Return a new session. Raises ``WrongPassword`` or ``TooManyTries``."""
    with deps.db.transaction() as conn:
        failures = people.recent_failures(conn, login=login, address=address)
        known = people.by_login(conn, login)
    wait = delay(failures.by_login, failures.by_address) - failures.seconds_since
    if wait > 0:
        raise TooManyTries(int(wait) + 1)
    if not _fits(known.password_hash if known else NOBODY, password) or known is None:
        with deps.db.transaction() as conn:
            people.add_failure(conn, login=login, address=address)
        raise WrongPassword
    token, csrf = secrets.token_urlsafe(32), secrets.token_urlsafe(24)
    with deps.db.transaction() as conn:
        people.clear_failures(conn, login=login, address=address)
        people.add_session(conn, token_hash=_digest(token), person=known.id, csrf=csrf)
    person = Person(
        id=known.id, login=known.login, name=known.name, initials=known.initials,
        administrator=known.administrator, csrf=csrf,
    )  # fmt: skip
    return Session(token, person)


def delay(by_login: int, by_address: int) -> float:
    """Return the seconds to wait after so many failures: doubling, at most 15 minutes."""
    over = max(by_login - FREE_TRIES, by_address - FREE_TRIES_BY_ADDRESS) + 1
    return min(2.0 ** min(over, 10), 900.0) if over > 0 else 0.0


def who(deps: Deps, token: str | None) -> Person:
    """Return whose session *token* is. Raises ``NotSignedIn``."""
    if not token:
        raise NotSignedIn
    with deps.db.transaction() as conn:
        person = people.by_session(conn, _digest(token))
    if person is None:
        raise NotSignedIn
    return person


def sign_out(deps: Deps, token: str) -> None:
    with deps.db.transaction() as conn:
        people.end_session(conn, _digest(token))


def add_person(
    deps: Deps, *, login: str, name: str, password: str, right: str, administrator: bool = False
) -> int:
    """Add a person with a right on the whole drive and, for filers, on every arrival point."""
    hashed = hash_password(password)
    with deps.db.transaction() as conn:
        access.hold_access(conn)
        root = folders.root(conn) or folders.add_root(conn)
        person = add_account(conn, login=login, name=name, password_hash=hashed, administrator=administrator)
        access.put_grant(conn, root, Holder(person=person), right, None)
        if right != "reader":
            for point in access.points(conn):
                access.put_point_grant(conn, point.id, Holder(person=person))
        access.work_out_all(conn)
    return person


def add_account(
    conn: Connection, *, login: str, name: str, password_hash: str | None, administrator: bool
) -> int:
    """Add a person who may do nothing yet. Raises ``BadRequest`` for a taken or empty name."""
    if not login.strip() or not name.strip():
        raise BadRequest("A person needs a sign-in and a name.", mend="Give both.")
    initials = "".join(word[0] for word in name.split())[:3].upper()
    return people.add(
        conn, login=login.strip(), name=name.strip(), initials=initials,
        password_hash=password_hash, administrator=administrator,
    )  # fmt: skip


def hash_password(password: str) -> str:
    """Return what is kept of a password. Raises ``BadRequest`` for one that is too short."""
    if len(password) < SHORTEST_PASSWORD:
        raise BadRequest(
            f"The password has fewer than {SHORTEST_PASSWORD} characters.",
            mend="Choose a longer one.",
        )
    return _hasher.hash(password)


def may_anybody(deps: Deps) -> bool:
    """Whether there is an administrator who can sign in."""
    with deps.db.transaction() as conn:
        return access.other_administrators(conn, 0) > 0


def _fits(password_hash: str, password: str) -> bool:
    try:
        return _hasher.verify(password_hash, password)
    except Argon2Error:
        return False


def _digest(token: str) -> bytes:
    return hashlib.sha256(token.encode()).digest()
