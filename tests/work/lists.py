"""The change lists of a small drive's keeper, as tests make, run and read them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from tests.support import assert_records_agree, files_beneath
from tests.work.drive import SmallDrive
from waka.records.changes.lists import ChangeList
from waka.records.changes.steps import Filter
from waka.work.changes import lists, looking
from waka.work.changes.run import run_list
from waka.work.changes.sheets import read_sheet
from waka.work.changes.ways import chosen, mapping, sheet
from waka.work.changes.ways.chosen import Choice
from waka.work.outside.taking_in import index_next


@dataclass
class Lists:
    """The lists of the small drive's keeper."""

    drive: SmallDrive

    def sheet(self, *rows: tuple[str, str]) -> int:
        text = "from,to\n" + "\n".join(f'"{source}","{target}"' for source, target in rows)
        return sheet.propose_sheet(
            self.drive.deps, self.drive.keeper, read_sheet(text.encode(), self.drive.deps.reader), "moves.csv"
        )

    def onto(self, source: str, target: str) -> int:
        """A move onto what stands there, as its newest version."""
        list_id = self.sheet((source, target))
        lists.choose(self.drive.deps, self.drive.keeper, list_id, collision="version", on_failure=None,
                     remove_empty=None, title=None)  # fmt: skip
        return list_id

    def chosen(self, do: str, *paths: str, **more: Any) -> int:
        numbers = [self.drive.number(path) for path in paths]
        choice = Choice(do=do, documents=numbers, **more)  # type: ignore[arg-type]
        return chosen.propose_chosen(self.drive.deps, self.drive.keeper, choice)

    def mapping(self, source: str, target: str) -> int:
        return mapping.propose_mapping(self.drive.deps, self.drive.keeper, source, target)

    def one(self, list_id: int) -> ChangeList:
        return lists.one(self.drive.deps, self.drive.keeper, list_id)

    def run(self, list_id: int, only: list[int] | None = None) -> ChangeList:
        lists.run(self.drive.deps, self.drive.keeper, list_id, only)
        run_list(self.drive.deps, list_id)
        while index_next(self.drive.deps):
            pass
        assert_records_agree(self.drive.deps)
        return self.one(list_id)

    def steps(self, list_id: int) -> list[tuple[str, str, str]]:
        page = looking.page_of(self.drive.deps, self.drive.keeper, list_id, Filter(), 0)
        return [(s.step.act, s.from_path, s.to_path) for s in page.steps]

    def findings(self, list_id: int) -> list[str]:
        return sorted(self.one(list_id).summary.findings)


def stand(drive: SmallDrive) -> dict[str, str]:
    return {path: (drive.root / path).read_text() for path in files_beneath(drive.root)}
