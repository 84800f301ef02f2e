"""Pages made once and kept by checksum: bounded in size, cleared by use, gone with what is destroyed."""

from __future__ import annotations

import os
import secrets
import shutil
from collections.abc import Iterable
from contextlib import suppress
from pathlib import Path

from waka.work.deps import Deps

TRIMMED = 0.8  #: of the most that may be kept, is left after trimming


def _folder(deps: Deps) -> Path:
    return deps.settings.home / "cache" / "pages"


def _of(deps: Deps, sha256: bytes) -> Path:
    told = sha256.hex()
    return _folder(deps) / told[:2] / told


def get(deps: Deps, sha256: bytes, name: str) -> bytes | None:
    """Return what was kept under *name* of some bytes, and remember that it was used."""
    path = _of(deps, sha256) / name
    try:
        found = path.read_bytes()
        os.utime(path)
    except FileNotFoundError:
        return None
    return found


def put(deps: Deps, sha256: bytes, name: str, data: bytes) -> None:
    path = _of(deps, sha256) / name
    path.parent.mkdir(parents=True, exist_ok=True)
    half = path.with_name(f".{secrets.token_hex(8)}")
    half.write_bytes(data)
    half.replace(path)


def forget(deps: Deps, digests: Iterable[bytes]) -> None:
    """Remove all that was made of some bytes."""
    for sha256 in digests:
        shutil.rmtree(_of(deps, sha256), ignore_errors=True)


def trim(deps: Deps) -> int:
    """Remove what was not used for longest, where more is kept than may be; return how many bytes were."""
    kept: list[tuple[float, int, Path]] = []
    for folder, _, names in os.walk(_folder(deps)):
        for name in names:
            path = Path(folder, name)
            with suppress(FileNotFoundError):
                found = path.stat()
                kept.append((found.st_mtime, found.st_size, path))
    most = deps.settings.cache_bytes
    total = sum(size for _, size, _ in kept)
    removed = 0
    if total <= most:
        return 0
    for _, size, path in sorted(kept):
        if total - removed <= most * TRIMMED:
            break
        path.unlink(missing_ok=True)
        removed += size
    return removed
