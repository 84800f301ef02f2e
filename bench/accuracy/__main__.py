"""Reads papers and says how many fields were right: ``python -m bench.accuracy NAME=FOLDER ... [--home FOLDER] [--out FILE]``.

A folder has ``files``, ``truth.json``, and who the office is in ``office.json`` or in the truth. Names of files say
nothing to the reader. What was recognised is kept below the home, so that a second run takes a fraction of the time.
"""

from __future__ import annotations

import argparse
import csv
import json
import os
import platform
import subprocess
import sys
import tempfile
from collections.abc import Mapping, Sequence
from datetime import date
from pathlib import Path

from .duplicates import duplicates
from .held_back import calibration, curve, fitted, slips
from .score import FIELDS, Count, tally, verdict
from .stream import Judged, judged

GROUPS = {True: "with a text layer", False: "scans and photographs"}


def office_of(folder: Path, truth: Mapping[str, object]) -> Mapping[str, object]:
    own = folder / "office.json"
    if own.is_file():
        return json.loads(own.read_text())  # type: ignore[no-any-return]
    told = truth.get("office")
    assert isinstance(told, dict)
    return {"names": [told["name"]], "addresses": [", ".join(told["address"])]}


def read(folder: Path, office: Mapping[str, object], home: Path) -> dict[str, dict[str, str]]:
    """Return what ``bin/waka read`` says of the files in a folder, by their paths."""
    with tempfile.TemporaryDirectory() as scratch:
        out, told = Path(scratch, "out.csv"), Path(scratch, "office.json")
        told.write_text(json.dumps(office))
        subprocess.run(
            [sys.executable, "-m", "waka.cli", "read", str(folder / "files"), "--csv", str(out), "--office", str(told)],
            env={**os.environ, "WAKA_HOME": str(home)}, check=False,
        )  # fmt: skip
        with out.open(newline="", encoding="utf-8") as file:
            return {row["path"]: row for row in csv.DictReader(file)}


def table(counts: Mapping[str, Count]) -> list[str]:
    rows = [
        "| Field | expected | right, offered first | wrong | left blank | precision |",
        "|---|---|---|---|---|---|",
    ]
    for field, count in counts.items():
        if count.expected:
            rows.append(
                f"| {field} | {count.expected} | {count.right} ({count.found:.1%}) | {count.wrong} | {count.blank} | {count.precision:.1%} |"
            )
    return rows


def main(arguments: Sequence[str] | None = None) -> None:
    parser = argparse.ArgumentParser(prog="python -m bench.accuracy", description=__doc__)
    parser.add_argument("corpora", nargs="+", metavar="NAME=FOLDER")
    parser.add_argument("--home", type=Path, default=Path("var"))
    parser.add_argument("--fit", action="store_true", help="Fit the weights of the confidence.")
    parser.add_argument("--misses", action="store_true", help="Print what was not right.")
    parser.add_argument(
        "--out", type=Path, help="The document whose figures are renewed, below its line of dashes."
    )
    told = parser.parse_args(arguments)
    commit = subprocess.run(
        ["git", "rev-parse", "--short", "HEAD"], capture_output=True, text=True
    ).stdout.strip()
    all_judged: list[Judged] = []
    lines = [f"Measured {date.today()}, Python {platform.python_version()}, commit {commit}."]  # noqa: DTZ011
    for one in told.corpora:
        name, _, place = one.partition("=")
        folder = Path(place)
        truth = json.loads((folder / "truth.json").read_text())
        answers = read(folder, office_of(folder, truth), told.home)
        for has_text, group in GROUPS.items():
            pairs = [
                (record, answers.get(record["path"], {}))
                for record in truth["files"]
                if record["has_text_layer"] is has_text
            ]
            lines += ["", f"**{name}, {group}** ({len(pairs)} papers)", "", *table(tally(pairs))]
            if told.misses:
                for record, row in pairs:
                    for field in FIELDS:
                        if verdict(field, record, row.get(field, "")) in ("wrong", "blank"):
                            print(group, field, record["path"], row.get(field, "") or "-", sep=" | ")  # noqa: T201
        stream = list(judged(folder, truth, office_of(folder, truth), told.home))
        all_judged += stream
        lines += ["", f"**{name}, filed one after another**", "", *curve(stream), "", slips(stream), ""]
        lines += ["How likely it was said to be, and how often it was so:", "", *calibration(stream), ""]
        lines += duplicates(folder, truth, office_of(folder, truth), told.home)
    if told.fit:
        lines += ["", "Weights of core.fields.evidence.confidence, fitted on these papers:", ""]
        lines += [f"    {field!r}: {tuple(weights)}," for field, weights in fitted(all_judged).items()]
    text = "\n".join(lines)
    if told.out is not None:
        head = told.out.read_text().partition("\n---\n")[0]
        told.out.write_text(f"{head}\n---\n\n{text}\n")
    print(text)  # noqa: T201


if __name__ == "__main__":
    main()
