"""A document's new name from what was typed in shorthand: by the pattern where it stands, and what is known of it."""

from dataclasses import replace

import pytest

from tests.work.drive import NOTE, ROPE, SmallDrive
from tests.work.test_charters import SPOKEN, declare
from waka.errors import NotFound
from waka.work.naming.shorthand import expand


def test_what_is_not_typed_is_as_the_document_has_it(drive: SmallDrive) -> None:
    number = drive.number(ROPE)
    named = {typed: expand(drive.deps, drive.filer, number, typed)
             for typed in ("mrc", "2025-05-06", "mrc tar", "tar", "2025-05-06_mrc_tar", "#S-1 mrc")}  # fmt: skip
    assert {typed: found.name if found else None for typed, found in named.items()} == {
        "mrc": "2025-04-02_mrc_rope.txt", "2025-05-06": "2025-05-06_mrc_rope.txt", "mrc tar": "2025-04-02_mrc_tar.txt",
        "tar": None, "2025-05-06_mrc_tar": None, "#S-1 mrc": "2025-04-02_mrc_rope_S-1.txt",
    }  # fmt: skip
    declare(drive, "Finance/2025", names=SPOKEN)
    found = expand(drive.deps, drive.filer, number, "mrc 2025-05-06 Tar")
    assert found is not None and found.name == "Tar 6 May 2025.txt"


def test_a_document_that_lacks_a_field_of_the_pattern_or_is_not_seen_has_none(drive: SmallDrive) -> None:
    assert expand(drive.deps, drive.filer, drive.number(NOTE), "mrc tar") is None, "it has no date"
    number = drive.number(ROPE)
    drive.keep_to("Finance", drive.keeper)
    with pytest.raises(NotFound):
        expand(drive.deps, drive.filer, number, "mrc")


def test_the_name_is_not_bound_to_the_whole_drive_s_pattern(drive: SmallDrive) -> None:
    declare(drive, "Finance", names=replace(SPOKEN, text="{who short} {what}"))
    found = expand(drive.deps, drive.filer, drive.number(ROPE), "mrc tar")
    assert found is not None and found.name == "mrc tar.txt"
