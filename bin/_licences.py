"""Names the licence of every dependency that Waka is served with, and fails on one that takes a choice away.

Waka's own licence is its owner's to choose: GPL and AGPL would choose it. LGPL is fine for a library
that is used as one.
Run by bin/check.
"""

import json
import re
import sys
from importlib.metadata import Distribution, distributions
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
TAKES_THE_CHOICE = re.compile(
    r"(?<!L)(?<!LESSER )\bA?GPL|(?<!LESSER )(GNU )?(AFFERO )?GENERAL PUBLIC LICEN[SC]E", re.IGNORECASE
)
READ = {"combine-errors": "MIT"}  #: by its Readme: its package names none


def of_python(found: Distribution) -> str:
    told = found.metadata
    classified = [
        c.rpartition(" :: ")[2] for c in told.get_all("Classifier") or [] if c.startswith("License ::")
    ]
    return (
        told.get("License-Expression")
        or " or ".join(classified)
        or (told.get("License") or "").strip().split("\n")[0]
    )


def is_fit(licence: str) -> bool:
    """Whether at least one of the licences that may be chosen leaves Waka its choice."""
    choices = re.split(r"\s+or\s+", licence, flags=re.IGNORECASE)
    return bool(licence) and any(
        not TAKES_THE_CHOICE.search(choice.replace("LGPL", "").replace("Lesser General Public License", ""))
        for choice in choices
    )


def served_with() -> dict[str, str]:
    wanted = {
        line.split("==")[0].split("[")[0].strip().lower().replace("_", "-")
        for name in ("requirements.txt", "requirements-demo.txt")
        for line in (ROOT / "server" / name).read_text().splitlines()
        if "==" in line
    }
    found = {d.metadata["Name"].lower().replace("_", "-"): of_python(d) for d in distributions()}
    lock = json.loads((ROOT / "client/package-lock.json").read_text())["packages"]
    scripts = {
        path.rpartition("node_modules/")[2]: str(told.get("license", ""))
        for path, told in lock.items()
        if path and not told.get("dev")
    }
    return {name: found.get(name, "") for name in sorted(wanted)} | scripts | READ


def main() -> int:
    told = served_with()
    for name, licence in told.items():
        print(f"{name}: {licence or 'none is named'}")
    unfit = [
        f"{name} ({licence or 'none is named'})" for name, licence in told.items() if not is_fit(licence)
    ]
    if unfit:
        print(f"These take the choice of Waka's own licence away, or name none: {', '.join(unfit)}")
    return 1 if unfit else 0


if __name__ == "__main__":
    sys.exit(main())
