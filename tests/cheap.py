"""Proofs of who somebody is, made cheap: what makes guesses dear is tested where it counts, not with every test."""

from __future__ import annotations

import base64
import hashlib
import hmac
import os

import psycopg
from argon2 import PasswordHasher

from waka import cluster
from waka.cluster import Cluster
from waka.work.people import signing_in

COSTLY = signing_in._hasher  #: as people's passwords are kept where Waka runs


def make_people() -> None:
    """Keep people's passwords at little cost in this process; not in the servers that are started."""
    signing_in._hasher = PasswordHasher(time_cost=1, memory_cost=8, parallelism=1)


def make_connections(own: Cluster) -> None:
    """Keep the database's passwords so that proving to know one takes a single round, not 4,096.

    Tests connect many thousand times, and the rounds are most of what a connection costs. The form is that of
    RFC 5803, as PostgreSQL keeps it.
    """
    with psycopg.connect(own.admin_url(), autocommit=True) as conn:
        for role, password in ((cluster.USER, own.password), (cluster.ADMIN, own.admin_password)):
            salt = os.urandom(16)
            salted = hashlib.pbkdf2_hmac("sha256", password.encode(), salt, 1)
            stored = hashlib.sha256(hmac.digest(salted, b"Client Key", "sha256")).digest()
            ours = hmac.digest(salted, b"Server Key", "sha256")
            salt64, stored64, ours64 = (base64.b64encode(part).decode() for part in (salt, stored, ours))
            kept = f"SCRAM-SHA-256$1:{salt64}${stored64}:{ours64}"
            conn.execute(f"alter role {role} password '{kept}'")
