"""What a checked list comes to, counted once while it is written, so that looking at it costs nothing."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from waka.core.changes.acts import code_of
from waka.core.changes.summary import Sight, Summary
from waka.core.ids import FolderId
from waka.core.names import readable
from waka.core.words import blocks
from waka.records.changes.steps import NewStep

from .before_after import before_and_after
from .emptied import Moves, emptied_folders
from .structure import Structure


@dataclass(slots=True)
class Tally:
    """The counts of a list, row by row."""

    steps: int = 0  #: that can run
    bytes: int = 0
    left: int = 0
    blocked: int = 0
    acts: Counter[str] = field(default_factory=Counter)
    findings: Counter[str] = field(default_factory=Counter)
    made: Counter[str] = field(
        default_factory=Counter
    )  #: documents by the path of a folder that is to be made
    moves: Moves = field(default_factory=Moves)

    def note(self, row: NewStep) -> NewStep:
        step = row.step
        self.moves.note(step)
        if step.state == "proposed":
            self.steps += 1
            self.bytes += step.file.size
            self.acts[code_of(step.act)] += 1
            if step.make and step.act.comes_to_a_folder and not step.parks:
                self.made[step.make] += 1
        else:
            self.left += 1
        if row.findings:
            codes = [found.code for found in row.findings]
            self.findings.update(codes)
            self.blocked += any(blocks(code) for code in codes)
        return row


def summary_of(
    structure: Structure, tally: Tally, held: Mapping[FolderId, int], own: Mapping[FolderId, int],
    sights: Sequence[Sight], *, removes_empty: bool,
) -> Summary:  # fmt: skip
    """Return the counts by act and by finding, who gains and loses sight, the folders before and after.

    *held*: documents by folder, whoever may see them; *own*: those that the person may see.
    """
    emptied = emptied_folders(structure, tally.moves, held) if not removes_empty else []
    return Summary(
        acts=dict(tally.acts), findings=dict(tally.findings), blocked=tally.blocked, left=tally.left,
        sight=list(sights), emptied=[readable(structure.seen(folder)) for folder in emptied],
        folders=before_and_after(structure, tally.moves, tally.made, own),
    )  # fmt: skip
