"""bin/waka names: name patterns tried on plain lists of names, without a server or a drive.

Exit codes: 0 every name was read; 1 some were not, and it was said why; 2 the command itself was not understood.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Iterator
from dataclasses import dataclass
from typing import IO, TextIO

import click

from waka.core.names import (
    Fields,
    Parsed,
    Parties,
    Pattern,
    PatternError,
    Style,
    as_text,
    parse,
    split_extension,
)
from waka.core.names.columns import Vocabulary
from waka.core.names.learning import propose
from waka.core.names.pattern import CASES, JOINERS
from waka.core.renaming import explain
from waka.core.renaming.by_example import contexts_of

KINDS = ("invoice", "bill", "letter", "minutes", "coursework", "certificate", "report", "form", "photo")
SHOWN = 10  #: names that a pattern leaves over


@dataclass(frozen=True, slots=True)
class Line:
    """A name of the list: what it tells, or where it stops and why."""

    name: str
    fields: dict[str, str]
    at: int | None = None
    why: str | None = None


@click.group()
def names() -> None:
    """Try name patterns on plain lists of names."""


def _pattern(_: click.Context, __: click.Parameter, text: str) -> str:
    try:
        Pattern.read(text)
    except PatternError as error:
        raise click.BadParameter(str(error)) from error
    return text


@names.command("parse")
@click.argument("pattern", callback=_pattern)
@click.argument("file", type=click.File(errors="surrogateescape"))
@click.option("--joiner", type=click.Choice(JOINERS), default=" ", show_default=True, help="Between words.")
@click.option("--case", type=click.Choice(CASES), default="keep", show_default=True, help="Of the letters.")
@click.option(
    "--year-begins", type=click.IntRange(1, 12), default=1, show_default=True, help="First month of a year."
)
@click.option("--json", "as_json", is_flag=True, help="Write one JSON array.")
def parse_names(
    pattern: str, file: TextIO, joiner: str, case: str, year_begins: int, *, as_json: bool
) -> None:
    """Read the names in FILE, one on each line, by PATTERN; - is the standard input.

    An extension is left aside, and what stands before the last slash of a path.
    """
    style = Style(joiner=joiner, case=case, transliterate=False, longest=240, year_begins=year_begins)
    lines = list(_read(Pattern.read(pattern, style), file))
    if as_json:
        told = [{"name": one.name, "fields": one.fields, "at": one.at, "why": one.why} for one in lines]
        click.echo(json.dumps(told, ensure_ascii=False, indent=2))
    else:
        for one in lines:
            says = (f"{code}={value}" for code, value in one.fields.items())
            click.echo("\t".join([one.name, *says] if one.why is None else [one.name, f"! {one.why}"]))
    read = sum(one.why is None for one in lines)
    click.echo(f"{read} of {len(lines)} read.", err=True)
    sys.exit(0 if read == len(lines) else 1)


@names.command("propose")
@click.argument("file", type=click.File(errors="surrogateescape"))
@click.option("--json", "as_json", is_flag=True, help="Write one JSON array.")
def propose_patterns(file: TextIO, *, as_json: bool) -> None:
    """Propose patterns that explain most of the names in FILE, one on each line; - is the standard input."""
    stems = [split_extension(name)[0] for name in _names(file)]
    found = propose(stems, Vocabulary(kinds=frozenset(KINDS)))
    if as_json:
        told = [
            {"pattern": one.pattern.text, "joiner": one.pattern.style.joiner, "case": one.pattern.style.case,
             "reads": one.reads, "of": len(stems), "left": [_shown(name) for name in one.left]}
            for one in found
        ]  # fmt: skip
        click.echo(json.dumps(told, ensure_ascii=False, indent=2))
    else:
        for one in found:
            click.echo(f"{one.reads} of {len(stems)}\t{one.pattern.text}")
            for name in one.left[:SHOWN]:
                click.echo(f"\t! {_shown(name)}")
    if not found:
        click.echo(f"No pattern explains half of {len(stems)} names.", err=True)
    sys.exit(0 if found else 1)


@names.command("like")
@click.argument("words", nargs=-1, required=True)
@click.option("--month-first", is_flag=True, help="Of dates in digits alone, where the names do not show it.")
@click.option("--folder", default="", help="The name of the folder that they stand in.")
@click.option("--json", "as_json", is_flag=True, help="Write one JSON object.")
def rename_like(words: tuple[str, ...], folder: str, *, month_first: bool, as_json: bool) -> None:
    """Say what becomes of the names in a file by example: OLD=NEW [OLD=NEW ...] FILE.

    Each OLD is one of the names in FILE, one on each line; - is the standard input. Names in doubt are marked, and the
    one is told whose correction would help most. Nothing is renamed.
    """
    corrected = dict(_pair(word) for word in words[:-1])
    if not corrected:
        raise click.UsageError("Give one example before the file: OLD=NEW.")
    with click.open_file(words[-1], errors="surrogateescape") as file:
        olds = list(_names(file))
    missing = next((old for old in corrected if old not in olds), None)
    if missing is not None:
        raise click.UsageError(f"{missing!r} is none of the names.")
    examples = {olds.index(old): new for old, new in corrected.items()}
    found = explain(olds, examples, contexts_of(olds, [folder] * len(olds), month_first=month_first))
    says = found.sentence.text if found.sentence is not None else None
    asked = _shown(olds[found.ask]) if found.ask is not None else None
    if as_json:
        told = {
            "sentence": says, "ask": asked,
            "names": [
                {"old": _shown(one.old), "new": _shown(one.renamed.name), "doubt": one.in_doubt}
                for one in found.names
            ],
        }  # fmt: skip
        click.echo(json.dumps(told, ensure_ascii=False, indent=2))
    elif says is not None:
        for one in found.names:
            click.echo(
                "\t".join(
                    [_shown(one.old), _shown(one.renamed.name), *(["? in doubt"] if one.in_doubt else [])]
                )
            )
    if says is None:
        click.echo("No sentence explains these examples.", err=True)
        sys.exit(1)
    click.echo(f"By: {says}", err=True)
    if asked is not None:
        click.echo(f"Not sure: what becomes of {asked}?", err=True)
    sys.exit(1 if any(one.in_doubt for one in found.names) else 0)


def _pair(word: str) -> tuple[str, str]:
    old, sign, new = word.partition("=")
    if not (old and sign and new):
        raise click.UsageError(f"{word!r} is no example: write OLD=NEW.")
    return old, new


def _names(file: IO[str]) -> Iterator[str]:
    for line in file:
        name = line.rstrip("\r\n").rpartition("/")[2]
        if name.strip():
            yield name


def _shown(name: str) -> str:
    return name.encode(errors="surrogateescape").decode(errors="replace")


def _read(pattern: Pattern, file: TextIO) -> Iterator[Line]:
    nobody = Parties()
    for name in _names(file):
        found = parse(pattern, split_extension(name)[0], nobody)
        shown = _shown(name)
        if isinstance(found, Parsed):
            yield Line(shown, _told(found.fields))
        else:
            yield Line(shown, {}, found.at, found.why)


def _told(fields: Fields) -> dict[str, str]:
    return {code: as_text(value) for code, value in fields.items()}
