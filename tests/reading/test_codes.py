"""Codes printed on a page: payment codes say exactly what is paid; bars speak for a number that is printed, too."""

import io
from collections.abc import Callable
from decimal import Decimal

import pytest
import zxingcpp
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image
from reportlab.graphics import renderPDF
from reportlab.graphics.barcode.qr import QrCodeWidget
from reportlab.graphics.shapes import Drawing
from reportlab.pdfgen.canvas import Canvas

from tests.reading.test_facts import read
from waka.core.fields.evidence.codes import payment
from waka.core.fields.evidence.parting import DIVIDER
from waka.reading import pages, recognise
from waka.reading.codes import codes_on
from waka.reading.divider import divider_sheet
from waka.reading.words import read_parts

LINES = ("Marlow Rope and Canvas Ltd.", "12 Quay Street, Kilbray", "Invoice MRC-4711", "Date: 12 March 2025",
         "Rope, 40 m  1,000.00", "VAT 20%  200.00", "Total due  EUR 1,200.00")  # fmt: skip


def asked(**told: str) -> str:
    said = {
        "payee": "Marlow Rope and Canvas Ltd.",
        "amount": "EUR1200",
        "structured": "",
        "text": "MRC 4711 K-20",
    }
    said |= told
    return "\n".join(
        ["BCD", "002", "1", "SCT", "", said["payee"], "IE00MRLW00000000041700", said["amount"], "",
         said["structured"], said["text"]]
    )  # fmt: skip


def drawn(canvas: Canvas, code: str) -> None:
    """Square by square, as programs that write bills do."""
    drawing = Drawing(90, 90)
    drawing.add(QrCodeWidget(code, barWidth=90, barHeight=90, barLevel="M"))
    renderPDF.draw(drawing, canvas, 400, 100)


def as_picture(canvas: Canvas, code: str) -> None:
    picture = zxingcpp.create_barcode(code, zxingcpp.BarcodeFormat.QRCode).to_image(scale=4)
    canvas.drawInlineImage(Image.fromarray(picture), 400, 100, 90, 90)


def bars(canvas: Canvas, code: str) -> None:
    picture = zxingcpp.create_barcode(code, zxingcpp.BarcodeFormat.Code128).to_image(scale=2)
    canvas.drawInlineImage(Image.fromarray(picture), 300, 100, 200, 40)


def bill(*codes: tuple[Callable[[Canvas, str], None], str], lines: tuple[str, ...] = LINES) -> bytes:
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(595, 842))
    for at, line in enumerate(lines):
        canvas.drawString(60, 780 - 24 * at, line)
    for draw, code in codes:
        draw(canvas, code)
    canvas.save()
    return out.getvalue()


@pytest.mark.parametrize("draw", [drawn, as_picture])
def test_a_payment_code_says_whom_and_how_much_and_leads_to_the_number_that_it_names(
    draw: Callable[[Canvas, str], None],
) -> None:
    found = read(bill((draw, asked())))
    told = (found.who[0], found.amount[0], found.reference[0])
    assert [one.value for one in told] == ["Marlow Rope and Canvas Ltd.", Decimal("1200"), "MRC-4711"]
    assert {one.why for one in told} == {"payment_code"} and found.currency == "EUR"
    assert all(one.box is not None for one in told)  # the page says it, too


def test_what_a_payment_code_says_that_the_page_clearly_does_not_is_doubtful() -> None:
    found = read(bill((drawn, asked(amount="EUR1100.00"))))
    first, second = found.amount[:2]
    assert (first.value, second.value) == (Decimal("1100.00"), Decimal("1200.00"))
    assert first.score < second.score


def test_our_own_payment_code_does_not_make_us_the_sender() -> None:
    found = read(bill((drawn, asked(payee="Tern Point Sail Training Trust"))))
    assert "Tern Point Sail Training Trust" not in [one.value for one in found.who]


def test_bars_speak_for_a_number_that_is_printed_and_for_no_other() -> None:
    plain, barred = read(bill()), read(bill((bars, "MRC4711")))
    assert barred.reference[0].value == plain.reference[0].value == "MRC-4711"
    assert barred.reference[0].why == "bars" and barred.reference[0].score > plain.reference[0].score
    other = read(bill((bars, "5012345678900")))
    assert [one.value for one in other.reference] == [one.value for one in plain.reference]


def test_a_code_on_a_scanned_page_is_read_as_it_is_recognised() -> None:
    from waka.reading.formats import image

    image.load()
    page = pages.picture(io.BytesIO(bill((drawn, asked()))), "application/pdf", 1)
    assert recognise.recognise(page.rotate(2, fillcolor="white")).codes == [asked()]


def test_pages_without_a_code_are_not_drawn_to_look_for_one(monkeypatch: pytest.MonkeyPatch) -> None:
    from waka.reading import codes

    monkeypatch.setattr(codes, "codes_on", lambda _: pytest.fail("drawn for nothing"))
    assert next(read_parts(io.BytesIO(bill()), "application/pdf")).pages[0].words


@pytest.mark.parametrize(
    ("code", "amount", "refers_to"),
    [
        (asked(), Decimal("1200"), "MRC 4711 K-20"),
        (asked(structured="RF18539007547034", text=""), Decimal("1200"), "RF18539007547034"),
        (asked(amount=""), None, "MRC 4711 K-20"),
        (asked(amount="EUR1,200"), None, "MRC 4711 K-20"),
        (asked().replace("\n", "\r\n"), Decimal("1200"), "MRC 4711 K-20"),
    ],
)
def test_what_a_payment_code_asks_for(code: str, amount: Decimal | None, refers_to: str) -> None:
    told = payment(["https://tern.example", code])
    assert told is not None and (told.amount, told.refers_to) == (amount, refers_to)


@given(st.lists(st.text(max_size=200), max_size=3))
def test_no_code_whatever_it_says_ends_the_reading_of_a_paper(texts: list[str]) -> None:
    told = payment([*texts, "BCD\n002\n1\nSCT\n" + "\n".join(texts)])
    assert told is None or told.amount is None or told.amount >= 0


@pytest.mark.parametrize(("turn", "size"), [(0, 1240), (3, 900), (180, 800), (-2, 620)])
def test_the_printed_divider_is_known_however_it_is_scanned(turn: int, size: int) -> None:
    from waka.reading.formats import image

    image.load()
    sheet = pages.picture(io.BytesIO(divider_sheet()), "application/pdf", 1).convert("L")
    scanned = sheet.rotate(turn, fillcolor=255, expand=True)
    scanned.thumbnail((size, size * 2))
    assert DIVIDER in codes_on(scanned)
