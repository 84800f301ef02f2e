"""bin/waka read: fields of papers that lie anywhere, without a server or a drive.

Exit codes: 0 every file was read; 1 some could not be, and it was said which and why; 2 the command itself was not
understood.
"""

from __future__ import annotations

import csv
import hashlib
import os
import sys
from collections.abc import Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack
from datetime import date
from pathlib import Path
from typing import TextIO

import click
import msgspec

from waka.core.fields.evidence.context import Found
from waka.core.fields.evidence.office_guess import our_name
from waka.core.fields.evidence.ours import Office
from waka.core.fields.evidence.slip import Clerk, Read
from waka.core.fields.office import DateOrder
from waka.reading.reader import Reader
from waka.reading.troubles import TROUBLES
from waka.reading.whole import WordsKept
from waka.settings import Settings
from waka.work.changes.sheets import guarded
from waka.work.documents.papers import Paper, as_parts, words_of_file

COLUMNS = (
    "path",
    "kind",
    "who",
    "when",
    "reference",
    "amount",
    "currency",
    "due",
    "expires",
    "what",
    "trouble",
)


class PartyTold(msgspec.Struct, frozen=True):
    name: str
    spellings: Sequence[str] = ()


class OfficeFile(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """An office, as a file says it: JSON, every part of it optional."""

    names: Sequence[str] = ()
    addresses: Sequence[str] = ()
    parties: Sequence[PartyTold] = ()
    date_order: DateOrder = "day_first"
    currency: str = "GBP"


@click.command("read")
@click.argument("files", nargs=-1, required=True, type=click.Path(exists=True, path_type=Path))
@click.option(
    "--csv",
    "out",
    type=click.File("w", encoding="utf-8"),
    default="-",
    help="Where to write; else standard output.",
)
@click.option(
    "--office",
    type=click.Path(exists=True, dir_okay=False, path_type=Path),
    help="Who we are, in JSON; else it is guessed.",
)
@click.option("--no-pictures", is_flag=True, help="Leave out pages that are pictures: nothing is recognised.")
def read(files: tuple[Path, ...], out: TextIO, office: Path | None, no_pictures: bool) -> None:
    """Read the fields of FILES, and of all files in folders among them.

    Columns: path, kind, who, when, reference, amount, and more behind them. What was read once is kept by checksum.
    """
    told = _office(office)
    paths = [(path, shown) for given in files for path, shown in _beneath(given)]
    with ExitStack() as stack:
        reader, recogniser = Reader(), None if no_pictures else Reader(os.cpu_count() or 1, recognises=True)
        stack.callback(reader.close)
        if recogniser is not None:
            stack.callback(recogniser.close)
        kept = WordsKept(Settings.read().home / "cache" / "words")
        with ThreadPoolExecutor(2 * (os.cpu_count() or 1)) as pool:
            papers = list(
                _shown(pool.map(lambda one: _paper(one[0], reader, recogniser, kept), paths), len(paths))
            )
    parts = [as_parts(paper.parts) for paper in papers]
    if office is None:
        guessed = our_name(one[0].pages for one in parts if one)
        told = OfficeFile(names=[guessed] if guessed else [])
    clerk = Clerk(_as_known(told), told.date_order, told.currency)
    table = csv.DictWriter(out, COLUMNS)
    table.writeheader()
    failed = 0
    for (_, shown), paper, one in zip(paths, papers, parts, strict=True):
        failed += paper.trouble is not None
        row = {"path": shown, "trouble": paper.trouble or "", **_row(clerk.read(one))}
        # what papers and names of files say is no formula; a sum may well begin with a minus
        table.writerow({code: cell if code == "amount" else guarded(cell) for code, cell in row.items()})
        if paper.trouble is not None:
            click.echo(f"{shown}: {TROUBLES.get(paper.trouble, paper.trouble)}", err=True)
    sys.exit(1 if failed else 0)


def _office(path: Path | None) -> OfficeFile:
    if path is None:
        return OfficeFile()
    try:
        return msgspec.json.decode(path.read_bytes(), type=OfficeFile)
    except msgspec.DecodeError as error:
        raise click.BadParameter(f"{path}: {error}", param_hint="--office") from error


def _as_known(told: OfficeFile) -> Office:
    return Office(
        names=told.names,
        addresses=told.addresses,
        parties={party.name: party.spellings for party in told.parties},
    )


def _beneath(given: Path) -> Iterator[tuple[Path, str]]:
    """Yield the files beneath a folder, each with its path in it; a file as it was given."""
    if not given.is_dir():
        yield given, str(given)
        return
    for folder, folders, names in os.walk(given):
        folders.sort()
        for name in sorted(names):
            path = Path(folder, name)
            yield path, str(path.relative_to(given))


def _paper(path: Path, reader: Reader, recogniser: Reader | None, kept: WordsKept) -> Paper:
    try:
        with path.open("rb") as file:
            sha256 = hashlib.file_digest(file, "sha256").digest()
            file.seek(0)
            return words_of_file(file, sha256, reader, recogniser, kept)
    except OSError as error:
        return Paper([], error.strerror or str(error))


def _shown(papers: Iterator[Paper], count: int) -> Iterator[Paper]:
    if not sys.stderr.isatty():
        yield from papers
        return
    with click.progressbar(papers, length=count, label="Reading", file=sys.stderr) as bar:
        yield from bar


def _row(read: Read) -> dict[str, str]:
    def first(found: Sequence[Found[object]]) -> str:
        value = found[0].value if found else ""
        return value.isoformat() if isinstance(value, date) else str(value)

    return {
        "kind": read.kind or "", "who": first(read.who), "when": first(read.when), "reference": first(read.reference),
        "amount": first(read.amount), "currency": read.currency or "", "due": first(read.due),
        "expires": first(read.expires), "what": first(read.what),
    }  # fmt: skip
