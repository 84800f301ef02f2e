"""bin/waka names: patterns tried on plain lists of names."""

import json
from pathlib import Path

import pytest
from click.testing import CliRunner, Result

from tests.core.names.conventions import CONVENTIONS, Convention
from waka.cli import waka

PLAIN = [one for one in CONVENTIONS if not one.parties]  # a short form is known to a drive alone


def run(*words: str, given: str = "") -> Result:
    return CliRunner().invoke(waka, ["names", *words], input=given)


@pytest.mark.parametrize("one", PLAIN, ids=lambda one: one.code)
def test_a_list_of_names_is_read(one: Convention, tmp_path: Path) -> None:
    names = tmp_path / "names.txt"
    names.write_text("".join(f"Old papers/{name}.pdf\n" for name in one.names))
    found = run("parse", one.pattern, str(names), "--joiner", one.joiner, "--case", one.case, "--json")
    assert found.exit_code == 0, found.output
    told = {line["name"].removesuffix(".pdf"): line["fields"] for line in json.loads(found.stdout)}
    assert told == one.names
    assert found.stderr == f"{len(one.names)} of {len(one.names)} read.\n"


def test_what_does_not_fit_is_said_with_its_reason() -> None:
    found = run(
        "parse",
        "{what} {when yyyy-mm}",
        "-",
        given="slipway fees 2024-03.pdf\n\nscan0012.jpg\nfees 2024-13\n",
    )
    assert found.exit_code == 1
    assert found.stdout.splitlines() == [
        "slipway fees 2024-03.pdf\twhat=slipway fees\twhen=2024-03",
        "scan0012.jpg\t! the name ends where what is expected",
        "fees 2024-13\t! there is no month 13",
    ]
    assert found.stderr == "1 of 3 read.\n"


@pytest.mark.parametrize(("pattern", "why"), [
    ("{what", "A brace that is not closed at character 1"), ("plain", "The pattern has no field"),
    ("{when yyyy-nn}", "'yyyy-nn' is no date format at character 7"),
])  # fmt: skip
def test_a_pattern_that_is_not_understood_is_said_with_its_place(pattern: str, why: str) -> None:
    found = run("parse", pattern, "-", given="x\n")
    assert found.exit_code == 2 and why in found.output


def test_bytes_that_are_no_text_are_shown_and_hold_nothing_up(tmp_path: Path) -> None:
    names = tmp_path / "names.txt"
    names.write_bytes(b"caf\xe9 2024-03\nfees 2024-04\n")
    found = run("parse", "{what} {when yyyy-mm}", str(names))
    assert "fees 2024-04\twhat=fees\twhen=2024-04" in found.stdout
    assert found.stdout.startswith("caf\ufffd 2024-03\t")


def test_patterns_are_proposed_with_what_they_leave_over() -> None:
    names = "".join(
        f"{name}.pdf\n" for name in next(c for c in PLAIN if c.code == "words, then the month").names
    )
    found = run("propose", "-", given=names + "scan0012.jpg\n")
    assert found.exit_code == 0
    assert found.stdout.splitlines()[:2] == ["6 of 7\t{what} {when yyyy-mm}", "\t! scan0012"]
    told = json.loads(run("propose", "-", "--json", given=names).stdout)
    assert told[0] | {"left": []} == {
        "pattern": "{what} {when yyyy-mm}", "joiner": " ", "case": "lower", "reads": 6, "of": 6, "left": [],
    }  # fmt: skip


def test_where_nothing_explains_the_names_that_is_said() -> None:
    found = run("propose", "-", given="a\n")
    assert (found.exit_code, found.stdout, found.stderr) == (1, "", "No pattern explains half of 1 names.\n")


OLD = "150324 jt budget v2.xlsx\n150330 jt grant letter.docx\n150402 mo crew list.docx\n"


def test_names_follow_an_example(tmp_path: Path) -> None:
    names = tmp_path / "names.txt"
    names.write_text(OLD)
    found = run("like", "150324 jt budget v2.xlsx=2015-03-24_jt budget v2.xlsx", str(names))
    assert found.exit_code == 0, found.output
    assert found.stdout.splitlines() == [
        "150324 jt budget v2.xlsx\t2015-03-24_jt budget v2.xlsx",
        "150330 jt grant letter.docx\t2015-03-30_jt grant letter.docx",
        "150402 mo crew list.docx\t2015-04-02_mo crew list.docx",
    ]
    assert found.stderr.startswith("By: ") and "write the date as yyyy-mm-dd" in found.stderr


def test_what_is_in_doubt_is_marked_and_the_next_example_asked_for() -> None:
    found = run(
        "like",
        "rope copy.txt=rope.txt",
        "-",
        "--json",
        given="rope copy.txt\noars.txt\nmast copy.txt\nold sail.txt\n",
    )
    assert found.exit_code == 1
    told = json.loads(found.stdout)
    doubt = {one["old"]: one["doubt"] for one in told["names"]}
    assert doubt["rope copy.txt"] is False and doubt["old sail.txt"] is True
    assert told["ask"] in ("old sail.txt", "oars.txt")


@pytest.mark.parametrize(
    ("words", "code", "says"),
    [
        (["rope.txt"], 2, "Give one example"), (["rope.txt=", "-"], 2, "is no example"),
        (["mast.txt=x.txt", "-"], 2, "none of the names"), (["rope.txt=rope.pdf", "-"], 1, "No sentence explains"),
        (["rope.txt=rope.txt", "-"], 1, "No sentence explains"),
    ],
)  # fmt: skip
def test_an_example_that_is_none_is_refused(words: list[str], code: int, says: str) -> None:
    found = run("like", *words, given="rope.txt\n")
    assert (found.exit_code, says in found.stderr) == (code, True), found.output
