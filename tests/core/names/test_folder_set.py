"""Sets of folders from a list and patterns."""

import pytest

from waka.core.names.folder_set import FolderSetError, folder_set

MADE = [
    ("{name}", "Maya Hartle\n\nTomas Reed\r\n", ["Maya Hartle", "Tomas Reed"]),
    ("2027/{number 00} {name}", "January\nFebruary", ["2027/01 January", "2027/02 February"]),
    ("{name}/Coursework\n{name}/Certificates", "Maya Hartle\nTomas Reed",
     ["Maya Hartle/Coursework", "Maya Hartle/Certificates", "Tomas Reed/Coursework", "Tomas Reed/Certificates"]),
    ("{berth 000}/{boat}", "Berth;Boat\n7;Wren\n12;\"Kit; of Brae\"", ["007/Wren", "012/Kit; of Brae"]),
    ("{last_name}, {first_name}", "First name,Last name\nMaya,Hartle", ["Hartle, Maya"]),
    ("{name}", "Hartle, Maya\nReed, Tomas", ["Hartle, Maya", "Reed, Tomas"]),
    ("{name}", "Sail: old/new?\nCON\n Rope \nRope", ["Sail old new", "_CON", "Rope"]),
]  # fmt: skip


@pytest.mark.parametrize(("patterns", "listed", "expected"), MADE)
def test_each_line_makes_its_folders_once(patterns: str, listed: str, expected: list[str]) -> None:
    assert list(folder_set(patterns, listed).paths) == expected


def test_lines_that_lack_something_are_told() -> None:
    found = folder_set("{boat}/{year}", "boat,year\nWren,2026\nKit,\n,2027\n")
    assert (found.paths, found.lacking) == (("Wren/2026",), (2, 3))
    assert found.columns == ("boat", "year", "number")


FAULTS = [
    ("", "a", "patterns", 0, "no pattern"), ("{name}", " \n", "list", 0, "empty"), ("{who}", "a\nb", "patterns", 1, "no column"),
    ("{name}\n{name", "a", "patterns", 7, "not closed"), ("{name}\n  x/{boat}", "a", "patterns", 12, "no column"),
    ("{a}", "a,a\n1,2", "list", 0, "headed alike"), ("{a}", "a,\n1,2", "list", 0, "headed alike"),
    ("{name}", "\n".join("x" * 2001), "list", 0, "more than"), ("{a}", 'a,b\n"1,2', "list", 0, "no CSV"),
]  # fmt: skip


@pytest.mark.parametrize(("patterns", "listed", "part", "at", "why"), FAULTS)
def test_what_makes_no_set_is_said_with_its_place(
    patterns: str, listed: str, part: str, at: int, why: str
) -> None:
    with pytest.raises(FolderSetError) as told:
        folder_set(patterns, listed)
    assert (told.value.part, told.value.at, why in told.value.why) == (part, at, True), told.value
