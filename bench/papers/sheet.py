"""A paper under the pen: what is written where, and where the values stand that a reader should find."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from importlib.resources import files

from reportlab.lib.pagesizes import A4
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

Piece = str | tuple[str, str]  #: words, or words and the field whose value they are

FACES = {
    "sans": ("Helvetica", "Helvetica-Bold"), "serif": ("Times-Roman", "Times-Bold"), "typed": ("Courier", "Courier-Bold"),
    "roboto": ("Roboto", "RobotoB"), "source": ("SourceSerif", "SourceSerifB"),
}  # fmt: skip
WIDE_FACES = ("roboto", "source")  #: that have the letters of Polish too


@lru_cache(maxsize=1)
def load_faces() -> None:
    for name, package, file in (
        ("Roboto", "font_roboto", "Roboto-Regular.ttf"), ("RobotoB", "font_roboto", "Roboto-Bold.ttf"),
        ("SourceSerif", "font_source_serif_pro", "SourceSerifPro-Regular.ttf"),
        ("SourceSerifB", "font_source_serif_pro", "SourceSerifPro-Bold.ttf"),
    ):  # fmt: skip
        pdfmetrics.registerFont(TTFont(name, str(files(package) / "files" / file)))


@dataclass(slots=True)
class Sheet:
    """One document being drawn. Lengths in points from the top left corner of the page."""

    face: str = "sans"
    size: tuple[float, float] = A4
    boxes: dict[str, list[float]] = field(
        default_factory=dict
    )  #: field → page, then left, top, right, bottom as shares
    page: int = 1
    y: float = 60
    _out: io.BytesIO = field(default_factory=io.BytesIO)
    _canvas: Canvas | None = None

    def __post_init__(self) -> None:
        load_faces()
        self._canvas = Canvas(self._out, pagesize=self.size, invariant=1)

    @property
    def c(self) -> Canvas:
        assert self._canvas is not None
        return self._canvas

    @property
    def width(self) -> float:
        return self.size[0]

    @property
    def height(self) -> float:
        return self.size[1]

    def text(
        self, x: float, y: float, pieces: Piece | Sequence[Piece], *, size: float = 10, bold: bool = False,
        align: str = "left", colour: tuple[float, float, float] = (0.1, 0.1, 0.1), face: str | None = None,
    ) -> float:  # fmt: skip
        """Write at a base line *y*; return where the writing ends."""
        font = FACES[face or self.face][bold]
        told: list[Piece] = (
            [pieces] if isinstance(pieces, str | tuple) and _is_piece(pieces) else list(pieces)
        )  # type: ignore[arg-type]
        widths = [pdfmetrics.stringWidth(_words(piece), font, size) for piece in told]
        at = x - {"left": 0.0, "right": sum(widths), "center": sum(widths) / 2}[align]
        self.c.setFont(font, size)
        self.c.setFillColorRGB(*colour)
        for piece, width in zip(told, widths, strict=True):
            self.c.drawString(at, self.height - y, _words(piece))
            if not isinstance(piece, str):
                self._mark(piece[1], at, y - size * 0.75, at + width, y + size * 0.2)
            at += width
        return at

    def _mark(self, code: str, left: float, top: float, right: float, bottom: float) -> None:
        box = [left / self.width, top / self.height, right / self.width, bottom / self.height]
        known = self.boxes.get(code)
        if known is None or known[0] != self.page:
            self.boxes[code] = [self.page, *box]

    def lines(
        self,
        x: float,
        y: float,
        lines: Sequence[Piece],
        *,
        size: float = 10,
        gap: float = 1.35,
        **how: object,
    ) -> float:
        for line in lines:
            self.text(x, y, line, size=size, **how)  # type: ignore[arg-type]
            y += size * gap
        return y

    def prose(
        self,
        x: float,
        y: float,
        width: float,
        pieces: Piece | Sequence[Piece],
        *,
        size: float = 10,
        gap: float = 1.4,
    ) -> float:
        """Write running text in lines of *width*; return the base line after it."""
        font = FACES[self.face][0]
        told = [pieces] if isinstance(pieces, str) else list(pieces)
        words: list[Piece] = []
        for piece in told:
            if isinstance(piece, str):
                words += piece.split()
            else:
                words.append(piece)
        line: list[Piece] = []
        for word in words:
            trial = " ".join(_words(one) for one in [*line, word])
            if line and pdfmetrics.stringWidth(trial, font, size) > width:
                self._flush(x, y, line, size)
                y += size * gap
                line = []
            line.append(word)
        self._flush(x, y, line, size)
        return y + size * gap

    def _flush(self, x: float, y: float, line: Sequence[Piece], size: float) -> None:
        pieces: list[Piece] = []
        for at, word in enumerate(line):
            pieces += [word] if at == 0 else [" ", word]
        self.text(x, y, pieces, size=size)

    def rule(self, x1: float, y: float, x2: float, weight: float = 0.6) -> None:
        self.c.setLineWidth(weight)
        self.c.setStrokeColorRGB(0.4, 0.4, 0.4)
        self.c.line(x1, self.height - y, x2, self.height - y)

    def block(
        self, x: float, y: float, width: float, height: float, colour: tuple[float, float, float]
    ) -> None:
        self.c.setFillColorRGB(*colour)
        self.c.rect(x, self.height - y - height, width, height, stroke=0, fill=1)

    def frame(self, x: float, y: float, width: float, height: float) -> None:
        self.c.setStrokeColorRGB(0.4, 0.4, 0.4)
        self.c.setLineWidth(0.6)
        self.c.rect(x, self.height - y - height, width, height, stroke=1, fill=0)

    def turn(self) -> None:
        """Go on to the next page."""
        self.c.showPage()
        self.page += 1

    def pdf(self) -> bytes:
        self.c.showPage()
        self.c.save()
        return self._out.getvalue()


def _is_piece(told: object) -> bool:
    return isinstance(told, str) or (
        isinstance(told, tuple)
        and len(told) == 2
        and told[1] in MARKED
        and all(isinstance(one, str) for one in told)
    )


def _words(piece: Piece) -> str:
    return piece if isinstance(piece, str) else piece[0]


MARKED = frozenset({"who", "when", "due", "reference", "amount", "learner", "assignment", "expires", "what"})
