"""What the disk says, as a person can read it: why, and what to do."""

from __future__ import annotations

import errno

from waka.errors import DriveTrouble

_MENDS = {
    errno.ENOSPC: "Make room on the disk, then try again.",
    errno.EDQUOT: "Make room on the disk, then try again.",
    errno.EROFS: "The drive is read-only: ask the administrator.",
    errno.EACCES: "Waka's own account may not write there: ask the administrator.",
    errno.EPERM: "Waka's own account may not write there: ask the administrator.",
    errno.ENAMETOOLONG: "Shorten the name.",
}


def trouble(what: str, error: OSError, after: str = "", mend: str | None = None) -> DriveTrouble:
    """Return the error that says *what* the disk did not do, why, *after* it how things stand, and the mend."""
    told = f"{what}: {error.strerror}. {after}".strip()
    known = _MENDS.get(error.errno or 0)
    return DriveTrouble(
        told, mend=known or mend or "Try again; if it stays so, ask the administrator.",
        error=errno.errorcode.get(error.errno or 0, "EIO"),
    )  # fmt: skip
