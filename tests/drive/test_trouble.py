"""What the disk says, told to a person: why, and what to do."""

import errno
import os

import pytest

from waka.drive.trouble import trouble

TOLD = [
    (errno.ENOSPC, None, "Make room on the disk, then try again."),
    (errno.EDQUOT, "Wait.", "Make room on the disk, then try again."),
    (errno.EROFS, None, "The drive is read-only: ask the administrator."),
    (errno.EPERM, None, "Waka's own account may not write there: ask the administrator."),
    (errno.EIO, None, "Try again; if it stays so, ask the administrator."),
    (errno.EIO, "Wait.", "Wait."),
]  # fmt: skip


@pytest.mark.parametrize(("code", "mend", "told"), TOLD)
def test_the_mend_fits_what_the_disk_says(code: int, mend: str | None, told: str) -> None:
    error = trouble(
        "“a.pdf” could not be moved", OSError(code, os.strerror(code)), "It is still there.", mend
    )
    assert error.message == f"“a.pdf” could not be moved: {os.strerror(code)}. It is still there."
    assert (error.mend, error.facts["error"]) == (told, errno.errorcode[code])


def test_an_error_without_a_number_is_told_too() -> None:
    error = trouble("The upload could not be stored", OSError("no more"))
    assert error.mend and error.facts["error"] == "EIO"
