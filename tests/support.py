"""What tests stand on: a real PostgreSQL, real folders, a real server, the demo's papers."""

from __future__ import annotations

import base64
import fcntl
import http.client
import json
import os
import shutil
import signal
import socket
import subprocess
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any

import psycopg
from psycopg.conninfo import conninfo_to_dict

from tests import cheap, loaded
from waka import cluster
from waka.cluster import Cluster
from waka.demo.make import PASSWORD, make
from waka.drive.versions import stored_path
from waka.launch import opened
from waka.records.migrations import ensure_database, migrate
from waka.settings import Settings
from waka.work.deps import Deps

EMPTY, DEMO = "waka_empty", "waka_demo"


@dataclass
class World:
    """A cluster for the whole run, with an empty and a demo database to copy from."""

    folder: Path
    own: Cluster
    common: Path  #: a folder for what is made once for all worlds of a run: the demo
    count: int = 0
    has_demo: bool = False

    def settings(self, home: Path, **changes: Any) -> Settings:
        base = Settings.read({"WAKA_HOME": str(home), "WAKA_SETTLE_SECONDS": "0.2"})
        return replace(base, **changes)

    def database(self, template: str) -> str:
        """Make a database of its own for a test and return its URL."""
        self.count += 1
        name = f"waka_test_{os.getpid()}_{self.count}"
        ensure_database(self.own.admin_url(), name, template, owner=cluster.USER)
        return self.own.url_of(name)

    def drop(self, url: str) -> None:
        """Remove a database of a test that makes many: each takes ten million bytes of memory."""
        with psycopg.connect(self.own.admin_url(), autocommit=True) as conn:
            conn.execute(f'drop database "{name_of(url)}" with (force)')

    def kill_database(self) -> None:
        """End the whole cluster at once, as a power cut does, and start it again."""
        kill_cluster(self.own)
        cluster.start(self.own)

    def kill_a_backend(self, url: str) -> None:
        """End one process that serves *url*'s database; PostgreSQL then ends all others and recovers."""
        with psycopg.connect(self.own.admin_url(), autocommit=True) as conn:
            found = conn.execute(
                "select pid from pg_stat_activity where datname = %s order by random() limit 1",
                (name_of(url),),
            ).fetchone()
        if found is not None:
            kill(int(found[0]))
            wait_until(lambda: not Path(f"/proc/{found[0]}").exists(), "it is gone")

    def demo_home(self, home: Path) -> str:
        """Lay the demo out at *home* and return its database's URL.

        Files are linked, not copied: they keep their inodes, which the records know them by.
        """
        source = self._demo()
        for part in ("drive", "arrivals", "cache"):
            if (source / part).exists():
                shutil.copytree(source / part, home / part, copy_function=os.link)
        return self.database(DEMO)

    def _demo(self) -> Path:
        """Return where the demo stands, whose records this cluster has as well; made by whoever comes first."""
        source, dump = self.common / "demo", self.common / "demo.dump"
        url = self.own.url_of(DEMO)
        plain = url.replace("&require_auth=scram-sha-256", "")  # which PostgreSQL's own tools know from 16 on
        with (self.common / "demo.lock").open("w") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX)
            if self.has_demo:
                return source
            cluster.ensure_database(self.own, DEMO)
            if dump.exists():
                self._tool("pg_restore", "--no-owner", "--exit-on-error", "--dbname", plain, str(dump))
            else:
                migrate(url)
                with opened(self.settings(source), url, 3) as deps:
                    make(deps)
                leave_slips_empty(url)
                self._tool("pg_dump", "--format=custom", "--compress=0", "--file", str(dump), plain)
            self.has_demo = True
        return source

    def _tool(self, name: str, *words: str) -> None:
        done = subprocess.run(
            [str(self.own.binaries / name), *words], capture_output=True, text=True, check=False
        )
        assert done.returncode == 0, done.stderr


def leave_slips_empty(url: str, wish: bool = True) -> None:
    """Have slips filled in by nobody but who types, so that nothing comes between a test's keys; or have them filled in."""
    with psycopg.connect(url, autocommit=True) as conn:
        conn.execute(
            "insert into setting (name, value) values ('office', %s::jsonb)"
            " on conflict (name) do update set value = setting.value || excluded.value",
            (json.dumps({"fills_slips": not wish}),),
        )


def name_of(url: str) -> str:
    """Return the name of the database that *url* leads to."""
    return str(conninfo_to_dict(url)["dbname"])


MEMORY = Path("/dev/shm")
ROOMY = 8_000_000_000  #: bytes; a test's database takes about ten million


@contextmanager
def world(folder: Path, *, common: Path | None = None, quick_and_unsafe: bool = True) -> Iterator[World]:
    """Yield a cluster of its own, in memory where that is allowed and there is room.

    *common*: a folder that several worlds share, on the file system of their homes.
    """
    roomy = quick_and_unsafe and MEMORY.is_dir() and shutil.disk_usage(MEMORY).free > ROOMY
    with tempfile.TemporaryDirectory(prefix="waka-pg-", dir=MEMORY if roomy else folder) as place:
        Path(place).chmod(0o755)
        own = cluster.prepare(Path(place) / "pg", quick_and_unsafe=quick_and_unsafe)
        cluster.start(own)
        try:
            cluster.ensure_database(own, EMPTY)
            if quick_and_unsafe:
                cheap.make_connections(own)
            migrate(own.url_of(EMPTY))
            leave_slips_empty(own.url_of(EMPTY))
            yield World(folder, own, common or folder)
        finally:
            cluster.stop(own, for_good=True)
            if Path(place) not in own.data.parents:
                shutil.rmtree(own.data, ignore_errors=True)


@dataclass
class Client:
    """Speaks to a running server over HTTP, as the interface does."""

    port: int
    cookie: str = ""
    csrf: str = ""
    answered: dict[str, str] = field(default_factory=dict)  #: the headers of the last answer

    def ask(
        self, method: str, path: str, body: Any = None, headers: dict[str, str] | None = None
    ) -> tuple[int, Any]:
        told = {"Cookie": self.cookie, "X-Waka-CSRF": self.csrf, **(headers or {})}
        data = body
        if body is not None and not isinstance(body, bytes):
            data = json.dumps(body).encode()
            told["Content-Type"] = "application/json"
        conn = http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)
        try:
            conn.request(method, path, data, told)
            answer = conn.getresponse()
            raw = answer.read()
            self.answered = dict(answer.getheaders())
            for name, value in answer.getheaders():
                if name.lower() == "set-cookie" and value.startswith("waka_session="):
                    self.cookie = value.split(";")[0]
            is_json = "json" in (answer.getheader("Content-Type") or "")
            return answer.status, json.loads(raw) if is_json else raw
        finally:
            conn.close()

    def announce(self, name: str, size: int) -> str:
        """Announce a file for the desk; return the address that takes its pieces (tus 1.0.0)."""
        path = base64.b64encode(name.encode()).decode()
        told = {"Tus-Resumable": "1.0.0", "Upload-Length": str(size), "Upload-Metadata": f"path {path}"}
        status, body = self.ask("POST", "/api/uploads", headers=told)
        assert status == 201, body
        return self.answered["Location"]

    def hand_in(self, name: str, data: bytes) -> int:
        """Hand a document in at the desk; return its number."""
        told = {
            "Tus-Resumable": "1.0.0", "Upload-Offset": "0", "Content-Type": "application/offset+octet-stream",
        }  # fmt: skip
        status, body = self.ask("PATCH", self.announce(name, len(data)), data, told)
        assert status == 204, body
        return int(self.answered["Upload-Document"])

    def sign_in(self, login: str = "tamsin", password: str = PASSWORD) -> Client:
        for _ in range(20):
            status, me = self.ask("POST", "/api/sign-in", {"login": login, "password": password})
            if status != 429:
                break
            time.sleep(1)  # many at once from one address are let in one after the other
        assert status == 200, me
        self.csrf = me["csrf"]
        return self


@dataclass
class Server:
    """A served Waka in processes of its own, which can be killed and started again."""

    settings: Settings
    url: str
    env: dict[str, str] = field(default_factory=dict)
    process: loaded.Started | None = None

    @property
    def port(self) -> int:
        return self.settings.port

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def start(self, *words: str, **fault: str) -> None:
        s = self.settings
        env = {
            **os.environ, "WAKA_DATABASE_URL": self.url,
            "WAKA_HOME": str(s.home), "WAKA_DRIVE": str(s.drive), "WAKA_ARRIVALS": str(s.arrivals),
            "WAKA_PORT": str(s.port), "WAKA_WORKERS": "1", "WAKA_SETTLE_SECONDS": str(s.settle_seconds), **fault,
        }  # fmt: skip
        self.process = loaded.start(["serve", *words], env, s.home / "server.log")
        wait_until(self._answers, "the server answers")

    def _answers(self) -> bool:
        assert self.process is not None and self.process.poll() is None, self.log()
        try:
            return Client(self.port).ask("GET", "/api/health")[0] == 200
        except OSError:
            return False

    def log(self) -> str:
        return (self.settings.home / "server.log").read_text()[-4000:]

    def family(self) -> list[int]:
        """Return the ids of the server's process and all beneath it."""
        assert self.process is not None
        found, todo = [], [self.process.pid]
        while todo:
            pid = todo.pop()
            found.append(pid)
            todo += children_of(pid)
        return found

    def kill(self) -> None:
        """End everything at once, as a power cut does."""
        # by group: what is being forked at that moment goes, too
        for pid in self.family():
            with suppress(ProcessLookupError):
                os.killpg(os.getpgid(pid), signal.SIGKILL)
        assert self.process is not None
        self.process.wait()
        wait_until(lambda: is_free(self.port), "the port is free again")

    def stop(self) -> None:
        if self.process is not None and self.process.poll() is None:
            self.process.send_signal(signal.SIGTERM)
            self.process.wait(30)


def kill_cluster(own: Cluster) -> None:
    first = int((own.data / "postmaster.pid").read_text().split()[0])
    for pid in (first, *children_of(first)):
        kill(pid)
    wait_until(lambda: not Path(f"/proc/{first}").exists(), "the database is gone")


def kill(pid: int) -> None:
    with suppress(ProcessLookupError):
        os.kill(pid, signal.SIGKILL)


def children_of(pid: int) -> list[int]:
    try:
        return [int(child) for child in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]
    except OSError:
        return []


def is_free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


def wait_until(holds: Any, what: str, seconds: float = 30) -> None:
    deadline = time.monotonic() + seconds
    while not holds():
        assert time.monotonic() < deadline, f"waited {seconds} s until {what}"
        time.sleep(0.05)


def _searchable(deps: Deps) -> int:
    with deps.db.transaction() as conn:
        (count,) = conn.execute("select count(*) from document_search").fetchone() or (0,)
    return int(count)


def assert_records_agree(deps: Deps) -> None:
    """Every document is there exactly once, with the right bytes, where the records say."""
    with deps.db.transaction() as conn:
        filed = conn.execute(
            "select id, ltrim(folder_path(folder_id) || '/' || name, '/'), sha256 from document"
            " where state = 'filed'"
        ).fetchall()
        waiting = conn.execute(
            "select d.id, a.path, d.sha256 from document d join arrival a on a.document_id = d.id"
            " where d.state = 'waiting'"
        ).fetchall()
        binned = conn.execute(
            "select b.path, d.sha256 from binned b join document d on d.id = b.document_id and d.state in ('binned', 'discarded')"
        ).fetchall()
        kept = {stored_path(bytes(v[0])) for v in conn.execute("select sha256 from document_version")}
        unsettled = conn.execute("select count(*) from change_step where state = 'intended'").fetchone()
    assert unsettled == (0,)
    # whoever else makes words searchable holds some of them until all are written
    wait_until(lambda: _searchable(deps) == len(filed), "all that is filed is searchable")
    on_disk = files_beneath(deps.drive.root)
    assert sorted(path for _, path, _ in filed) == sorted(on_disk)
    bound = [f".bound/{path}" for path in files_beneath(deps.arrivals.root / ".bound", hidden=True)]
    arrived = files_beneath(deps.arrivals.root) + bound
    assert sorted(path.decode() for _, path, _ in waiting) == sorted(arrived)
    for _, path, digest in filed:
        assert deps.drive.sha256(path.encode()) == digest, path
    for _, path, digest in waiting:
        assert deps.arrivals.sha256(path) == digest, path
    assert sorted([*(bytes(path) for path, _ in binned), *kept]) == sorted(
        f".waka/{path}".encode()
        for path in files_beneath(deps.drive.root / ".waka", hidden=True)
        # ours: what the drive is known by, who has which list in hand, what the records do not know
        if path not in ("mark", "lists") and not path.startswith("unknown/")
    )
    for path in kept:
        assert stored_path(deps.drive.sha256(path)) == path
    for path, digest in binned:
        assert deps.drive.sha256(path) == digest, path
    assert files_beneath(deps.arrivals.root / ".incoming", hidden=True) in ([], ["mark"])


def files_beneath(root: Path, *, hidden: bool = False) -> list[str]:
    found = []
    for path in root.rglob("*"):
        inside = path.relative_to(root)
        if path.is_file() and (hidden or not any(part.startswith(".") for part in inside.parts)):
            found.append(str(inside))
    return found


def tree_of(home: Path) -> dict[str, bytes | str]:
    return {
        str(path.relative_to(home)): os.readlink(path) if path.is_symlink() else path.read_bytes()
        for path in home.rglob("*")
        if path.is_symlink() or path.is_file()
    }
