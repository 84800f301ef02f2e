"""A list of the rows of a spreadsheet: where from, where to."""

from __future__ import annotations

from collections.abc import Sequence

from waka.core.changes import acts
from waka.core.changes.proposal import Proposal
from waka.core.changes.summary import Ask
from waka.core.names import split_extension
from waka.work.changes.sheets import SheetRow
from waka.work.changes.structure import split_path
from waka.work.deps import Deps

from .kept_list import propose


def propose_sheet(
    deps: Deps, person: int, rows: Sequence[SheetRow], name: str, origin: str = "spreadsheet"
) -> int:
    """Make a list of the rows of a spreadsheet. Raises ``BadRequest``."""
    title = f"{name}: {len(rows):,} rows"
    return propose(
        deps, person, [_of_row(row) for row in rows], title=title, origin=origin, ask=Ask(sheet=name)
    )


def _of_row(row: SheetRow) -> Proposal:
    """A whole path ends with the document's own name, or with an extension; anything else is a folder."""
    above, last = split_path(row.target)
    is_path = not row.target.rstrip().endswith("/") and (
        last == split_path(row.source)[1] or split_extension(last)[1] != ""
    )
    to, name = (above, last) if is_path else (row.target.strip().strip("/"), None)
    return Proposal(act=acts.Place.code, source=row.source.strip().strip("/"), to=to, name=name, row=row.line)
