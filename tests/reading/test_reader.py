"""Reading the demo's papers and papers that are broken, in the reading process."""

import io
import random
import threading
import time
from collections.abc import Iterator
from datetime import date
from pathlib import Path

import pytest
from PIL import Image

from tests.reading.hostile import FILES
from waka.demo import offices, waiting
from waka.demo.filed import invoice, worksheet
from waka.demo.papers import pdf, photo, scan
from waka.errors import ReadingAway, StillReading, Unreadable
from waka.reading.reader import Content, Reader
from waka.reading.sniff import wrong_extension


@pytest.fixture(scope="module")
def reader() -> Iterator[Reader]:
    found = Reader()
    yield found
    found.close()


def read(reader: Reader, path: Path) -> Content:
    with path.open("rb") as file:
        return reader.read(file)


RNG = random.Random(7)
PAPER = invoice("mrc", date(2025, 3, 12), "4471", RNG)
PDF = pdf(PAPER)
DOCX = offices.letter_docx("Slipway", ["The crane is booked."], [["Item", "£"]])
ODT = offices.text_odt("Passage plan", ["Leave on the ebb."])
XLSX = offices.sheet_xlsx({"Log": [["Hour", 3]]})
MAIL = offices.mail("Odile", "o@farrow.example", date(2026, 1, 2), "Consent", "She may sail.",
                    [("form.pdf", PDF)])  # fmt: skip
ZIP = offices.zipped([("berth.pdf", PDF), ("notes.txt", b"x")])


@pytest.mark.parametrize(
    ("data", "extension", "pages", "words"),
    [
        pytest.param(PDF, ".pdf", 1, "Marlow Rope & Canvas", id="pdf"),
        pytest.param(scan(PAPER, RNG, 2), ".pdf", 2, "", id="scan-without-text"),
        pytest.param(photo(worksheet("Ines", 3, date(2026, 5, 1), RNG), RNG), ".jpg", 1, "", id="photo"),
        pytest.param(DOCX, ".docx", 0, "crane is booked", id="docx"),
        pytest.param(ODT, ".odt", 0, "Leave on the ebb", id="odt"),
        pytest.param(XLSX, ".xlsx", 0, "Hour\t3", id="xlsx"),
        pytest.param(MAIL, ".eml", 0, "She may sail", id="mail"),
        pytest.param(ZIP, ".zip", 0, "notes.txt", id="zip"),
        pytest.param("Brücke 06:12\n".encode(), ".txt", 0, "Brücke", id="text"),
        pytest.param("Brücke".encode("cp1252"), ".txt", 0, "Brücke", id="text-of-an-old-system"),
        pytest.param(b"<!doctype html><p>Hi <script>x()</script>there", ".htm", 0, "Hi there", id="html"),
        pytest.param(b"\x00\x01\x02" * 99, "", 0, "", id="unknown"),
    ],
)
def test_content_is_known_whatever_the_name_says(
    reader: Reader, tmp_path: Path, data: bytes, extension: str, pages: int, words: str
) -> None:
    path = tmp_path / "misnamed.bin"
    path.write_bytes(data)
    found = read(reader, path)
    assert (found.extension, found.pages, found.trouble) == (extension, pages, None)
    assert words in found.text


@pytest.mark.parametrize(
    ("data", "trouble"),
    [
        pytest.param(b"", "empty", id="zero-bytes"),
        pytest.param(PDF[: len(PDF) // 3], "damaged", id="truncated-pdf"),
        pytest.param(waiting._locked(), "locked", id="password-pdf"),
        pytest.param(DOCX[: len(DOCX) // 2], "damaged", id="truncated-docx"),
        pytest.param(b"\xff\xd8\xff\xe0" + b"\0" * 50, "damaged", id="truncated-jpeg"),
        pytest.param(b"%PDF-1.7\n" + bytes(range(256)) * 40, "damaged", id="noise-as-pdf"),
    ],
)
def test_a_broken_document_is_known_by_its_trouble(
    reader: Reader, tmp_path: Path, data: bytes, trouble: str
) -> None:
    path = tmp_path / "broken.pdf"
    path.write_bytes(data)
    assert read(reader, path).trouble == trouble
    with path.open("rb") as file, pytest.raises(Unreadable):
        reader.page(file, "application/pdf", 1, 400)


def test_a_page_is_a_picture_of_the_width_asked_for(reader: Reader, tmp_path: Path) -> None:
    path = tmp_path / "a.pdf"
    path.write_bytes(PDF)
    with path.open("rb") as file:
        drawn = Image.open(io.BytesIO(reader.page(file, "application/pdf", 1, 480)))
    assert (drawn.format, drawn.width) == ("JPEG", 480)


def test_a_document_that_swells_is_given_up(reader: Reader, tmp_path: Path) -> None:
    path = tmp_path / "bomb.docx"
    import zipfile

    with zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("[Content_Types].xml", "<x/>")
        archive.writestr("word/document.xml", b"\0" * (210 * 1024 * 1024))
    assert read(reader, path).trouble == "damaged"
    path.unlink()
    path.write_bytes(DOCX)
    assert read(reader, path).trouble is None  # and reading goes on


@pytest.mark.parametrize(
    ("extension", "fitting", "better"),
    [
        (".pdf", ".jpg", ".jpg"), (".JPEG", ".jpg", None), ("", ".pdf", ".pdf"), (".txt", ".eml", ".eml"),
        (".csv", ".txt", None), (".docm", ".docx", None), (".doc", "", None),
    ],
)  # fmt: skip
def test_wrong_extension(extension: str, fitting: str, better: str | None) -> None:
    assert wrong_extension(extension, fitting) == better


def test_a_reader_that_leaves_waits_for_no_slow_document_and_blames_none(tmp_path: Path) -> None:
    slow = tmp_path / "slow.pdf"
    slow.write_bytes(FILES["slow page.pdf"]())
    reader, answers = Reader(), list[object]()

    def ask() -> None:
        with slow.open("rb") as file:
            try:
                answers.append(reader.page(file, "application/pdf", 1, 960))
            except (StillReading, ReadingAway, Unreadable) as error:
                answers.append(error)

    thread = threading.Thread(target=ask)
    thread.start()
    time.sleep(2.5)  # it is being made by now
    began = time.monotonic()
    reader.close()
    thread.join()
    assert time.monotonic() - began < 2
    assert isinstance(answers[0], (StillReading, ReadingAway)), answers
