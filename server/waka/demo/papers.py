"""Papers as PDF and as photographs, each sender with a layout of its own."""

from __future__ import annotations

import io
import random
from dataclasses import dataclass, field
from datetime import date

import pypdfium2 as pdfium
from PIL import Image, ImageFilter
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4
from reportlab.pdfgen.canvas import Canvas

from .scenario import TRUST_LINES, Sender

WIDTH, HEIGHT = A4
BOLD = {"Helvetica": "Helvetica-Bold", "Times-Roman": "Times-Bold", "Courier": "Courier-Bold",
        "Helvetica-Oblique": "Helvetica-BoldOblique"}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Paper:
    """What stands on a paper, whoever sets it."""

    title: str
    when: date
    reference: str = ""
    rows: tuple[tuple[str, float], ...] = ()
    text: tuple[str, ...] = ()
    sender: Sender
    to: tuple[str, ...] = TRUST_LINES
    extra: tuple[tuple[str, str], ...] = field(default=())

    @property
    def total(self) -> float:
        return round(sum(amount for _, amount in self.rows) * 1.2, 2)


class Sheet:
    """A page under the pen: a canvas and the height that is written down to."""

    def __init__(self, canvas: Canvas, paper: Paper) -> None:
        self.c, self.paper, self.y = canvas, paper, HEIGHT - 60

    def line(self, x: float, text: str, *, size: float = 10, bold: bool = False, right: bool = False,
             down: float = 14, colour: str = "#222222") -> None:  # fmt: skip
        font = self.paper.sender.font
        self.c.setFont(BOLD[font] if bold else font, size)
        self.c.setFillColor(HexColor(colour))
        (self.c.drawRightString if right else self.c.drawString)(x, self.y, text)
        self.y -= down

    def rule(self, x1: float = 60, x2: float = WIDTH - 60) -> None:
        self.c.setStrokeColor(HexColor("#888888"))
        self.c.line(x1, self.y + 9, x2, self.y + 9)


def pdf(paper: Paper) -> bytes:
    """Return *paper* as a PDF with a text layer."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, invariant=1)
    canvas.setTitle(paper.title)
    sheet = Sheet(canvas, paper)
    _HEADS[paper.sender.layout](sheet)
    if paper.rows:
        _table(sheet)
    _text(sheet)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _head_letterhead(s: Sheet) -> None:
    p = s.paper
    s.line(60, p.sender.name, size=22, down=20, colour=p.sender.colour)
    s.line(60, " · ".join(p.sender.lines), size=9, down=60, colour="#777777")
    top = s.y
    for line in p.to:
        s.line(60, line)
    s.y = top
    s.line(360, p.title.upper(), size=15, bold=True, down=22)
    _facts(s, 360, 470)
    s.y = min(s.y, top - 90)


def _head_band(s: Sheet) -> None:
    p = s.paper
    s.c.setFillColor(HexColor(p.sender.colour))
    s.c.rect(0, HEIGHT - 92, WIDTH, 92, fill=1, stroke=0)
    s.y = HEIGHT - 50
    s.line(40, p.sender.name, size=20, bold=True, down=18, colour="#ffffff")
    s.line(40, "  |  ".join(p.sender.lines), size=9, down=50, colour="#ffffff")
    _facts(s, 40, 150)
    s.y -= 8
    s.line(40, p.title, size=16, bold=True, down=24)
    s.line(40, "For: " + ", ".join(p.to), down=34)


def _head_ledger(s: Sheet) -> None:
    p = s.paper
    s.line(60, p.sender.name.upper(), size=13, bold=True)
    for line in p.sender.lines:
        s.line(60, line, size=9, down=11)
    s.y -= 14
    s.line(60, "=" * 74, size=10, down=16)
    s.line(60, p.title, size=11, bold=True, down=18)
    _facts(s, 60, 190)
    s.line(60, "Account of  " + p.to[0], down=18)
    s.line(60, "=" * 74, size=10, down=26)


def _head_slip(s: Sheet) -> None:
    p = s.paper
    s.c.setStrokeColor(HexColor(p.sender.colour))
    s.c.roundRect(50, HEIGHT - 190, WIDTH - 100, 150, 8, stroke=1, fill=0)
    s.line(66, p.sender.name, size=17, bold=True, down=16, colour=p.sender.colour)
    s.line(66, ", ".join(p.sender.lines), size=9, down=26)
    s.line(66, f"{p.title} for {p.to[0]}", size=12, down=20)
    _facts(s, 66, 160)
    s.y = HEIGHT - 225


def _head_plain(s: Sheet) -> None:
    p = s.paper
    s.line(WIDTH - 60, p.sender.name, right=True, size=12, bold=True)
    for line in p.sender.lines:
        s.line(WIDTH - 60, line, right=True, size=9, down=11)
    s.y -= 20
    for line in p.to:
        s.line(60, line)
    s.y -= 14
    _facts(s, 60, 160)
    s.y -= 8
    s.line(60, p.title, size=15, bold=True, down=28)


_HEADS = {
    "letterhead": _head_letterhead, "band": _head_band, "ledger": _head_ledger,
    "slip": _head_slip, "plain": _head_plain,
}  # fmt: skip


def _facts(s: Sheet, x: float, x2: float) -> None:
    p = s.paper
    reference, when, _ = p.sender.labels
    facts = [(when, p.when.strftime(p.sender.date_format)), *p.extra]
    if p.reference:
        facts.insert(0, (reference, p.reference))
    for label, value in facts:
        y = s.y
        s.line(x, label, colour="#555555")
        s.y = y
        s.line(x2, value, bold=True, down=16)


def _table(s: Sheet) -> None:
    right = WIDTH - 60
    s.rule()
    for what, amount in s.paper.rows:
        y = s.y
        s.line(60, what)
        s.y = y
        s.line(right, f"{amount:,.2f}", right=True, down=20)
    s.rule()
    net = sum(amount for _, amount in s.paper.rows)
    sums = [("Net", net), ("VAT 20%", net * 0.2), (s.paper.sender.labels[2], s.paper.total)]
    for number, (label, amount) in enumerate(sums):
        last = number == len(sums) - 1
        y = s.y
        s.line(330, label, bold=last)
        s.y = y
        s.line(right, f"{'£' if last else ''}{amount:,.2f}", right=True, bold=last, down=18)
    s.y -= 24


def _text(s: Sheet) -> None:
    for paragraph in s.paper.text:
        for line in wrapped(paragraph, 88):
            if s.y < 70:
                s.c.showPage()
                s.y = HEIGHT - 60
            s.line(60, line, size=10.5, down=15)
        s.y -= 8


def wrapped(text: str, width: int) -> list[str]:
    lines, line = [], ""
    for word in text.split():
        if len(line) + len(word) + 1 > width:
            lines.append(line)
            line = word
        else:
            line = f"{line} {word}".strip()
    return [*lines, line]


def scan(paper: Paper, rng: random.Random, pages: int = 1) -> bytes:
    """Return *paper* as a PDF that has only pictures, as a scanner makes them: no text layer."""
    pictures = [_crooked(_picture(pdf(paper)), rng, 1.2).convert("L") for _ in range(pages)]
    out = io.BytesIO()
    made = paper.when.timetuple()  # else the library writes the time of day, and no two runs are alike
    pictures[0].save(
        out, "PDF", save_all=True, append_images=pictures[1:], resolution=110, quality=55,
        creationDate=made, modDate=made,
    )  # fmt: skip
    return out.getvalue()


def photo(paper: Paper, rng: random.Random) -> bytes:
    """Return *paper* as a photograph on a table, somewhat crooked, as phones make them."""
    page = _crooked(_picture(pdf(paper)), rng, 4)
    page.thumbnail((900, 1200))
    table = Image.new("RGB", (1080, 1400), rng.choice(["#6f5a44", "#8b8378", "#54616b"]))
    table = table.filter(ImageFilter.GaussianBlur(2))
    table.paste(page, (rng.randint(40, 140), rng.randint(40, 140)))
    out = io.BytesIO()
    table.save(out, "JPEG", quality=70)
    return out.getvalue()


def _picture(data: bytes) -> Image.Image:
    document = pdfium.PdfDocument(data)
    picture: Image.Image = document[0].render(scale=110 / 72).to_pil()
    document.close()
    return picture


def _crooked(picture: Image.Image, rng: random.Random, most: float) -> Image.Image:
    return picture.rotate(rng.uniform(-most, most), fillcolor="#f4f1ea", expand=False)
