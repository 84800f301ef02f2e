"""Where something goes that is put back on the desk."""

from __future__ import annotations

from waka.core.names import to_bytes
from waka.drive.incoming import free_name
from waka.work.deps import Deps


def back_on_the_desk(deps: Deps, path: str) -> bytes:
    """Return a free name where an arrival lay, beneath the arrivals."""
    above, _, last = to_bytes(path).rpartition(b"/")
    return (above + b"/" if above else b"") + free_name(deps.arrivals, above, last)
