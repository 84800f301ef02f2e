"""Writes the OpenAPI document, which is served as it is and the client's types are made from; with --check, compares.

python -m waka.web.describe [--check]
"""

from __future__ import annotations

import json
import os
import sys
from types import SimpleNamespace
from typing import cast

from waka.settings import Settings
from waka.work.deps import Deps

os.environ["WAKA_DESCRIBE"] = "1"  # before the endpoints are made

from .app import DOCUMENT, create_app, document


def written() -> str:
    # describing the API needs no database: only the settings are looked at
    deps = cast(Deps, SimpleNamespace(settings=Settings.read({})))
    return json.dumps(document(create_app(deps)), indent=1, sort_keys=True) + "\n"


def main() -> int:
    if "--check" in sys.argv:
        if DOCUMENT.read_text() == written():
            return 0
        sys.stderr.write("openapi.json is out of date: run python -m waka.web.describe, npm run api\n")
        return 1
    DOCUMENT.write_text(written())
    return 0


if __name__ == "__main__":
    sys.exit(main())
