"""Words recognised on the picture of a page: where there is no text, or none to be trusted.

The recogniser (PP-OCR on ONNX Runtime, its models inside its package) was chosen by measurement, see docs/accuracy.md.
It was taught on papers without spaces, and leaves most of them out: they are put back here from the likelihood of a
space that it gives between two letters, which is nought within a word and plain to see between two.

A page that was photographed from the side has lines that rise and fall, each a little differently: what is recognised
is straightened by the slopes of its own lines, so that what stood in one line stands in one line again.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cache
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray

from .codes import codes_on
from .formats.base import Box, PageWords, WordAt

if TYPE_CHECKING:
    from PIL.Image import Image

MOST_PIXELS_ALONG = 2600  #: of a picture's longer side; what is larger is read no better
PAGE_WIDTH = 595.0  #: points that a page is taken to be wide, upright; A4 of ISO 216
_SPACE = 0.025  #: likelihood of a space between two letters from which on there is one
_LEAST_SURE = 0.5  #: of a line that is kept
_TALL = 1.5  #: height by width of a line from which on it runs up or down the page
_BARE = 8  #: shades of 256 between the darkest and the lightest point of a page on which nothing stands
_NO_SPACE_BESIDE = frozenset("@")

Points = NDArray[np.float32]  #: four corners, each x and y, clockwise from the top left


#: a word, where it begins and ends along its line, from 0 to 1, and how sure its least sure letter is
_Along = tuple[str, float, float, float]


@dataclass(frozen=True, slots=True)
class _Line:
    corners: Points
    words: list[_Along]
    seen: Points  #: its corners on the picture as it is shown, as shares of it


def recognise(picture: Image) -> PageWords:
    """Return the words on a *picture* of a page, however it is turned."""
    turned = picture.convert("RGB")
    if _is_bare(turned):
        return PageWords(PAGE_WIDTH, PAGE_WIDTH * turned.height / turned.width, [], [], is_picture=True)
    scale = MOST_PIXELS_ALONG / max(turned.size)
    if scale < 1:
        turned = turned.resize((round(turned.width * scale), round(turned.height * scale)))
    codes = codes_on(turned.convert("L"))
    pixels = np.asarray(turned)[:, :, ::-1].copy()
    boxes = _detect(pixels)
    quarter = sum(_is_tall(box) for box in boxes) > 0.6 * len(boxes) and len(boxes) > 2
    if quarter:
        pixels = np.rot90(pixels).copy()
        boxes = _detect(pixels)
    height, width = pixels.shape[:2]
    read, upside_down = _read(pixels, boxes)
    whole = np.array([width, height], dtype=np.float32)
    lines = []
    for corners, words in read:
        # a quarter turn to the left was made to read it: back, as the picture is shown
        shown = np.stack([height - corners[:, 1], corners[:, 0]], axis=1) if quarter else corners
        seen = (shown / (whole[::-1] if quarter else whole)).astype(np.float32)
        lines.append(_Line(whole - corners if upside_down else corners, words, seen))
    shrink = PAGE_WIDTH / width if height >= width else PAGE_WIDTH / height
    straight = _straightened(lines, width)
    return PageWords(
        width * shrink,
        height * shrink,
        [word for line in straight for word in _words(line, shrink)],
        [box for line in straight for box in _drawn(line)],
        is_picture=True,
        codes=codes,
    )


def _is_bare(picture: Image) -> bool:
    """Whether all of a picture is of one shade: a sheet's empty side, which is searched as long as a full one."""
    darkest, lightest = picture.convert("L").getextrema()
    return int(lightest) - int(darkest) <= _BARE  # type: ignore[arg-type] # of one band it is a pair of numbers


@cache
def _engine() -> Any:
    """Return the recogniser. One thread: as many pages are read at once as there are processors."""
    import cv2
    from rapidocr_onnxruntime import RapidOCR  # type: ignore[import-untyped] # it has no types

    cv2.setNumThreads(1)
    engine = RapidOCR(intra_op_num_threads=1, inter_op_num_threads=1, rec_batch_num=1)
    engine.text_rec.postprocess_op = _Decoder(engine.text_rec.postprocess_op.character)
    return engine


def load() -> None:
    """Load all that recognising needs, before the process is confined."""
    from PIL import Image, ImageDraw

    sample = Image.new("RGB", (320, 120), "white")
    ImageDraw.Draw(sample).text((20, 40), "SAMPLE 12", fill="black", font_size=36)
    recognise(sample)


def _detect(pixels: NDArray[np.uint8]) -> list[Points]:
    boxes, _ = _engine().text_det(pixels)
    return [] if boxes is None else [np.asarray(box, dtype=np.float32) for box in boxes]


def _is_tall(box: Points) -> bool:
    across, down = np.linalg.norm(box[1] - box[0]), np.linalg.norm(box[3] - box[0])
    return bool(down > _TALL * across)


def _read(pixels: NDArray[np.uint8], boxes: list[Points]) -> tuple[list[tuple[Points, list[_Along]]], bool]:
    """Return the lines in *boxes*, and whether most of them stand on their heads."""
    if not boxes:
        return [], False
    engine = _engine()
    pieces, turns, _ = engine.text_cls(engine.get_crop_img_list(pixels, boxes))
    upside_down = sum(turn == "180" for turn, _ in turns) > 0.6 * len(turns) and len(turns) > 2
    if not upside_down:
        # a single line is taken for one on its head more often than there is one
        pieces = engine.get_crop_img_list(pixels, boxes)
    read, _ = engine.text_rec(pieces)
    lines = []
    for box, (words, sure) in zip(boxes, read, strict=True):
        if words and sure >= _LEAST_SURE:
            lines.append((np.roll(box, 2, axis=0) if upside_down else box, words))
    return lines, upside_down


class _Decoder:
    """Turns what the recogniser sees along a line into words (connectionist temporal classification, greedy).

    A. Graves, S. Fernández, F. Gomez, J. Schmidhuber, "Connectionist Temporal Classification", 2006.
    """

    def __init__(self, letters: list[str]) -> None:
        self._letters = letters
        self._space = letters.index(" ")

    def __call__(
        self, seen: NDArray[np.float32], *_: object, **told: Any
    ) -> list[tuple[list[_Along], float]]:
        shares = [ratio / told["max_wh_ratio"] for ratio in told["wh_ratio_list"]]
        return [self._line(steps, share) for steps, share in zip(seen, shares, strict=True)]

    def _line(self, steps: NDArray[np.float32], share: float) -> tuple[list[_Along], float]:
        best = steps.argmax(axis=1)
        first = np.ones(len(best), dtype=bool)
        first[1:] = best[1:] != best[:-1]
        at = np.flatnonzero(first & (best != 0))
        if not len(at):
            return [], 0.0
        sure = float(steps[at, best[at]].mean())
        length = max(1.0, len(steps) * share)  # the rest is padding
        words: list[_Along] = []
        text, begin, last, least = "", 0.0, 0, 1.0
        for step in at:
            letter = self._letters[best[step]]
            if text and (letter == " " or self._is_space(steps[last + 1 : step], text[-1], letter)):
                middle = (last + int(step)) / 2
                words.append((text, begin / length, middle / length, least))
                text, begin, least = "", middle, 1.0
            if letter != " ":
                text += letter
                least = min(least, float(steps[step, best[step]]))
            last = int(step)
        if text:
            words.append((text, begin / length, 1.0, least))
        return words, sure

    def _is_space(self, between: NDArray[np.float32], before: str, after: str) -> bool:
        if not len(between) or before in _NO_SPACE_BESIDE or after in _NO_SPACE_BESIDE:
            return False
        return bool(between[:, self._space].max() > _SPACE)


def _straightened(lines: list[_Line], width: float) -> list[_Line]:
    """Return *lines* with their slopes taken out: that of a page turned, and how it changes down a page seen askew."""
    long = [line for line in lines if len(line.words) > 1 or len(line.words[0][0]) > 5]
    if len(long) < 3:
        return lines
    slopes = np.array(
        [(c[1, 1] - c[0, 1]) / max(1.0, c[1, 0] - c[0, 0]) for c in (line.corners for line in long)]
    )
    heights = np.array([line.corners[:, 1].mean() for line in long])
    usual = np.median(slopes)
    kept = np.abs(slopes - usual) < 0.04
    if kept.sum() >= 6 and np.ptp(heights[kept]) > 200:
        growth, base = np.polyfit(heights[kept], slopes[kept], 1)
    else:
        growth, base = 0.0, usual
    straight = []
    for line in lines:
        corners = line.corners.copy()
        slope = base + growth * corners[:, 1].mean()
        corners[:, 1] -= slope * (corners[:, 0] - width / 2)
        straight.append(replace(line, corners=corners))
    return straight


def _words(line: _Line, shrink: float) -> list[WordAt]:
    left, right = float(line.corners[[0, 3], 0].min()), float(line.corners[[1, 2], 0].max())
    top, bottom = float(line.corners[[0, 1], 1].mean()), float(line.corners[[2, 3], 1].mean())
    # a box is drawn a little wider than its letters
    slack = 0.12 * (bottom - top)
    found = []
    for text, begin, end, sure in line.words:
        x1, x2 = left + (right - left) * begin, left + (right - left) * end
        found.append(
            (text, x1 * shrink, (top + slack) * shrink, x2 * shrink, (bottom - slack) * shrink, sure)
        )
    return found


def _drawn(line: _Line) -> list[Box]:
    """Return the boxes of a line's words on the picture as it is shown."""
    top, bottom = line.seen[[0, 1]], line.seen[[3, 2]]
    found = []
    for _, begin, end, _ in line.words:
        ends = np.array([edge[0] + (edge[1] - edge[0]) * at for edge in (top, bottom) for at in (begin, end)])
        (left, upper), (right, lower) = ends.min(axis=0).tolist(), ends.max(axis=0).tolist()
        found.append((left, upper, right, lower))
    return found
