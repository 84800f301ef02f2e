"""Documents shown formatted: what they say is there, and nothing that acts or loads."""

from contextlib import suppress
from pathlib import Path

import pytest

from waka.core.finding.words import mark_html
from waka.errors import StillReading
from waka.reading.formatted import clean, formatted
from waka.reading.reader import Reader

NASTY = [
    '<script>alert(1)</script>', '<img src="https://evil.example/x.png">', '<img src=x onerror=alert(1)>',
    '<iframe src="https://evil.example"></iframe>', '<a href="javascript:alert(1)">a</a>', '<style>@import "x"</style>',
    '<link rel=stylesheet href=x>', '<meta http-equiv=refresh content="0;url=x">', '<form action=x><input></form>',
    '<svg onload=alert(1)>', '<p style="background:url(https://evil.example)">p</p>', '<base href="https://evil.example">',
    '<object data=x></object>', '<img src="data:image/svg+xml;base64,PHN2Zz4=">', '<details ontoggle=alert(1) open>',
]  # fmt: skip


@pytest.mark.parametrize("dirty", NASTY)
def test_nothing_that_acts_or_loads_comes_through(dirty: str) -> None:
    found = clean(f"<p>before</p>{dirty}<p>after</p>")
    assert "before" in found and "after" in found
    for word in (
        "script",
        "http",
        "javascript",
        "onerror",
        "onload",
        "ontoggle",
        "style",
        "svg",
        "iframe",
        "form",
        "href",
    ):
        assert word not in found.lower(), found


def test_a_picture_of_the_document_s_own_stays() -> None:
    own = '<img src="data:image/png;base64,iVBORw0KGgo=" alt="knot">'
    assert clean(own) == own


CASES = [
    ("table.csv", "text/plain", "what;cost\nrope;12,50\n", "<td>rope</td><td>12,50</td>"),
    ("note.md", "text/plain", "# Tides\n\n- high at *noon*\n\n<script>x</script>", "<em>noon</em>"),
    ("page.html", "text/html", "<h1>Slip</h1><p onclick=x>dates", "<h1>Slip</h1><p>dates</p>"),
    ("mail.eml", "message/rfc822", "From: a@b.example\nSubject: Crane & slip\n\nBooked <noon>\n", "Booked &lt;noon&gt;"),
]  # fmt: skip


@pytest.mark.parametrize(("name", "media_type", "content", "expected"), CASES, ids=[c[0] for c in CASES])
def test_each_kind_is_shown(tmp_path: Path, name: str, media_type: str, content: str, expected: str) -> None:
    path = tmp_path / name
    path.write_text(content)
    with path.open("rb") as file:
        found = formatted(file, path.name, media_type)
    assert found is not None and expected in found and "<script" not in found


def shown_as(reader: Reader, path: Path, media_type: str) -> str | None:
    """Ask again, as whoever looks at it does, where a busy machine has not made it yet."""
    while True:
        with path.open("rb") as file, suppress(StillReading):
            return reader.formatted(file, path.name, media_type)


def test_office_documents_are_shown_by_their_libraries(tmp_path: Path) -> None:
    import docx
    import openpyxl

    letter = docx.Document()
    letter.add_heading("Berth renewal", 1)
    letter.add_paragraph("The tide serves at half past six.")
    letter.save(str(tmp_path / "letter.docx"))
    book = openpyxl.Workbook()
    book.active.append(["rope", 12])  # type: ignore[union-attr]
    book.save(tmp_path / "book.xlsx")
    office = "application/vnd.openxmlformats-officedocument"
    reader = Reader()
    try:
        shown = shown_as(reader, tmp_path / "letter.docx", f"{office}.wordprocessingml.document")
        assert shown == "<h1>Berth renewal</h1><p>The tide serves at half past six.</p>"
        shown = shown_as(reader, tmp_path / "book.xlsx", f"{office}.spreadsheetml.sheet")
        assert shown and "<td>rope</td><td>12</td>" in shown
        assert shown_as(reader, tmp_path / "letter.docx", "image/png") is None
    finally:
        reader.close()


def test_words_are_marked_in_text_and_never_in_tags() -> None:
    assert mark_html("<p>the mizzen <b>Mizzen</b></p>", ["mizzen"]) == (
        '<p>the <mark id="first">mizzen</mark> <b><mark>Mizzen</mark></b></p>', 2,
    )  # fmt: skip
    assert mark_html('<img alt="b" src="data:b">', ["b"]) == ('<img alt="b" src="data:b">', 0)
    assert mark_html("<p>x</p>", []) == ("<p>x</p>", 0)
