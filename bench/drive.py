"""Taking in, sweeping, uploading: against a bare walk, a bare scan, a plain copy."""

from __future__ import annotations

import hashlib
import http.client
import json
import os
import random
import shutil
import statistics
import subprocess
import sys
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from tests.support import EMPTY, Client, Server, World, free_port

from waka.launch import opened
from waka.settings import CHECKOUT
from waka.work.outside.sweeping import DriveSweeper
from waka.work.people import signing_in

FILES, FOLDERS = 100_000, 500


def grow(root: Path, files: int, folders: int) -> int:
    """Make a tree of small files; return their bytes."""
    rng = random.Random(7)
    block = rng.randbytes(1 << 16)
    size = 0
    for at in range(folders):
        folder = root / f"Office {at % 20}" / f"Year {2000 + at // 20}"
        folder.mkdir(parents=True, exist_ok=True)
        for number in range(files // folders):
            start, length = rng.randrange(1 << 15), rng.randint(500, 6000)
            name = f"{2000 + at // 20}-{number % 12 + 1:02d}-{number % 28 + 1:02d}_mrc_paper-{number}.txt"
            data = b"%d %d " % (at, number) + block[start : start + length]
            (folder / name).write_bytes(data)
            size += len(data)
    return size


def bare_scan(root: Path, look: Callable[[str], object] = str) -> None:
    """Scan everything with stat, the bare way; *look* is given every file; as it stands it does nothing."""
    todo = [str(root)]
    while todo:
        with os.scandir(todo.pop()) as entries:
            for entry in entries:
                entry.stat(follow_symlinks=False)
                if entry.is_dir(follow_symlinks=False):
                    todo.append(entry.path)
                else:
                    look(entry.path)


def bare_take_in(root: Path) -> None:
    """Scan and read everything: what any taking in must at least do."""
    bare_scan(root, _digest)


def _digest(path: str) -> None:
    with open(path, "rb", buffering=0) as file:  # noqa: PTH123 - the bare way
        hashlib.file_digest(file, "sha256")  # type: ignore[arg-type]


def timed(work: Callable[[], object]) -> float:
    """Return the milliseconds that *work* takes."""
    began = time.perf_counter()
    work()
    return (time.perf_counter() - began) * 1000


PEAK = """
def peak():
    # in megabytes; getrusage tells a child its parent's peak, where that was more
    return int(next(line for line in open("/proc/self/status") if line.startswith("VmHWM")).split()[1]) / 1024
"""  #: for programs that measure themselves

_CHILD = (
    PEAK
    + """
import json, sys, time
from waka.launch import opened
from waka.settings import Settings
from waka.work.outside.taking_in import take_in
import os
settings = Settings.read()
with opened(settings, os.environ["WAKA_DATABASE_URL"], 3) as deps:
    began = time.perf_counter()
    taken = take_in(deps, None)
    took = time.perf_counter() - began
print(json.dumps({"taken": taken, "ms": took * 1000, "mb": peak()}))
"""
)


def take_in(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    files = int(FILES * scale)
    home = folder / "home"
    grow(home / "drive", files, FOLDERS)
    url = world.database(EMPTY)
    with opened(world.settings(home), url, 3) as deps:
        signing_in.add_person(
            deps, login="bench", name="Bench Mark", password="only for figures", right="keeper"
        )
    bare_scan(home / "drive")  # both find the same warm cache
    bare = min(timed(lambda: bare_take_in(home / "drive")) for _ in range(2))
    env = {
        **os.environ,
        "WAKA_HOME": str(home),
        "WAKA_DATABASE_URL": url,
        "PYTHONPATH": str(CHECKOUT / "server"),
    }
    told = subprocess.run([sys.executable, "-c", _CHILD], env=env, capture_output=True, text=True, check=True)
    ours = json.loads(told.stdout.splitlines()[-1])
    assert ours["taken"] == files // FOLDERS * FOLDERS, ours
    return [
        {"what": f"taking in {files:,} files", "ms": round(ours["ms"]), "bare_ms": round(bare),
         "ratio": round(ours["ms"] / bare, 2), "note": f"{ours['mb']:.0f} MB", "target": "≤ 3, < 300 MB"},
        *_sweeps(world, home, url, files),
    ]  # fmt: skip


def _sweeps(world: World, home: Path, url: str, files: int) -> list[dict[str, object]]:
    with opened(world.settings(home), url, 3) as deps:
        sweeper = DriveSweeper(deps, 0.0)
        sweeper.sweep()
        ours, bare = [], []
        for _ in range(5):
            bare.append(timed(lambda: bare_scan(home / "drive")))
            ours.append(timed(sweeper.sweep))
    ms, bare_ms = statistics.median(ours), statistics.median(bare)
    return [{"what": f"a sweep that finds nothing over {files:,} files", "ms": round(ms), "bare_ms": round(bare_ms),
             "ratio": round(ms / bare_ms, 2), "target": "≤ 3"}]  # fmt: skip


def sweep(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    """Only the sweep; ``take_in`` measures it as well."""
    return take_in(world, folder, scale)[1:]


def upload(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    """A large file through the door, beside a plain copy with its checksum."""
    home = folder / "home"
    home.mkdir(parents=True)
    size = int(100 * scale) << 20
    source = folder / "large.bin"
    source.write_bytes(random.Random(1).randbytes(1 << 20) * (size >> 20))
    settings = replace(world.settings(home), port=free_port())
    server = Server(settings, world.database(EMPTY))
    with opened(settings, server.url, 3) as deps:
        signing_in.add_person(
            deps, login="bench", name="Bench Mark", password="only for figures", right="keeper"
        )
    server.start()
    try:
        client = Client(server.port).sign_in("bench", "only for figures")

        def bare() -> None:
            digest = hashlib.sha256()
            with source.open("rb") as read, (folder / "copy.bin").open("wb") as write:
                while chunk := read.read(1 << 18):
                    digest.update(chunk)
                    write.write(chunk)
                write.flush()
                os.fsync(write.fileno())

        def send() -> None:
            conn = http.client.HTTPConnection("127.0.0.1", server.port)
            head = {"Cookie": client.cookie, "X-Waka-CSRF": client.csrf, "Tus-Resumable": "1.0.0"}
            conn.request(
                "POST",
                "/api/uploads",
                headers={**head, "Upload-Length": str(size), "Upload-Metadata": "path bGFyZ2UuYmlu"},
            )
            answer = conn.getresponse()
            answer.read()
            where = answer.headers["Location"]
            with source.open("rb") as body:
                conn.request("PATCH", where, body=body, headers={
                    **head, "Upload-Offset": "0", "Content-Length": str(size),
                    "Content-Type": "application/offset+octet-stream"})  # fmt: skip
                answer = conn.getresponse()
                answer.read()
            assert answer.status == 204, answer.status

        before = _memory(server)
        bare_ms = statistics.median(timed(bare) for _ in range(5))
        ms = statistics.median(timed(send) for _ in range(5))
        grown = _memory(server) - before
    finally:
        server.stop()
    shutil.rmtree(home)
    return [{"what": f"an upload of {size >> 20} MB", "ms": round(ms), "bare_ms": round(bare_ms),
             "ratio": round(ms / bare_ms, 2), "note": f"server grew by {grown:.0f} MB", "target": "≤ 2, memory flat"}]  # fmt: skip


def _memory(server: Server) -> float:
    """Return the megabytes that the server's processes hold."""
    held = 0
    for pid in server.family():
        for line in Path(f"/proc/{pid}/status").read_text().splitlines():
            if line.startswith("VmRSS:"):
                held += int(line.split()[1])
    return held / 1024
