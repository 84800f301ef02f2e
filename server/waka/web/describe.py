"""Writes the OpenAPI document where the client's types are generated from; with --check, compares.

python -m waka.web.describe [--check]
"""

from __future__ import annotations

import json
import sys
from types import SimpleNamespace
from typing import cast

from waka.settings import CHECKOUT, Settings
from waka.work.deps import Deps

from .app import create_app, document

FILE = CHECKOUT / "client" / "src" / "shared" / "api" / "openapi.json"


def written() -> str:
    # describing the API needs no database: only the settings are looked at
    deps = cast(Deps, SimpleNamespace(settings=Settings.read({})))
    return json.dumps(document(create_app(deps)), indent=1, sort_keys=True) + "\n"


def main() -> int:
    if "--check" in sys.argv:
        if FILE.read_text() == written():
            return 0
        sys.stderr.write("openapi.json is out of date: run python -m waka.web.describe, npm run api\n")
        return 1
    FILE.parent.mkdir(parents=True, exist_ok=True)
    FILE.write_text(written())
    return 0


if __name__ == "__main__":
    sys.exit(main())
