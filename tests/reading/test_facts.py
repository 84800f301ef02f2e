"""What files say exactly: an electronic invoice by itself and inside a PDF, the clock of a camera, the head of a mail."""

import io
from datetime import date
from decimal import Decimal

import pypdfium2 as pdfium
import pytest
from bench.papers.learning import picture

from tests.start.test_read_command import CII, UBL, mail
from tests.work.test_filling import invoice
from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.slip import Clerk, Part, Read
from waka.reading import formats
from waka.reading.formats import einvoice
from waka.reading.sniff import sniff
from waka.reading.words import is_rubbish, read_parts, unread_pages
from waka.reading.zips import Damaged
from waka.work.documents.papers import as_parts


def hybrid(**told: str) -> bytes:
    """An invoice as people see it, with the XML that programs read in it."""
    text = UBL.format(type="380")
    for old, new in {
        "KBY-77": "MRC-4711",
        "2025-05-02": "2025-03-12",
        "Kilbray Yard": "Marlow Rope and Canvas Ltd.",
        "540.00": "1200.00",
        **told,
    }.items():
        text = text.replace(old, new)
    pdf = pdfium.PdfDocument(invoice())
    pdf.new_attachment("factur-x.xml").set_data(text.encode())
    out = io.BytesIO()
    pdf.save(out)
    return out.getvalue()


def read(data: bytes) -> Read:
    file = io.BytesIO(data)
    parts = as_parts(list(read_parts(file, sniff(file).media_type)))
    return Clerk(Office(names=["Tern Point Sail Training Trust"])).read(parts)


def test_an_invoice_with_xml_in_it_is_read_exactly_and_still_shows_where_it_says_so() -> None:
    found = read(hybrid())
    assert (found.who[0].value, found.when[0].value, found.reference[0].value, found.amount[0].value, found.currency) == (
        "Marlow Rope and Canvas Ltd.", date(2025, 3, 12), "MRC-4711", Decimal("1200.00"), "EUR",
    )  # fmt: skip
    for some in (found.who, found.when, found.reference, found.amount):
        assert some[0].why == "exact" and some[0].box is not None


def test_where_the_xml_and_the_page_disagree_the_xml_comes_first_and_is_doubtful() -> None:
    found = read(hybrid(**{"1200.00": "1300.00"}))
    first, second = found.amount[:2]
    assert (first.value, second.value) == (Decimal("1300.00"), Decimal("1200.00"))
    assert first.score < second.score  # and so it is looked at before it is filed


@pytest.mark.parametrize(
    "data",
    [
        b"",
        b"<",
        b"<a/>",
        b"<!DOCTYPE x [<!ENTITY e SYSTEM 'file:///etc/passwd'>]><Invoice>&e;</Invoice>",
        b"\xff\xfe<",
        CII.encode()[:200],
    ],
)
def test_what_is_no_electronic_invoice_says_nothing_or_that_it_is_damaged(data: bytes) -> None:
    try:
        assert einvoice.facts(data) == {}
    except Damaged:
        return


def test_of_a_mail_the_paper_in_it_is_read() -> None:
    found = read(mail(invoice()))
    assert (found.kind, found.reference[0].value) == ("invoice", "MRC-4711")
    alone = read(mail(b"%PDF-1.4 torn"))
    assert (alone.kind, alone.who[0].value, alone.when[0].value) == (
        "letter",
        "Odile Farrow",
        date(2025, 3, 17),
    )


def test_a_view_of_the_harbour_is_a_photograph_of_the_day_that_the_camera_says() -> None:
    import random

    paper = picture(random.Random(3))
    facts = formats.of("image/jpeg").facts(io.BytesIO(paper.data))  # type: ignore[misc, union-attr]
    found = Clerk(Office()).read([Part([], facts)])
    assert (found.kind, found.when[0].value) == ("photo", paper.when)


@pytest.mark.parametrize(
    ("text", "rubbish"),
    [
        ("Fa tura nr FV/2025/O8/106 Kratownic B rowik Larkm0or Playbouse 30.0B.2O25 Nab wca ?ynowo Jc?ynowo u?ug r?ki t0n0 Tbe", True),
        ("We have repaired the mizzen sail as you asked and send our invoice 4711 of 12 March 2025 over 1,200.00 pounds", False),
        ("Wir haben das Großsegel repariert. Rechnungsnummer RE-2025-4950, Gesamtbetrag 1.480,28 Euro, zahlbar sofort", False),
        ("VSL-25-2112 PO1995 HF91886 GB000123 LQ4 2HB MRC/12", False),
    ],
)  # fmt: skip
def test_a_text_layer_that_is_rubbish_is_told_from_one_that_is_not(text: str, rubbish: bool) -> None:
    assert is_rubbish(text.split()) is rubbish


def test_pages_without_words_are_to_be_recognised_and_those_with_words_are_not() -> None:
    file = io.BytesIO(invoice())
    (whole,) = read_parts(file, "application/pdf")
    assert unread_pages(file, whole) == []
    paper = io.BytesIO(picture(__import__("random").Random(1)).data)
    (view,) = read_parts(paper, "image/jpeg")
    assert unread_pages(paper, view) == [1]
