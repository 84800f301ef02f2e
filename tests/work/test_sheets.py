"""Spreadsheets of moves: what is read, and what is refused with its line."""

import io
from collections.abc import Iterator

import pytest
from hypothesis import given
from hypothesis import strategies as st
from openpyxl import Workbook

from waka.errors import BadRequest
from waka.reading.reader import Reader
from waka.work.changes.sheets import guarded, read_sheet, to_csv, to_xlsx


@pytest.fixture(scope="module")
def reader() -> Iterator[Reader]:
    found = Reader()
    yield found
    found.close()


def book(*rows: tuple[object, ...], merge: str = "") -> bytes:
    made = Workbook()
    sheet = made.active
    assert sheet is not None
    for row in rows:
        sheet.append(list(row))
    if merge:
        sheet.merge_cells(merge)
    out = io.BytesIO()
    made.save(out)
    return out.getvalue()


READ = [
    ("comma", b"from,to\na.pdf,B\n"), ("semicolon", b"from;to\r\na.pdf;B\r\n"), ("tab", b"from\tto\na.pdf\tB"),
    ("no head", b"a.pdf\tB\n"), ("blank lines", b"\n\nfrom,to\n\n  ,\na.pdf,B\n\n"), ("other columns", b"no,To,why,FROM\n1,B,x,a.pdf\n"),
    ("utf-8 mark", b"\xef\xbb\xbffrom,to\na.pdf,B\n"), ("utf-16", "from,to\na.pdf,B\n".encode("utf-16")),
    ("quoted", b'"from","to"\n"a.pdf","B"\n'), ("backslashes", b"from,to\na.pdf,B\n"),
    ("workbook", book(("from", "to"), ("a.pdf", "B"))), ("workbook with gaps", book((None, None), ("to", None, "from"), ("B", None, "a.pdf"))),
]  # fmt: skip


@pytest.mark.parametrize("data", [d for _, d in READ], ids=[n for n, _ in READ])
def test_what_people_send_is_read(reader: Reader, data: bytes) -> None:
    assert [(row.source, row.target) for row in read_sheet(data, reader)] == [("a.pdf", "B")]


def test_old_encodings_are_read(reader: Reader) -> None:
    [row] = read_sheet("from,to\nBüro/Größe.pdf,Ablage\n".encode("cp1252"), reader)
    assert row.source == "Büro/Größe.pdf"


def test_lines_of_two_encodings_in_one_sheet_are_both_read(reader: Reader) -> None:
    lines = [
        "from,to\n".encode("utf-8-sig"),
        "Büro/ä.pdf,Ablage\n".encode(),
        "Büro/ö.pdf,Ablage\r\n".encode("cp1252"),
    ]
    assert [row.source for row in read_sheet(b"".join(lines), reader)] == ["Büro/ä.pdf", "Büro/ö.pdf"]


REFUSED = [
    ("wrong columns", b"old,new,why\na,b,c\n", "“from” and “to” are needed"),
    ("empty", b"", "no rows"), ("only a head", b"from,to\n", "no rows"),
    ("no target", b"from,to\na.pdf,B\nc.pdf,\n", "Line 3 has no “to”"),
    ("merged", book(("from", "to"), ("a.pdf", "B"), ("c.pdf", None), merge="B2:B3"), "Line 3 has no “to”.*"),
    ("a formula", book(("from", "to"), ("a.pdf", "=A2")), "Line 2 has a formula"),
    ("no workbook", b"PK\x03\x04 and then nothing", "cannot be read"),
    ("too many", b"from,to\n" + b"a,b\n" * 200_001, "more than 200,000 rows"),
    ("no text", b"from,to\na\x00b,c\n", "signs that are no text|cannot be read"),
]  # fmt: skip


@pytest.mark.parametrize(("data", "told"), [r[1:] for r in REFUSED], ids=[r[0] for r in REFUSED])
def test_what_cannot_be_read_is_refused_with_its_line(reader: Reader, data: bytes, told: str) -> None:
    with pytest.raises(BadRequest, match=told) as error:
        read_sheet(data, reader)
    assert error.value.mend


cells = st.text(st.characters(exclude_categories=["Cs", "Cc"]), min_size=1, max_size=30).map(str.strip).filter(
    lambda text: text and "\\" not in text and not text.startswith("'")
)  # fmt: skip


@given(st.lists(st.tuples(cells, cells), min_size=1, max_size=5))
def test_a_list_that_is_saved_is_read_as_it_was(reader: Reader, rows: list[tuple[str, str]]) -> None:
    saved = b"".join(to_csv(("from", "to"), rows))
    assert [(row.source, row.target) for row in read_sheet(saved, reader)] == rows


def test_a_name_is_no_formula(reader: Reader) -> None:
    rows = [("=cmd|x.pdf", "+B"), ("-dash.pdf", "@C")]
    for told in ("\t=1+1", "\r=1+1", "\n=1"):
        assert guarded(told) == f"'{told}"
    for saved in (b"".join(to_csv(("from", "to"), rows)), to_xlsx(("from", "to"), rows)):
        assert b"'=cmd" in saved or saved[:2] == b"PK"
        assert [(row.source, row.target) for row in read_sheet(saved, reader)] == rows


def test_a_name_with_control_signs_is_saved_without_them(reader: Reader) -> None:
    saved = to_xlsx(("from", "to"), [("a\x07b\x1f.pdf", "C\x0bD")])
    assert [(row.source, row.target) for row in read_sheet(saved, reader)] == [
        ("a\ufffdb\ufffd.pdf", "C\ufffdD")
    ]
