"""Slips filled in with what stands on the page: for whom, from what, and that it is gone with what is destroyed."""

import io
import threading
from decimal import Decimal

import pytest
from PIL import Image, ImageDraw
from reportlab.pdfgen.canvas import Canvas

from tests.work.drive import SmallDrive, hand_in
from waka.core.ids import DocumentId, FolderId
from waka.errors import NotFound
from waka.jobs.due import Look
from waka.records.desk import naming
from waka.work.changes.ways import filing
from waka.work.deps import Deps
from waka.work.desk.filling import filling
from waka.work.desk.queue import desk
from waka.work.documents import words
from waka.work.documents.reading import read_what_waits
from waka.work.naming.slips import Slip
from waka.work.outside.taking_in import index_next

LINES = (
    (60, 60, "Marlow Rope & Canvas", 20), (60, 85, "4 Ropewalk Yard, Tern Point TP4 1AB", 9), (400, 60, "INVOICE", 16),
    (60, 140, "Tern Point Sail Training Trust", 10), (60, 154, "The Old Customs Shed", 10), (350, 140, "Invoice no.", 10), (460, 140, "MRC-4711", 10),
    (350, 155, "Invoice date", 10), (460, 155, "12 March 2025", 10), (350, 170, "Due date", 10), (460, 170, "11 April 2025", 10),
    (60, 230, "Mizzen sail repair", 10), (480, 230, "1,000.00", 10), (380, 270, "Subtotal", 10), (480, 270, "1,000.00", 10), (380, 285, "VAT 20%", 10), (480, 285, "200.00", 10),
    (380, 305, "Total to pay", 11), (480, 305, "£1,200.00", 11),
)  # fmt: skip


def invoice(extra: str = "") -> bytes:
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(595, 842), invariant=1)
    for x, y, text, size in LINES:
        canvas.setFont("Helvetica", size)
        canvas.drawString(x, 842 - y, text)
    canvas.drawString(60, 100, extra)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


SEEN = 1.6  #: pixels a point of the page that was photographed


def photographed() -> bytes:
    picture = Image.new("RGB", (round(595 * SEEN), round(842 * SEEN)), "white")
    pen = ImageDraw.Draw(picture)
    for x, y, text, size in LINES:
        pen.text((x * SEEN, (y - size) * SEEN), text, fill="black", font_size=size * SEEN * 1.1)
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=80)
    return out.getvalue()


def read(deps: Deps) -> None:
    read_what_waits(deps)
    for some in words.waiting(deps):
        words.read_words(deps, [one.sha256 for one in some], threading.Event())


def first(deps: Deps, person: int, number: int) -> dict[str, str]:
    told = filling(deps, person, DocumentId(number))
    return {code: some[0].value for code, some in told.fields.items()}


def test_an_invoice_fills_its_slip_in_and_says_where_each_field_stands(filled: SmallDrive) -> None:
    number = hand_in(filled.deps, filled.filer, "scan0012.pdf", invoice())
    assert filling(filled.deps, filled.filer, DocumentId(number)).state == "waits"
    read(filled.deps)
    told = filling(filled.deps, filled.filer, DocumentId(number))
    assert told.state == "read"
    found = first(filled.deps, filled.filer, number)
    assert {code: found[code] for code in ("kind", "who", "when", "reference", "amount", "due")} == {
        "kind": "invoice", "who": "Marlow Rope & Canvas", "when": "2025-03-12", "reference": "MRC-4711", "amount": "1200.00", "due": "2025-04-11",
    }  # fmt: skip
    box = told.fields["when"][0].box
    assert box is not None
    page, left, top, right, bottom = box
    assert page == 1 and abs(left - 460 / 595) < 0.01 and top < 155 / 842 < bottom and right > left
    assert all(
        one.sure for code in ("kind", "who", "when", "reference", "amount") for one in told.fields[code][:1]
    )


def test_words_are_recognised_on_a_photograph_and_found_by_find_once_it_is_filed(filled: SmallDrive) -> None:
    number = hand_in(filled.deps, filled.filer, "IMG_4311.jpg", photographed())
    read(filled.deps)
    found = first(filled.deps, filled.filer, number)
    assert (found["who"], found["when"], found["reference"], Decimal(found["amount"])) == (
        "Marlow Rope & Canvas",
        "2025-03-12",
        "MRC-4711",
        Decimal("1200.00"),
    )
    with filled.deps.db.transaction() as conn:
        folder = conn.execute("select id from folder where name = 'Letters'").fetchone()
        assert folder is not None
    filing.file_arrival(
        filled.deps, filled.filer, DocumentId(number),
        Slip(kind="invoice", who="mrc", when="12 3 25", what="sail", folder=FolderId(folder[0])), seen=1,
    )  # fmt: skip
    while index_next(filled.deps):
        pass
    with filled.deps.db.transaction() as conn:
        text = conn.execute(
            "select text from content c join document d using (sha256) where d.id = %s", (number,)
        ).fetchone()
    assert text is not None and "Mizzen sail repair" in text[0]


def test_how_far_the_recognising_of_pages_is_stands_on_the_arrival_while_it_goes_on(
    filled: SmallDrive, monkeypatch: pytest.MonkeyPatch
) -> None:
    page, out = Image.new("RGB", (420, 140), "white"), io.BytesIO()
    ImageDraw.Draw(page).text((40, 60), "Watch bill", fill="black", font_size=30)
    page.save(out, "PDF", save_all=True, append_images=[page])
    number = hand_in(filled.deps, filled.filer, "two pages.pdf", out.getvalue())
    seen: list[tuple[int | None, int | None]] = []

    def now() -> tuple[int | None, int | None]:
        [one] = [one for one in desk(filled.deps, filled.filer).waiting if one.id == number]
        return one.recognising, one.recognising_of

    plain = filled.deps.recogniser.recognise
    monkeypatch.setattr(
        filled.deps.recogniser, "recognise", lambda *asked: (seen.append(now()), plain(*asked))[1]
    )
    read(filled.deps)
    assert seen == [(1, 2), (2, 2)] and now() == (None, None)


def test_nobody_learns_from_a_slip_of_a_party_that_is_kept_from_them(filled: SmallDrive) -> None:
    """What is known of parties helps to read only for those who may see them."""
    secret = "Hidden Lagoon Chandlers"
    filled.keep_to("Trainees", filled.keeper)
    with filled.deps.db.transaction() as conn:
        party = naming.add_party(conn, secret, None)
        naming.add_spelling(conn, party, "HLC Tern")
        conn.execute(
            "update document set party_id = %s from folder f where f.id = folder_id and f.name = 'Trainees'",
            (party,),
        )
    number = DocumentId(hand_in(filled.deps, filled.filer, "scan.pdf", invoice("HLC Tern")))
    read(filled.deps)
    assert secret not in repr(filling(filled.deps, filled.filer, number))
    other = DocumentId(hand_in(filled.deps, filled.keeper, "scan 2.pdf", invoice("HLC Tern")))
    assert secret in repr(filling(filled.deps, filled.keeper, other))


def test_an_arrival_that_somebody_may_not_see_fills_nothing_in_for_them(filled: SmallDrive) -> None:
    number = hand_in(filled.deps, filled.filer, "scan.pdf", invoice())
    read(filled.deps)
    with pytest.raises(NotFound):
        filling(filled.deps, filled.reader, DocumentId(number))


def test_an_office_that_wants_none_of_it_has_no_page_read(drive: SmallDrive) -> None:
    number = hand_in(drive.deps, drive.filer, "scan.pdf", invoice())
    read_what_waits(drive.deps)
    assert words.waiting(drive.deps) == ([], [])
    assert filling(drive.deps, drive.filer, DocumentId(number)).state == "off"


def test_what_cannot_be_read_is_told_as_read_and_fills_nothing_in(filled: SmallDrive) -> None:
    number = hand_in(filled.deps, filled.filer, "torn.pdf", invoice()[:200])
    read(filled.deps)
    told = filling(filled.deps, filled.filer, DocumentId(number))
    assert (told.state, told.fields) == ("read", {})


@pytest.mark.parametrize(
    ("name", "data"),
    [
        ("note.txt", b"call the yard\n"),
        ("rows.csv", b"a;b\n1;2\n"),
        ("page.html", b"<!doctype html><p>x</p>"),
        ("blank.txt", b" \n"),
    ],
)
def test_what_nobody_can_say_what_it_is_has_no_kind_and_no_trouble(
    filled: SmallDrive, name: str, data: bytes
) -> None:
    number = hand_in(filled.deps, filled.filer, name, data)
    read(filled.deps)
    told = filling(filled.deps, filled.filer, DocumentId(number))
    assert told.state == "read" and "kind" not in told.fields


def test_what_somebody_looks_at_is_read_before_all_that_came_earlier(filled: SmallDrive) -> None:
    numbers = [hand_in(filled.deps, filled.filer, f"scan {at}.pdf", invoice(f"No. {at}")) for at in range(3)]
    read_what_waits(filled.deps)
    Look(filled.deps).look()
    for _ in range(2):  # asked again, it waits no second time
        assert filling(filled.deps, filled.filer, DocumentId(numbers[2])).state == "waits"
    with filled.deps.db.transaction() as conn:
        waiting = conn.execute(
            "select priority from procrastinate_jobs where task_name = 'words' order by priority desc, id"
        ).fetchall()
        first = conn.execute(
            "select d.id from procrastinate_jobs j join document d on j.queueing_lock = 'words ' || encode(d.sha256, 'hex')"
            " where j.task_name = 'words' order by j.priority desc, j.id limit 1"
        ).fetchone()
    assert len(waiting) == 3 and waiting[0][0] > waiting[1][0] == waiting[2][0]
    assert first == (numbers[2],)
