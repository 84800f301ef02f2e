"""Signing in: passwords, sessions, and slowing down whoever guesses."""

from __future__ import annotations

import hashlib
import secrets
from dataclasses import dataclass

from argon2 import PasswordHasher
from argon2.exceptions import Argon2Error
from psycopg import Connection

from waka.core.changes.findings import said
from waka.core.ids import PersonId
from waka.core.people.passwords import is_common
from waka.errors import BadRequest, NotFound, NotSignedIn, TooManyTries, WrongPassword
from waka.records.finding import logbook
from waka.records.folders import access, folders
from waka.records.folders.access import Holder
from waka.records.people import people
from waka.records.people.people import Person
from waka.work.deps import Deps

FREE_TRIES = 5  #: within 15 minutes, by one name from one address, or from one browser that is known
FREE_TRIES_BY_LOGIN = 50  #: by one name from anywhere: who has signed in before is not kept waiting by it
FREE_TRIES_BY_ADDRESS = 30
SHORTEST_PASSWORD = 10
_hasher = PasswordHasher()
# compared where nobody has the name, so that an answer takes as long either way; of a word that nobody kept
NOBODY = "$argon2id$v=19$m=65536,t=3,p=4$RWbBmJBupLye+GOwFkN63g$t7Bn3MZKKaGsX91G3Zr/+/2YyjRAC5p+8MjNNJiexMw"


@dataclass(frozen=True, slots=True)
class Session:
    token: str  #: the cookie; only its checksum is kept
    person: Person
    device: str  #: what this browser is known by from now on


def sign_in(
    deps: Deps, login: str, password: str, address: str, device: str | None = None, agent: str = ""
) -> Session:
    """Return a new session. Raises ``WrongPassword`` or ``TooManyTries``.

    A try counts as failed before its password is compared, so that many at once are counted as many. It is
    counted by the browser where this person has signed in with it before; of any other by the name and by
    the address: so nobody's guesses keep out those who belong here.
    """
    digest = _digest(device) if device else None
    with deps.db.transaction() as conn:
        people.hold_tries(conn)
        known = people.by_login(conn, login)
        if digest is not None and (known is None or not people.is_device_of(conn, digest, known.id)):
            digest = None
        failures = people.recent_failures(conn, login=login, address=address, device=digest)
        wait = delay(failures.by_pair, failures.by_login, failures.by_address) - failures.seconds_since
        if wait > 0:
            raise TooManyTries(int(wait) + 1)
        tried = people.add_failure(conn, login=login, address=address, device=digest)
    if not _fits(known.password_hash if known else NOBODY, password) or known is None:
        raise WrongPassword
    token, csrf = secrets.token_urlsafe(32), secrets.token_urlsafe(24)
    device = device if digest is not None and device else secrets.token_urlsafe(32)
    with deps.db.transaction() as conn:
        people.clear_failures(conn, tried=tried, login=login, device=digest)
        people.add_session(
            conn,
            token_hash=_digest(token),
            person=known.id,
            csrf=csrf,
            address=address[:100],
            agent=agent[:300],
        )
        people.put_device(conn, _digest(device), known.id)
    person = Person(
        id=known.id, login=known.login, name=known.name, initials=known.initials,
        administrator=known.administrator, csrf=csrf, hidden=[],
    )  # fmt: skip
    return Session(token, person, device)


def delay(by_pair: int, by_login: int, by_address: int) -> float:
    """Return the seconds to wait after so many failures: doubling, at most 15 minutes."""
    over = max(by_pair - FREE_TRIES, by_login - FREE_TRIES_BY_LOGIN, by_address - FREE_TRIES_BY_ADDRESS) + 1
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
) -> PersonId:
    """Add a person with a right on the whole drive and, for filers, on every arrival point."""
    hashed = hash_password(password, login, name)
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
) -> PersonId:
    """Add a person who may do nothing yet. Raises ``BadRequest`` for a taken or empty name."""
    if not login.strip() or not name.strip():
        raise BadRequest("A person needs a sign-in and a name.", mend="Give both.")
    initials = "".join(word[0] for word in name.split())[:3].upper()
    return people.add(
        conn, login=login.strip(), name=name.strip(), initials=initials,
        password_hash=password_hash, administrator=administrator,
    )  # fmt: skip


def hash_password(password: str, *names: str) -> str:
    """Return what is kept of a password. Raises ``BadRequest`` for one that is too short or easily guessed.

    *names*: of the person, which are no passwords either.
    """
    if len(password) < SHORTEST_PASSWORD:
        raise BadRequest(
            f"The password has fewer than {SHORTEST_PASSWORD} characters.",
            mend="Choose a longer one.",
        )
    if is_common(password, names):
        raise BadRequest(
            "This password is one of those that are guessed first.",
            mend="Choose several words that do not belong together.",
        )
    return _hasher.hash(password)


def change_password(deps: Deps, person: Person, token: str, old: str, new: str) -> None:
    """Give a person another password; their other sessions end. Raises ``WrongPassword``, ``BadRequest``."""
    with deps.db.transaction() as conn:
        known = people.by_login(conn, person.login)
    if known is None or not _fits(known.password_hash, old):
        raise WrongPassword
    hashed = hash_password(new, person.login, person.name)
    with deps.db.transaction() as conn:
        people.change_password(conn, person.id, hashed, but=_digest(token))
        logbook.add(conn, "password_changed", person=person.id, reason=said("person", name=person.name))


def sessions(deps: Deps, person: Person, token: str) -> list[people.OwnSession]:
    with deps.db.transaction() as conn:
        return people.sessions(conn, person.id, _digest(token))


def end_session(deps: Deps, person: Person, session: int) -> None:
    """End one of a person's own sessions. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if not people.end_own_session(conn, person.id, session):
            raise NotFound("This session")


def may_anybody(deps: Deps) -> bool:
    """Whether there is an administrator who can sign in."""
    with deps.db.transaction() as conn:
        return access.other_administrators(conn, None) > 0


def _fits(password_hash: str, password: str) -> bool:
    try:
        return _hasher.verify(password_hash, password)
    except Argon2Error:
        return False


def _digest(token: str) -> bytes:
    return hashlib.sha256(token.encode()).digest()
