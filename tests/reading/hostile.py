"""Files that are made to hurt whoever reads them: bombs, lies about size, endless nesting, loops, and plain rubbish."""

from __future__ import annotations

import base64
import hashlib
import io
import random
import struct
import zipfile
import zlib
from collections.abc import Callable
from datetime import date

from tests.conftest import LONG
from waka.demo import offices, waiting
from waka.demo.filed import invoice
from waka.demo.papers import pdf

Make = Callable[[], bytes]
SCALE = 8 if LONG else 1  #: how much worse the worst are in a long run
OFFICE = "application/vnd.openxmlformats-officedocument"


def packed(*members: tuple[str, bytes], kind: int = zipfile.ZIP_DEFLATED) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", kind) as archive:
        for name, data in members:
            archive.writestr(name, data)
    return out.getvalue()


def _pdf(*objects: str) -> bytes:
    out, places = bytearray(b"%PDF-1.7\n"), []
    for number, told in enumerate(objects, 1):
        places.append(len(out))
        out += f"{number} 0 obj\n{told}\nendobj\n".encode()
    start = len(out)
    out += f"xref\n0 {len(objects) + 1}\n0000000000 65535 f \n".encode()
    out += b"".join(b"%010d 00000 n \n" % place for place in places)
    return (
        bytes(out) + f"trailer\n<</Root 1 0 R/Size {len(objects) + 1}>>\nstartxref\n{start}\n%%EOF\n".encode()
    )


def _page(content: str, box: str = "0 0 595 842") -> bytes:
    return _pdf(
        "<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[3 0 R]/Count 1>>",
        f"<</Type/Page/Parent 2 0 R/MediaBox[{box}]/Contents 4 0 R>>",
        f"<</Length {len(content)}>>stream\n{content}\nendstream",
    )  # fmt: skip


def _many_pages(count: int) -> bytes:
    kids = " ".join(f"{at} 0 R" for at in range(3, count + 3))
    pages = ["<</Type/Page/Parent 2 0 R/MediaBox[0 0 99 99]>>"] * count
    return _pdf("<</Type/Catalog/Pages 2 0 R>>", f"<</Type/Pages/Kids[{kids}]/Count {count}>>", *pages)


def _chunk(kind: bytes, told: bytes) -> bytes:
    return struct.pack("!I", len(told)) + kind + told + struct.pack("!I", zlib.crc32(kind + told))


def _png(width: int, height: int, data: bytes = b"", extra: bytes = b"") -> bytes:
    head = _chunk(b"IHDR", struct.pack("!IIBBBBB", width, height, 8, 2, 0, 0, 0))
    return b"\x89PNG\r\n\x1a\n" + head + extra + _chunk(b"IDAT", zlib.compress(data)) + _chunk(b"IEND", b"")


def _xlsx(sheet: str, strings: str = "") -> bytes:
    space = 'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"'
    links = 'xmlns="http://schemas.openxmlformats.org/package/2006/relationships"'
    office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
    types = (f'<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" '
             f'ContentType="{OFFICE}.spreadsheetml.sheet.main+xml"/><Default Extension="rels" '
             'ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
             f'<Override PartName="/xl/worksheets/sheet1.xml" ContentType="{OFFICE}.spreadsheetml.worksheet+xml"/>'
             f'<Override PartName="/xl/sharedStrings.xml" ContentType="{OFFICE}.spreadsheetml.sharedStrings+xml"/></Types>')  # fmt: skip
    return packed(
        ("[Content_Types].xml", types.encode()),
        ("_rels/.rels", f'<Relationships {links}><Relationship Id="r1" Type="{office}/officeDocument" Target="xl/workbook.xml"/></Relationships>'.encode()),
        ("xl/workbook.xml", f'<workbook {space} xmlns:r="{office}"><sheets><sheet name="a" sheetId="1" r:id="r1"/></sheets></workbook>'.encode()),
        ("xl/_rels/workbook.xml.rels", f'<Relationships {links}><Relationship Id="r1" Type="{office}/worksheet" Target="worksheets/sheet1.xml"/>'
         f'<Relationship Id="r2" Type="{office}/sharedStrings" Target="sharedStrings.xml"/></Relationships>'.encode()),
        ("xl/worksheets/sheet1.xml", f"<worksheet {space}>{sheet}</worksheet>".encode()),
        ("xl/sharedStrings.xml", f"<sst {space}>{strings}</sst>".encode()),
    )  # fmt: skip


def _docx(body: str) -> bytes:
    whole = offices.letter_docx("x", ["y"], [])
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(whole)) as old, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new:
        for name in old.namelist():
            data = old.read(name)
            if name == "word/document.xml":
                data = (b'<?xml version="1.0"?>' + body.encode()) if body.startswith("<!DOCTYPE") else (
                    '<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>'
                    f"{body}</w:body></w:document>"
                ).encode()  # fmt: skip
            new.writestr(name, data)
    return out.getvalue()


def _lying_zip() -> bytes:
    whole = bytearray(packed(("a", b"b")))
    at = whole.rfind(b"PK\x05\x06")
    struct.pack_into("<L", whole, at + 12, 0xFFFFFFF0)
    return bytes(whole)


def _tiff_loop() -> bytes:
    return b"II*\x00\x08\x00\x00\x00" + struct.pack("<HHHLL", 1, 256, 4, 1, 10) + struct.pack("<L", 8)


def _mail(inner: bytes, head: bytes = b"") -> bytes:
    return b"From: a@a.example\nTo: b@b.example\nSubject: x\nMIME-Version: 1.0\n" + head + inner


def _nested_mail(depth: int) -> bytes:
    body = b"\n\nx"
    for at in range(depth):
        body = (
            f"Content-Type: multipart/mixed; boundary=b{at}\n\n--b{at}\n".encode()
            + body
            + f"\n--b{at}--\n".encode()
        )
    return _mail(body)


def _laughs() -> str:
    lines = "".join(f'<!ENTITY l{at} "{f"&l{at - 1};" * 10}">' for at in range(1, 10))
    return f'<!DOCTYPE d [<!ENTITY l0 "ha">{lines}]><d>&l9;</d>'


def _good() -> bytes:
    return pdf(invoice("mrc", date(2025, 3, 12), "4471", random.Random(7)))


FILES: dict[str, Make] = {
    "empty.pdf": lambda: b"",
    "truncated.pdf": lambda: _good()[:700],
    "noise.pdf": lambda: b"%PDF-1.7\n" + random.Random(1).randbytes(60_000),
    "locked.pdf": waiting._locked,
    "loop of pages.pdf": lambda: _pdf("<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[2 0 R 2 0 R]/Count 2>>"),
    "deep pages.pdf": lambda: _pdf("<</Type/Catalog/Pages 2 0 R>>", *[
        f"<</Type/Pages/Kids[{at} 0 R]/Count 1/Parent {at - 2} 0 R>>" for at in range(3, 4_000)]),
    "many pages.pdf": lambda: _many_pages(13_000 * SCALE),
    "vast page.pdf": lambda: _page("0 0 9 9 re f", "0 0 999999999 999999999"),
    "no page.pdf": lambda: _page("0 0 9 9 re f", "0 0 0 0"),
    "slow page.pdf": lambda: _page("0.5 g 0 0 595 842 re f\n" * 20_000),
    "shading.pdf": lambda: _page("q 1000 0 0 1000 0 0 cm\n" * 5_000 + "0 0 1 1 re f"),
    "unclosed.pdf": lambda: _page("(" * 200_000),
    "vast.png": lambda: _png(60_000, 60_000),
    "bomb.png": lambda: _png(3_000, 3_000 * SCALE, b"\0" * 3_001 * 3 * 3_000 * SCALE),
    "short.png": lambda: _png(5_000, 5_000, b"\0" * 10),
    "comments.png": lambda: _png(1, 1, b"\0" * 4, _chunk(b"tEXt", b"a\0bc") * 50_000),
    "text bomb.png": lambda: _png(1, 1, b"\0" * 4, _chunk(b"zTXt", b"a\0\0" + zlib.compress(b"x" * 80_000_000))),
    "truncated.jpg": lambda: b"\xff\xd8\xff\xe0" + b"\0" * 50,
    "vast.jpg": lambda: b"\xff\xd8\xff\xc0\x00\x11\x08\xff\xff\xff\xff\x03\x01\x11\x00\x02\x11\x01\x03\x11\x01" + b"\0" * 99,
    "loop.tif": _tiff_loop,
    "noise.gif": lambda: b"GIF89a" + random.Random(2).randbytes(9_000),
    "vast.bmp": lambda: b"BM" + struct.pack("<LLLLllHHLL", 99, 0, 54, 40, 2_000_000, 2_000_000, 1, 24, 0, 0),
    "noise.webp": lambda: b"RIFF\xff\xff\xff\x7fWEBPVP8 " + random.Random(3).randbytes(999),
    "noise.jp2": lambda: b"\x00\x00\x00\x0cjP  \r\n\x87\n" + random.Random(4).randbytes(999),
    "noise.heic": lambda: b"\x00\x00\x00\x18ftypheic\x00\x00\x00\x00mif1heic" + random.Random(5).randbytes(999),
    "bomb.docx": lambda: packed(("[Content_Types].xml", b"<x/>"), ("word/document.xml", b"\0" * (210 << 20))),
    "bomb.zip": lambda: packed(("a", b"\0" * (210 << 20))),
    "members.zip": lambda: packed(*((f"{at:06}" * 20, b"") for at in range(40_000)), kind=zipfile.ZIP_STORED),
    "lying.zip": _lying_zip,
    "climbing.zip": lambda: packed(("../../../etc/passwd", b"x"), ("/abs", b"x"), ("a\\..\\b", b"x"), ("a\0b", b"x")),
    "no end.zip": lambda: packed(("a", b"b"))[:-10],
    "only a head.zip": lambda: b"PK\x03\x04" + b"\xff" * 200,
    "zips in zips.zip": lambda: packed(("a.zip", packed(("b.zip", packed(("c", b"d" * 99)))))),
    "laughs.docx": lambda: _docx(_laughs()),
    "outside.docx": lambda: _docx('<!DOCTYPE d [<!ENTITY f SYSTEM "file:///etc/passwd">]><d>&f;</d>'),
    "deep.docx": lambda: _docx("<w:tbl><w:tr><w:tc>" * 3_000 + "</w:tc></w:tr></w:tbl>" * 3_000),
    "many runs.docx": lambda: _docx("<w:p>" + "<w:r><w:t>x</w:t></w:r>" * (25_000 * SCALE) + "</w:p>"),
    "no parts.docx": lambda: packed(("[Content_Types].xml", b"<Types/>"), ("word/document.xml", b"<")),
    "deep.odt": lambda: packed(("mimetype", b"application/vnd.oasis.opendocument.text"), ("content.xml", b"<a>" * 100_000)),
    "no content.odt": lambda: packed(("mimetype", b"application/vnd.oasis.opendocument.text")),
    "wide.xlsx": lambda: _xlsx('<dimension ref="A1:XFD1048576"/><sheetData>' + '<row r="1"><c r="XFD1"><v>1</v></c></row>' * 3
                               + '<row r="1048576"><c r="XFD1048576"><v>1</v></c></row></sheetData>'),
    "strings.xlsx": lambda: _xlsx("<sheetData/>", "<si><t>x</t></si>" * (400_000 * SCALE)),
    "gaps.xlsx": lambda: _xlsx("<sheetData>" + "".join(f'<row r="{at * 1000}"><c r="XFD{at * 1000}"><v>1</v></c></row>' for at in range(1, 1000)) + "</sheetData>"),
    "laughs.xlsx": lambda: packed(("[Content_Types].xml", _laughs().encode()), ("xl/workbook.xml", _laughs().encode())),
    "merged.xlsx": lambda: _xlsx("<sheetData/><mergeCells>" + '<mergeCell ref="A1:XFD1048576"/>' * 50 + "</mergeCells>"),
    "nested.eml": lambda: _nested_mail(150),
    "headers.eml": lambda: _mail(b"\nx", b"".join(b"X-%d: " % at + b"y" * 90 + b"\n" for at in range(20_000))),
    "long header.eml": lambda: _mail(b"\nx", b"To: " + b"a@a.example, " * 40_000 + b"\n"),
    "charset.eml": lambda: _mail(b"\n\xff\xfe\x80", b"Content-Type: text/plain; charset=no-such-thing\n"),
    "words.eml": lambda: _mail(b"\nx", b"Subject: " + b"=?utf-8?b?" + base64.b64encode(b"x" * 40) + b"?= " * 4_000 + b"\n"),
    "parts.eml": lambda: _mail(b"Content-Type: multipart/mixed; boundary=b\n\n" + b"--b\n\nx\n" * (7_500 * SCALE) + b"--b--"),
    "deep.html": lambda: b"<!doctype html>" + b"<div>" * (25_000 * SCALE),
    "script.html": lambda: b"<!doctype html><script>for(;;);</script><img src=http://127.0.0.1/x><iframe src=file:///etc/passwd>",
    "attributes.html": lambda: b"<!doctype html><p " + b"a=b " * 300_000 + b">",
    "one line.csv": lambda: b"a,b\n" + b'"x",' * 2_000_000,
    "open quote.csv": lambda: b'a,b\n"' + b"x\n" * 500_000,
    "brackets.md": lambda: b"[" * 60_000,
    "quotes.md": lambda: b"> " * 20_000 + b"x",
    "stars.md": lambda: b"*a_" * 40_000,
    "links.md": lambda: b"[a](" * 30_000,
    "checksums.txt": lambda: "\n".join(hashlib.sha256(bytes([at % 256, at // 256])).hexdigest() for at in range(30_000)).encode(),
    "no text.txt": lambda: b"text\0" * 40_000,
    "sixteen.txt": lambda: "plain words".encode("utf-16-le") * 4_000,
    "marks.txt": lambda: ("a" + "\u0301" * 5_000).encode() * 40,
}  # fmt: skip
