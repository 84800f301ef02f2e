"""A PostgreSQL cluster of Waka's own, for people who bring no database.

It lives beneath ``WAKA_HOME`` and listens at a socket in a folder that no other account may enter, at no
port; it asks for a password that only the home knows, and this side speaks to nobody that does not prove to
know it (SCRAM-SHA-256, RFC 7677). Waka's role owns its database and is no superuser. PostgreSQL refuses to
run as root: there it runs as the unprivileged user ``postgres`` that Debian's package makes; where that user
cannot enter ``WAKA_HOME``, its data stands in /var/lib/waka.
"""

from __future__ import annotations

import fcntl
import hashlib
import os
import pwd
import secrets
import shlex
import shutil
import stat
import subprocess
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path
from urllib.parse import urlencode

from waka.errors import CannotStart

ADMIN, USER = "waka", "waka_app"  #: who made the cluster and makes databases in it; who owns Waka's database
PORT = 8520  #: a part of the socket's name, no port
LONGEST_SOCKET = 100  #: bytes of a path that sockaddr_un(7) holds, with the socket's name
START_SECONDS = 60


@dataclass(frozen=True, slots=True, kw_only=True)
class Cluster:
    data: Path
    socket: Path  #: the folder of its socket
    password: str  #: of Waka's role
    admin_password: str
    binaries: Path
    runs_as: str | None  #: None: whoever started us

    @property
    def url(self) -> str:
        return self.url_of("waka")

    def url_of(self, database: str) -> str:
        return self._url(USER, self.password, database)

    def admin_url(self, database: str = "postgres") -> str:
        """Return the URL for who makes databases and roles: never told to what serves."""
        return self._url(ADMIN, self.admin_password, database)

    def _url(self, role: str, password: str, database: str) -> str:
        where = urlencode({"host": str(self.socket), "port": PORT, "require_auth": "scram-sha-256"})
        return f"postgresql://{role}:{password}@/{database}?{where}"


def find_binaries() -> Path:
    """Return the folder of PostgreSQL's programs, the newest of Debian's or the PATH's."""
    versions = sorted(
        Path("/usr/lib/postgresql").glob("*/bin/initdb"),
        key=lambda path: int(path.parts[4]) if path.parts[4].isdigit() else 0,
    )
    if versions:
        return versions[-1].parent
    on_path = shutil.which("initdb")
    if on_path:
        return Path(on_path).resolve().parent
    raise CannotStart(
        "PostgreSQL is not installed: install the package 'postgresql', or set WAKA_DATABASE_URL."
    )


def prepare(home: Path, *, quick_and_unsafe: bool = False) -> Cluster:
    """Return the cluster beneath *home*, made where there is none; not yet running.

    *quick_and_unsafe* gives up durability, for the data of a test.
    """
    binaries = find_binaries()
    runs_as = _unprivileged_user() if os.geteuid() == 0 else None
    make_private(home)
    data = _data_folder(home, runs_as)
    admin_password = _secret(home / "database-password")
    password = _secret(home / "database-app-password")
    if not (data / "PG_VERSION").exists():
        _init(binaries, data, admin_password, runs_as, quick_and_unsafe=quick_and_unsafe)
    return Cluster(
        data=data, socket=_socket_folder(data, runs_as), password=password, admin_password=admin_password,
        binaries=binaries, runs_as=runs_as,
    )  # fmt: skip


def _unprivileged_user() -> str:
    for name in ("postgres", "nobody"):
        try:
            pwd.getpwnam(name)
        except KeyError:
            continue
        return name
    raise CannotStart("PostgreSQL does not run as root, and there is no user 'postgres' to run it as.")


def _data_folder(home: Path, runs_as: str | None) -> Path:
    data = home / "database"
    if runs_as is None:
        data.mkdir(mode=0o700, exist_ok=True)
        return data
    told = home / "database-is-at"
    if told.exists():  # one that was made is found again, whatever has become of the way to it
        data = Path(told.read_text().strip())
    elif (data / "PG_VERSION").exists() and not _may_enter(runs_as, home):
        raise CannotStart(
            f"The database stands in {data}, and the account “{runs_as}” that runs it may not enter {home} any more. "
            f"Let it pass through the folders above (chmod o+x), or set WAKA_HOME to where it may."
        )
    elif not _may_enter(runs_as, home):
        data = Path("/var/lib/waka") / hashlib.sha256(str(home).encode()).hexdigest()[:12]
        data.parent.mkdir(mode=0o755, parents=True, exist_ok=True)
        told.write_text(f"{data}\n")
    data.mkdir(mode=0o700, exist_ok=True)
    owner = pwd.getpwnam(runs_as)
    os.chown(data, owner.pw_uid, owner.pw_gid)
    return data


def _socket_folder(data: Path, runs_as: str | None) -> Path:
    """Return a folder for the database's socket that its own account alone may enter; made where it is missing.

    Raises ``CannotStart`` where somebody else has made one of that name.
    """
    folder = data / "socket"
    if len(os.fsencode(folder)) > LONGEST_SOCKET - len(f"/.s.PGSQL.{PORT}.lock"):
        folder = Path(tempfile.gettempdir()) / f"waka-{hashlib.sha256(os.fsencode(data)).hexdigest()[:16]}"
    owner = os.geteuid() if runs_as is None else pwd.getpwnam(runs_as).pw_uid
    with suppress(FileExistsError):
        folder.mkdir(mode=0o700)
        os.chown(folder, owner, -1)
    found = folder.lstat()
    if not stat.S_ISDIR(found.st_mode) or found.st_uid != owner or stat.S_IMODE(found.st_mode) != 0o700:
        raise CannotStart(
            f"{folder} is to hold the database's socket and is not a folder of its account alone: remove it."
        )
    return folder


def _may_enter(user: str, folder: Path) -> bool:
    owner = pwd.getpwnam(user)
    found = subprocess.run(
        ["setpriv", "--reuid", user, "--regid", str(owner.pw_gid), "--clear-groups", "test", "-x", str(folder)],
        capture_output=True, check=False,
    )  # fmt: skip
    return found.returncode == 0


def _secret(path: Path) -> str:
    if not path.exists():
        fd = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        with os.fdopen(fd, "w") as file:
            file.write(secrets.token_urlsafe(24))
    return path.read_text().strip()


def _init(binaries: Path, data: Path, password: str, runs_as: str | None, *, quick_and_unsafe: bool) -> None:
    with tempfile.NamedTemporaryFile("w") as told:  # 0600, and gone when initdb has read it
        told.write(f"{password}\n")
        told.flush()
        if runs_as is not None:
            os.chown(told.name, pwd.getpwnam(runs_as).pw_uid, -1)
        done = _as(
            runs_as,
            [str(binaries / "initdb"), "-D", str(data), "-U", ADMIN, "--auth=scram-sha-256",
             f"--pwfile={told.name}", "--encoding=UTF8", "--locale=C.UTF-8", "--no-instructions",
             *(["--no-sync"] if quick_and_unsafe else [])],
        )  # fmt: skip
    if done.returncode:
        raise CannotStart(f"The database could not be made in {data}: {done.stderr.strip()}")
    settings = [
        "max_connections = 60",
        "timezone = 'UTC'", "log_min_messages = warning",
        # a long change list writes gigabytes: fewer checkpoints, each of which has every page written whole again
        "max_wal_size = 4GB", "checkpoint_timeout = 15min", "wal_compression = on",
    ]  # fmt: skip
    if quick_and_unsafe:
        # databases are many and short-lived: each would be looked over once a minute, by a process of its own
        settings += ["shared_buffers = 64MB", "autovacuum = off"]
    else:
        settings += [f"shared_buffers = {_buffers()}MB"]
    if quick_and_unsafe:
        settings += ["fsync = off", "synchronous_commit = off", "full_page_writes = off"]
    with (data / "postgresql.conf").open("a") as file:
        file.write("\n".join(["", "# Waka", *settings, ""]))


def _buffers() -> int:
    """Return how many MB of its own PostgreSQL may use: an eighth of the memory, 1 GB at the most."""
    memory = os.sysconf("SC_PAGE_SIZE") * os.sysconf("SC_PHYS_PAGES") // 2**20
    return max(128, min(1024, memory // 8))


def is_running(data: Path) -> bool:
    """Whether a PostgreSQL server of just this data folder is alive."""
    try:
        lock = (data / "postmaster.pid").read_text().splitlines()
        command = Path(f"/proc/{int(lock[0])}/cmdline").read_bytes().split(b"\0")
    except (OSError, ValueError, IndexError):
        return False
    return str(data).encode() in command and b"postgres" in command[0]


def start(cluster: Cluster) -> bool:
    """Start the cluster where it is not running; return whether it was started."""
    if is_running(cluster.data):
        if (cluster.socket / f".s.PGSQL.{PORT}").exists():
            return False
        stop(cluster)  # an earlier Waka's, which listens at a port
    lock = cluster.data / "postmaster.pid"
    if lock.exists():
        # the server that wrote it is gone, though its number may be another program's by now
        lock.unlink()
    log = cluster.data / "server.log"
    done = _as(
        cluster.runs_as,
        [str(cluster.binaries / "pg_ctl"), "start", "-D", str(cluster.data), "-l", str(log), "-s",
         "-w", "-t", str(START_SECONDS), "-o", f"-p {PORT} -c listen_addresses= -k {shlex.quote(str(cluster.socket))}"],
    )  # fmt: skip
    if done.returncode:
        raise CannotStart(f"The database did not start: {done.stderr.strip()} See {log}.")
    return True


@contextmanager
def in_use(home: Path) -> Iterator[Cluster]:
    """Yield the running cluster of *home*; whoever is the last to leave stops it, whoever started it.

    Each who uses it holds a shared lock on a file of *home* (flock(2)), which goes with the process.
    """
    own = prepare(home)
    with (home / "database-users").open("w") as users:
        fcntl.flock(users, fcntl.LOCK_SH)
        start(own)
        try:
            yield own
        finally:
            try:
                fcntl.flock(users, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except BlockingIOError:
                pass  # others go on with it
            else:
                stop(own)


def make_private(home: Path) -> None:
    """Make *home* where it is missing, and let nobody else into it.

    As root the database runs as another account, which may pass through *home* but not look around.
    """
    home.mkdir(parents=True, exist_ok=True)
    if os.geteuid() != 0:
        home.chmod(0o700)
        return
    os.chown(home, 0, pwd.getpwnam(_unprivileged_user()).pw_gid)
    home.chmod(0o710)


def stop(cluster: Cluster, *, for_good: bool = False) -> None:
    """Stop the cluster; *for_good*: it is not started again, so nothing need be written to disk."""
    mode = "immediate" if for_good else "fast"
    _as(
        cluster.runs_as,
        [str(cluster.binaries / "pg_ctl"), "stop", "-D", str(cluster.data), "-m", mode, "-s", "-w"],
    )  # fmt: skip


def ensure_database(cluster: Cluster, name: str = "waka") -> None:
    """Make the database where there is none."""
    from waka import cluster_role
    from waka.records.migrations import ensure_database as ensure

    cluster_role.ensure_role(cluster.admin_url(), USER, cluster.password)
    ensure(cluster.admin_url(), name, owner=USER)
    cluster_role.own_everything(cluster.admin_url(name), USER)


def _as(user: str | None, command: list[str]) -> subprocess.CompletedProcess[str]:
    if user is not None:
        owner = pwd.getpwnam(user)
        command = ["setpriv", "--reuid", user, "--regid", str(owner.pw_gid), "--clear-groups",
                   *command]  # fmt: skip
    # the server outlives this call and must not hold its pipes; pg_ctl's own words are short
    env = {"PATH": "/usr/bin:/bin", "LANG": "C.UTF-8", "LC_ALL": "C.UTF-8"}
    return subprocess.run(
        command, capture_output=True, text=True, env=env, cwd="/",
        check=False, start_new_session=True,
    )  # fmt: skip
