"""Why names do not conform, and what they could be called: nothing is invented where it is not marked."""

from datetime import date

import pytest

from waka.core.names import Parties, Party, Pattern, Style
from waka.core.rules.oddness import Case, Judged, judge

PARTIES = Parties.of([Party("Marlow Rope & Canvas", "mrc"), Party("Kelby Slipway", "kby")])
NOW = Pattern.read('{when yyyy-mm-dd}_{who short}_{what}{"_" reference?}')
BEFORE = Pattern.read("{when yyyymmdd} {who short} {what}", Style(joiner=" "))
MONTHLY = Pattern.read("{when yyyy-mm}_{who short}_{what}")
KNOWN = {"when": date(2025, 3, 12), "who": "Marlow Rope & Canvas", "what": "rope"}
LABELS = {"when": "When", "who": "Who", "what": "What", "reference": "Reference"}


def one(stem: str, fields: dict[str, object]) -> Judged:
    case = Case(stem=stem, fields=fields, pattern=NOW, earlier=[BEFORE, MONTHLY])  # type: ignore[arg-type]
    return judge([case], PARTIES, LABELS.__getitem__)[0]


@pytest.mark.parametrize(
    ("stem", "fields", "codes", "could_be", "by_earlier", "guessed"),
    [
        ("2025-03-12_mrc_rope", KNOWN, [], None, False, False),
        ("20250312 mrc rope", {}, ["named_by_earlier"], "2025-03-12_mrc_rope", True, False),
        # what a person corrected since counts, not what the old name says
        ("20250312 mrc rope", {"what": "new rope"}, ["named_by_earlier"], "2025-03-12_mrc_new-rope", True, False),
        ("2025-03_mrc_rope", {}, ["named_by_earlier", "nothing_known"], None, True, False),
        ("2025-03_mrc_rope", KNOWN, ["named_by_earlier"], "2025-03-12_mrc_rope", True, False),
        ("scan0031", KNOWN, ["name_goes_astray"], "2025-03-12_mrc_rope", False, False),
        ("scan0031", {}, ["name_goes_astray", "nothing_known"], None, False, False),
        ("2025-03-12 mended rope", {"who": "Marlow Rope & Canvas"}, ["name_goes_astray", "nothing_known"],
         "2025-03-12_mrc_mended-rope", False, True),
        ("2025-03-12_mrc", {}, ["name_ends_before", "nothing_known"], None, False, False),
    ],
)  # fmt: skip
def test_each_name_that_does_not_conform_says_why(
    stem: str,
    fields: dict[str, object],
    codes: list[str],
    could_be: str | None,
    by_earlier: bool,
    guessed: bool,
) -> None:
    found = one(stem, fields)
    assert [said.code for said in found.reasons] == codes
    assert (found.stem, found.by_earlier, found.guessed) == (could_be, by_earlier, guessed)


def test_the_form_of_dates_is_told_by_most_of_the_names_of_a_folder() -> None:
    stems = ["14.03.2025 rope", "15.03.2025 canvas", "03.04.2025 paint"]
    cases = [Case(stem=stem, fields={"who": "Kelby Slipway"}, pattern=NOW, earlier=[]) for stem in stems]
    found = judge(cases, PARTIES, LABELS.__getitem__)
    assert [one.stem for one in found] == [
        "2025-03-14_kby_rope",
        "2025-03-15_kby_canvas",
        "2025-04-03_kby_paint",
    ]
    assert all(one.guessed for one in found)
    assert judge(cases[2:], PARTIES, LABELS.__getitem__)[0].stem is None, "alone it may be March as well"
