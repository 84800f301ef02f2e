"""Pages of arrivals made into others: a stack parted where documents begin, photographs joined, straightened, turned."""

import io

import pypdfium2
import pytest
from PIL import Image, ImageDraw
from reportlab.pdfgen.canvas import Canvas

from tests.work.drive import SmallDrive, hand_in
from tests.work.test_filling import LINES, invoice, read
from waka.core.ids import DocumentId
from waka.errors import BadRequest, NotFound
from waka.reading.assemble import straightened
from waka.work.changes.ways import discarding
from waka.work.desk.pages import PageOf, begins, make, outline
from waka.work.documents.looking import content, find
from waka.work.documents.reading import read_what_waits


def stack() -> bytes:
    """Two bills of two pages and a letter, with a blank sheet between."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(595, 842), invariant=1)
    for sender, number in (("Marlow Rope & Canvas", "MRC-4711"), ("Greyfin Marine Fuels", "GMF-90210")):
        for x, y, text, size in LINES:
            told = {"Marlow Rope & Canvas": sender, "MRC-4711": number}.get(text, text)
            canvas.setFont("Helvetica", size)
            canvas.drawString(x, 842 - y, told)
        canvas.showPage()
        canvas.setFont("Helvetica", 10)
        canvas.drawString(
            60, 780, "Terms: goods stay ours until they are paid. Complaints within eight days, please."
        )
        canvas.showPage()
    canvas.showPage()  # blank
    canvas.setFont("Helvetica", 10)
    for at, text in enumerate(
        (
            "Saltmarsh Foundation",
            "12 May 2025",
            "Dear Tamsin",
            "We look forward to your report on the berths.",
            "Yours sincerely",
            "Ada Wintle",
        )
    ):
        canvas.drawString(60, 780 - 24 * at, text)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def photograph(turned: float = 4.0) -> bytes:
    """A sheet on a dark table, askew, with a shadow over it."""
    sheet = Image.new("RGB", (620, 877), "white")
    pen = ImageDraw.Draw(sheet)
    pen.rectangle((60, 60, 200, 120), fill="black")
    for y in range(200, 800, 30):
        pen.line((60, y, 560, y), fill="black", width=3)
    table = Image.new("RGB", (1000, 1300), (60, 45, 35))
    mask = Image.new("L", sheet.size, 255)
    table.paste(sheet.rotate(turned, expand=True), (170, 160), mask.rotate(turned, expand=True))
    shadow = Image.linear_gradient("L").resize(table.size).point(lambda light: 150 + light * 105 // 255)
    out = io.BytesIO()
    Image.composite(table, Image.new("RGB", table.size), shadow).save(out, "JPEG", quality=92)
    return out.getvalue()


def arrived(drive: SmallDrive, name: str, data: bytes) -> DocumentId:
    number = DocumentId(hand_in(drive.deps, drive.filer, name, data))
    read(drive.deps)
    return number


def handed(drive: SmallDrive, name: str, data: bytes) -> DocumentId:
    """Hand in what has its pages counted, and no words recognised."""
    number = DocumentId(hand_in(drive.deps, drive.filer, name, data))
    read_what_waits(drive.deps)
    return number


def pages_of(drive: SmallDrive, number: DocumentId) -> list[tuple[str, int]]:
    """Each page's text, and how it is turned."""
    with content(drive.deps, drive.filer, number) as (_, file):
        pdf = pypdfium2.PdfDocument(file.read())
    return [(page.get_textpage().get_text_bounded(), page.get_rotation()) for page in pdf]


def test_a_stack_is_parted_where_a_document_begins_and_joined_again(filled: SmallDrive) -> None:
    number = arrived(filled, "stack.pdf", stack())
    found = begins(filled.deps, filled.filer, number)
    assert found is not None
    assert (list(found.begins), list(found.blank)) == ([1, 3, 6], [5])
    made = make(
        filled.deps, filled.filer,
        [[PageOf(number=number, page=page) for page in some] for some in ([1, 2], [3, 4], [6])],
    )  # fmt: skip
    assert [len(pages_of(filled, one)) for one in made] == [2, 2, 1]
    assert [find(filled.deps, filled.filer, one).name for one in made] == [
        f"stack part 0{at}.pdf" for at in (1, 2, 3)
    ]
    read(filled.deps)
    # the stack is in the bin, says why, and can be taken back
    [gone] = discarding.discarded(filled.deps, filled.filer)
    assert gone.id == number and gone.reason == "its pages are " + ", ".join(f"No. {one}" for one in made)
    [whole] = make(
        filled.deps, filled.filer,
        [[PageOf(number=made[1], page=1), PageOf(number=made[0], page=2), PageOf(number=made[2], page=1, turn=1)]],
    )  # fmt: skip
    found = pages_of(filled, whole)
    assert [
        word in text for word, (text, _) in zip(("Greyfin", "Terms", "Saltmarsh"), found, strict=True)
    ] == [True] * 3
    assert [turn for _, turn in found] == [0, 0, 90]


def test_a_picture_of_no_words_is_no_blank_sheet_between_others(filled: SmallDrive) -> None:
    found = begins(filled.deps, filled.filer, arrived(filled, "IMG_1.jpg", photograph()))
    assert found is not None and (list(found.begins), list(found.blank)) == ([1], [])


def test_photographs_become_one_pdf_in_the_order_that_is_asked(drive: SmallDrive) -> None:
    one, two = arrived(drive, "IMG_1.jpg", photograph()), arrived(drive, "IMG_2.jpg", photograph(-6))
    [made] = make(
        drive.deps, drive.filer, [[PageOf(number=two, page=1, straighten=True), PageOf(number=one, page=1)]]
    )
    with content(drive.deps, drive.filer, made) as (document, file):
        pdf = pypdfium2.PdfDocument(file.read())
    assert document.name == "IMG_2.pdf" and len(pdf) == 2
    straight, plain = (page.get_size() for page in pdf)
    assert abs(straight[0] / straight[1] - 620 / 877) < 0.03 and abs(plain[0] / plain[1] - 1000 / 1300) < 0.01


@pytest.mark.parametrize("turned", [-12.0, -3.0, 0.0, 5.0, 14.0])
def test_the_sheet_in_a_photograph_is_found_made_straight_and_light(turned: float) -> None:
    found = straightened(Image.open(io.BytesIO(photograph(turned))))
    assert abs(found.width / found.height - 620 / 877) < 0.03
    light = found.convert("L")
    corners = [
        light.getpixel((int(light.width * x), int(light.height * y)))
        for x, y in ((0.9, 0.06), (0.95, 0.95), (0.04, 0.95))
    ]
    assert all(isinstance(one, int) and one > 215 for one in corners)  # no table, no shadow
    # the black block is where it was, and the lines run level
    assert (
        isinstance(dark := light.getpixel((int(light.width * 0.2), int(light.height * 0.1))), int)
        and dark < 90
    )


def test_a_picture_without_a_sheet_stays_whole() -> None:
    picture = Image.effect_noise((400, 300), 40).convert("RGB")
    assert straightened(picture).size == (400, 300)


def test_what_cannot_be_made_is_refused_and_nothing_is_in_the_bin(filled: SmallDrive) -> None:
    number = arrived(filled, "bill.pdf", invoice())
    text = arrived(filled, "note.txt", b"no pages")
    for asked in (
        [],
        [[]],
        [[PageOf(number=number, page=2)]],
        [[PageOf(number=number, page=1)], [PageOf(number=text, page=1)]],
    ):
        with pytest.raises(BadRequest):
            make(filled.deps, filled.filer, asked)
    with pytest.raises(NotFound):
        make(
            filled.deps,
            filled.filer,
            [[PageOf(number=DocumentId(filled.number("Letters/note.txt")), page=1)]],
        )
    with pytest.raises(NotFound):
        begins(filled.deps, filled.reader, number)
    assert discarding.discarded(filled.deps, filled.filer) == []


def test_the_outline_of_a_sheet_is_told_and_mended_by_hand(filled: SmallDrive) -> None:
    number = handed(filled, "photo.jpg", photograph())
    found = outline(filled.deps, filled.filer, number, 1)
    assert found is not None and len(found) == 8
    # it lies askew on the table: 170 and 160 of 1000 and 1300 pixels from the edges, and 620 by 877 large
    assert 0.14 < found[0] < 0.3 and 0.1 < found[1] < 0.2 and 0.7 < found[4] < 0.9 and 0.7 < found[5] < 0.9
    # the upper half of the picture, as a person asks for it
    corners = (0.0, 0.0, 1.0, 0.0, 1.0, 0.5, 0.0, 0.5)
    [made] = make(
        filled.deps, filled.filer, [[PageOf(number=number, page=1, straighten=True, corners=corners)]]
    )
    with content(filled.deps, filled.filer, made) as (_, file):
        width, height = pypdfium2.PdfDocument(file.read())[0].get_size()
    assert abs(width / height - 1000 / 650) < 0.02


def test_only_a_photograph_that_one_may_see_has_an_outline(filled: SmallDrive) -> None:
    bill, photo = handed(filled, "bill.pdf", invoice()), handed(filled, "photo.jpg", photograph())
    for person, number, page in (
        (filled.filer, bill, 1),
        (filled.filer, photo, 2),
        (filled.reader, photo, 1),
    ):
        with pytest.raises(NotFound):
            outline(filled.deps, person, number, page)
