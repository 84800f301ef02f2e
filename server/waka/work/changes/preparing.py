"""Preparing a list's proposals: each by its act, and only where its file is still as it is recorded."""

from __future__ import annotations

from collections.abc import Sequence

from waka.core.changes.findings import StepFinding
from waka.core.changes.proposal import Proposal
from waka.core.names import readable, to_text
from waka.drive.scan import files_in

from .acts import handler_of
from .drafting import Drafting, Looks
from .prepared import LeftOut, Prepared

Left = tuple[Proposal, StepFinding]


def prepare(drafting: Drafting, wants: Sequence[Proposal]) -> tuple[list[Prepared], list[Left]]:
    """Return the proposals that have a subject and a target, and the others with what is wrong."""
    looks = Looks()
    for want in wants:
        handler_of(want.act).looks(want, looks)
    drafting.look_up(wants, looks)
    for want in wants:
        handler_of(want.act).announce(want, drafting)
    prepared: list[Prepared] = []
    left: list[Left] = []
    for want in wants:
        try:
            if want.leave:
                raise LeftOut("left_out")
            one = handler_of(want.act).prepare(want, drafting)
            if one is not None:
                prepared.append(one)
        except LeftOut as why:
            left.append((want, _finding(why)))
    drafting.let_go()
    return _unchanged_on_disk(drafting, prepared, left), left


def _finding(why: LeftOut) -> StepFinding:
    return StepFinding(position=0, code=why.said.code, facts=why.said.facts)


def _unchanged_on_disk(drafting: Drafting, prepared: list[Prepared], left: list[Left]) -> list[Prepared]:
    """Leave out what on disk is no longer as it is recorded; a look at each folder, not at each file."""
    by_folder: dict[bytes, list[tuple[bytes, Prepared]]] = {}
    for one in prepared:
        if one.document is not None and one.from_place == "drive" and one.act.touches_its_file:
            folder, _, name = one.from_path.rpartition(b"/")
            by_folder.setdefault(folder, []).append((name, one))
    wrong: set[int] = set()
    for folder, ones in by_folder.items():
        there = files_in(drafting.deps.drive, folder, [name for name, _ in ones])
        for name, one in ones:
            found, file = there.get(name), one.file
            if found != (file.size, file.inode, file.modified_ns):
                wrong.add(id(one))
                code = "file_gone" if found is None else "changed"
                why = LeftOut(code, name=readable(to_text(name)), number=one.document or 0)
                left.append((one.want, _finding(why)))
    return [one for one in prepared if id(one) not in wrong] if wrong else prepared
