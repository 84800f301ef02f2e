"""What scanners and cameras make of a page."""

from __future__ import annotations

import io
import random
import time

import numpy as np
import pypdfium2 as pdfium
from PIL import Image, ImageFilter

DPI = 200


def scanned(data: bytes, random: random.Random) -> bytes:
    """Return the PDF *data* as a scanner gives it: pictures, a little askew, grey and speckled."""
    pages = []
    turn, grey, speckles = random.uniform(-1.6, 1.6), random.random() < 0.6, random.uniform(2, 9)
    for page in _pages(data):
        image = page.rotate(turn, resample=Image.Resampling.BICUBIC, expand=False, fillcolor=(250, 249, 245))
        dots = speckles * _noise(random, (image.height, image.width, 1))
        spoiled = np.asarray(image, dtype=np.float32) * random.uniform(0.9, 1.0) + dots
        image = Image.fromarray(spoiled.clip(0, 255).astype("uint8")).filter(
            ImageFilter.GaussianBlur(random.uniform(0.3, 0.8))
        )
        pages.append(image.convert("L") if grey else image)
    out = io.BytesIO()
    never = time.gmtime(0)  # same seed, same bytes
    pages[0].save(
        out, "PDF", save_all=True, append_images=pages[1:], resolution=DPI, quality=random.randint(45, 80),
        creationDate=never, modDate=never,
    )  # fmt: skip
    return out.getvalue()


def photographed(data: bytes, random: random.Random) -> bytes:
    """Return the first page of the PDF *data* as a camera sees it: on a table, from the side, in uneven light."""
    page = next(iter(_pages(data)))
    margin = 0.09
    width, height = int(page.width * (1 + 2 * margin)), int(page.height * (1 + 2 * margin))
    table = np.array(
        [random.randrange(60, 130), random.randrange(50, 100), random.randrange(40, 80)], dtype=np.float32
    )
    ground = Image.fromarray((table + 6 * _noise(random, (height, width, 1))).clip(0, 255).astype("uint8"))
    ground = ground.filter(ImageFilter.GaussianBlur(2))
    left, top = page.width * margin, page.height * margin
    slack = 0.035
    corners = [
        (x + random.uniform(-slack, slack) * page.width, y + random.uniform(-slack, slack) * page.height)
        for x, y in (
            (left, top),
            (left + page.width, top),
            (left + page.width, top + page.height),
            (left, top + page.height),
        )
    ]
    bent = page.transform(
        (width, height),
        Image.Transform.PERSPECTIVE,
        _perspective(corners, page.size),
        Image.Resampling.BICUBIC,
    )
    mask = Image.new("L", page.size, 255).transform(
        (width, height), Image.Transform.PERSPECTIVE, _perspective(corners, page.size)
    )
    ground.paste(bent, (0, 0), mask)
    across, down = np.meshgrid(
        np.linspace(-1, 1, width, dtype=np.float32), np.linspace(-1, 1, height, dtype=np.float32)
    )
    light = 0.86 + 0.14 * np.cos(across * random.uniform(0.4, 1.4) + random.uniform(-1, 1)) * np.cos(
        down * random.uniform(0.4, 1.4)
    )
    lit = np.asarray(ground, dtype=np.float32) * light[:, :, None] + random.uniform(2, 6) * _noise(
        random, (height, width, 1)
    )
    out = io.BytesIO()
    image = Image.fromarray(lit.clip(0, 255).astype("uint8")).filter(
        ImageFilter.GaussianBlur(random.uniform(0.4, 0.9))
    )
    image.save(out, "JPEG", quality=random.randint(60, 85))
    return out.getvalue()


def _noise(random: random.Random, shape: tuple[int, int, int]) -> np.ndarray:
    return np.random.default_rng(random.randrange(2**31)).standard_normal(shape, dtype=np.float32)


def _pages(data: bytes) -> list[Image.Image]:
    pdf = pdfium.PdfDocument(data)
    return [pdf[at].render(scale=DPI / 72).to_pil().convert("RGB") for at in range(len(pdf))]


def _perspective(corners: list[tuple[float, float]], size: tuple[int, int]) -> list[float]:
    """Return the eight numbers by which Pillow finds, for each point between *corners*, its place on the page."""
    page = ((0, 0), (size[0], 0), size, (0, size[1]))
    rows, wanted = [], []
    for (x, y), (u, v) in zip(corners, page, strict=True):
        rows += [[x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]]
        wanted += [u, v]
    found: list[float] = np.linalg.solve(np.array(rows, dtype=float), np.array(wanted, dtype=float)).tolist()
    return found
