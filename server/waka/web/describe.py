"""Writes what the client is made from: the OpenAPI document, which is served too, and the words of all codes.

With --check, it compares.

python -m waka.web.describe [--check]
"""

from __future__ import annotations

import json
import os
import sys
from types import SimpleNamespace
from typing import cast

from waka.core.fields.registry import RESERVED
from waka.core.words.codes import AT_STEP, CODES
from waka.core.words.reasons import REASONS
from waka.core.words.titles import TITLES, UNDO
from waka.settings import CHECKOUT, Settings
from waka.work.deps import Deps

os.environ["WAKA_DESCRIBE"] = "1"  # before the endpoints are made

from .app import DOCUMENT, create_app, document

WORDS = CHECKOUT / "client/src/shared/words.gen.ts"


def written() -> str:
    # describing the API needs no database: only the settings are looked at
    deps = cast(Deps, SimpleNamespace(settings=Settings.read({})))
    return json.dumps(document(create_app(deps)), indent=1, sort_keys=True) + "\n"


def words() -> str:
    """Return the words of all codes, and the codes that no field may have, as the client's module."""
    table = {
        code: {
            "text": told.text,
            "mend": told.mend,
            "word": told.word,
            "says": told.says,
            "blocks": told.blocks,
        }
        for code, told in CODES.items()
    }
    titles = json.dumps({code: told.text for code, told in TITLES.items()}, indent=2, ensure_ascii=False)
    reasons = json.dumps(REASONS, indent=2, ensure_ascii=False)
    told = json.dumps(table, indent=2, ensure_ascii=False)
    return (
        "// Written by python -m waka.web.describe from the server's table of codes; not by hand.\n"
        "export interface Words { text: string; mend: string | null; word: string; says: string; blocks: boolean }\n"
        f"export const AT_STEP = {json.dumps(AT_STEP)}\n"
        f"export const CODES: Record<string, Words> = {told}\n"
        f"export const RESERVED_CODES = {json.dumps(sorted(RESERVED))}\n"
        f"export const UNDO = {json.dumps(UNDO)}\n"
        f"export const TITLES: Record<string, string> = {titles}\n"
        f"export const REASONS: Record<string, string> = {reasons}\n"
    )


def main() -> int:
    targets = {DOCUMENT: written(), WORDS: words()}
    if "--check" not in sys.argv:
        for path, text in targets.items():
            path.write_text(text)
        return 0
    stale = [path.name for path, text in targets.items() if path.read_text() != text]
    if stale:
        sys.stderr.write(f"{', '.join(stale)} out of date: run python -m waka.web.describe, npm run api\n")
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())
