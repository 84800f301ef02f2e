"""Parties of a sheet: what each row adds, and why a row is refused."""

import pytest

from waka.core.names import Parties, Party
from waka.core.rules.party_table import coming, rows_of

KNOWN = Parties.of(
    [Party("Marlow Rope & Canvas", "mrc", ("Marlow Rope",)), Party("Tern Point Harbour", None)]
)
HEAD = ["Party", "Short form", "Also written", "Filed in"]


@pytest.mark.parametrize(
    ("cells", "comes", "short", "spellings"),
    [
        (["Kilbray Yard", "kby", "Kilbrae Yard; K. Yard", ""], "new", "kby", ("Kilbrae Yard", "K. Yard")),
        (["marlow rope & canvas", "mrc", "", ""], "same", None, ()),
        (["Marlow Rope", "", "", ""], "same", None, ()),
        (["Marlow Rope", "", "Marlow Canvas", ""], "more", None, ("Marlow Canvas",)),
        (["Marlow Rope & Canvas", "", "Marlow  Rope", ""], "same", None, ()),
        (["Tern Point Harbour", "tph", "", ""], "more", "tph", ()),
        (["Tern Point Harbour", "", "", "Letters/{when yyyy}"], "more", None, ()),
    ],
)  # fmt: skip
def test_a_row_adds_what_is_not_known_yet(
    cells: list[str], comes: str, short: str | None, spellings: tuple[str, ...]
) -> None:
    (found,) = coming(rows_of([HEAD, [], cells]), KNOWN)
    assert (found.comes, found.short, found.spellings) == (comes, short, spellings)
    assert found.row.line == 3


@pytest.mark.parametrize(
    ("cells", "code"),
    [
        (["", "x", "", ""], "party_without_name"), (["y" * 201, "", "", ""], "party_without_name"),
        (["Kilbray Yard", "k y", "", ""], "short_form"), (["Kilbray Yard", "MRC", "", ""], "short_taken"),
        (["Marlow Rope & Canvas", "mar", "", ""], "short_stays"),
        (["Kilbray Yard", "", "Marlow Rope", ""], "spelling_taken"),
    ],
)  # fmt: skip
def test_a_row_that_would_confuse_names_is_refused(cells: list[str], code: str) -> None:
    (found,) = coming(rows_of([HEAD, cells]), KNOWN)
    assert found.comes == "refused" and found.why is not None and found.why.code == code


def test_rows_are_told_apart_from_those_before_them() -> None:
    table = [["name", "short"], ["Kilbray Yard", "kby"], ["Kelby Slipway", "kby"], ["KILBRAY YARD", "kby"]]
    assert [one.comes for one in coming(rows_of(table), KNOWN)] == ["new", "refused", "same"]
    with pytest.raises(ValueError, match="headed"):
        list(rows_of([["who"], ["x"]]))
