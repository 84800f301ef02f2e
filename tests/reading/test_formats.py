"""A format is one module and one line: what is added so is recognised, read, shown formatted and in pages."""

import importlib
import io
import pkgutil
from collections.abc import Iterator
from typing import BinaryIO

import pytest
from PIL import Image

from waka.reading import formats, pages, sniff, text, words
from waka.reading.formats import FORMATS, Format
from waka.reading.formatted import formatted


def test_every_module_of_a_format_is_registered() -> None:
    found = {
        value
        for module in pkgutil.iter_modules(formats.__path__)
        for value in vars(importlib.import_module(f"waka.reading.formats.{module.name}")).values()
        if isinstance(value, Format)
    }
    assert found == set(FORMATS)


def test_no_two_formats_claim_the_same() -> None:
    claimed = [media_type for one in FORMATS for media_type in one.media_types] + [
        extension for one in FORMATS for extension in one.named
    ]
    assert len(claimed) == len(set(claimed))


KNOTS = b"%KNOTS\nbowline\n"


def _text(file: BinaryIO) -> Iterator[str]:
    yield file.read().decode().partition("\n")[2]


def test_a_new_format_needs_one_module_and_one_line(monkeypatch: pytest.MonkeyPatch) -> None:
    new = Format(
        code="knots", media_types=("text/x-knots",), extension=".knots", starts=lambda head: head.startswith(b"%KNOTS"),
        text=_text, html=lambda file: [f"<p>{''.join(_text(file))}<script>no</script>"], pages=lambda _: 1,
        picture=lambda _, page, width: Image.new("RGB", (width, page)), matches=lambda _, __: [(1, [])],
    )  # fmt: skip
    # what the one line does
    monkeypatch.setattr(sniff, "FORMATS", (new, *FORMATS))
    monkeypatch.setitem(formats._BY_TYPE, "text/x-knots", new)
    file = io.BytesIO(KNOTS)
    known = sniff.sniff(file)
    assert (known.media_type, known.extension) == ("text/x-knots", ".knots")
    assert text.read_text(file, known.media_type) == "bowline\n"
    assert formatted(file, "a.knots", known.media_type) == "<p>bowline\n</p>"
    assert formats.has_form("a.knots", known.media_type)
    assert pages.count_pages(file, known.media_type) == 1
    assert Image.open(io.BytesIO(pages.render(file, known.media_type, 1, 90))).size == (90, 1)
    assert [word[0] for word in next(words.read_words(file, known.media_type)).words] == ["bowline"]
    assert pages.matches(file, known.media_type, "bowline") == [(1, [])]
