"""Runs the benchmarks: each beside a bare loop over the same work, in the same run, since ratios hold across machines."""

from __future__ import annotations

import json
import logging
import os
import platform
import subprocess
import sys
import tempfile
from collections.abc import Callable
from datetime import date
from pathlib import Path

import structlog
from tests.support import World, world

from bench import (
    background,
    charters,
    drive,
    filing,
    hostile,
    learning,
    lists,
    names,
    reading,
    renaming,
    screens,
    views,
)

Result = dict[str, object]
BENCHES: dict[str, Callable[[World, Path, float], list[Result]]] = {
    "take_in": drive.take_in, "sweep": drive.sweep, "change_lists": lists.long_lists, "screens": screens.screens,
    "lists": views.lists, "search": views.search,
    "upload": drive.upload, "first_view": views.first_view, "filing": filing.filing, "background": background.background,
    "names": names.names,
    "renaming": renaming.renaming, "reading": reading.fields, "charters": charters.charter, "learning": learning.learning,
    "hostile": hostile.hostile,
}  # fmt: skip


def main() -> None:
    # the log of every request would drown the figures
    structlog.configure(wrapper_class=structlog.make_filtering_bound_logger(logging.ERROR))
    scale = float(os.environ.get("WAKA_BENCH_SCALE", "1"))
    wanted = sys.argv[1:] or list(BENCHES)
    results: list[Result] = []
    with tempfile.TemporaryDirectory(prefix="waka-bench-") as folder:
        Path(folder).chmod(0o755)
        # PostgreSQL with its default durability: what is promised is kept
        with world(Path(folder), quick_and_unsafe=False) as made:
            for name in wanted:
                for result in BENCHES[name](made, Path(folder) / name, scale):
                    print(json.dumps({"bench": name, **result}), flush=True)
                    results.append({"bench": name, **result})
    print(table(results))


def table(results: list[Result]) -> str:
    """Return the results as a Markdown table."""
    commit = subprocess.run(
        ["git", "rev-parse", "--short", "HEAD"], capture_output=True, text=True
    ).stdout.strip()
    head = f"{date.today()}, {os.cpu_count()} cores, Python {platform.python_version()}, commit {commit}"  # noqa: DTZ011
    rows = [f"| {r['what']} | {r.get('ms', '')} | {r.get('bare_ms', '')} | {r.get('ratio', '')} | {r.get('note', '')} | {r.get('target', '')} |"
            for r in results]  # fmt: skip
    return "\n".join(
        [head, "", "| What | ms | bare ms | ratio | | target |", "|---|---|---|---|---|---|", *rows]
    )


if __name__ == "__main__":
    main()
