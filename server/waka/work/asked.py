"""What is proposed in a list, as it is kept, and what becomes of it once its subject is found."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, Literal

from waka.core.changes.check import Collision, Planned, StepFinding

from .structure import Structure

Do = Literal[
    "move",
    "copy",
    "bin",
    "restore",
    "correct",
    "move_folder",
    "make_folder",
    "remove_folder",
    "plan_folder",
    "unversion",
    "destroy",
]
_ACTS = {"move": "place", "move_folder": "place_folder", "plan_folder": "make_folder"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    """One proposal, as it is kept with its step so that it can be checked again."""

    do: Do
    at: int  #: its place in the proposal
    number: int | None = None
    source: str | None = None  #: a path, where no number is known
    folder: int | None = None  #: that is moved, made again or removed
    into: int | None = None  #: the folder to go to
    to: str | None = None  #: its path, where it may have to be made
    name: str | None = None  #: a new name
    collision: Collision | None = None
    leave: bool = False  #: the person took it out
    expect: dict[str, Any] | None = None  #: folder and name where it should stand, else it is left alone
    record: dict[str, Any] | None = None  #: the fields that it gets
    reason: str | None = None
    row: int | None = None  #: of the spreadsheet

    @property
    def act(self) -> str:
        return _ACTS.get(self.do, self.do)

    @property
    def kept(self) -> dict[str, Any]:
        every = {
            "number": self.number, "source": self.source, "folder": self.folder, "into": self.into, "to": self.to,
            "name": self.name, "collision": self.collision, "expect": self.expect, "record": self.record,
            "reason": self.reason, "row": self.row, "leave": self.leave or None,
        }  # fmt: skip
        return {"do": self.do, "at": self.at} | {
            key: value for key, value in every.items() if value is not None
        }

    @classmethod
    def of(cls, kept: dict[str, Any]) -> Asked:
        return cls(**kept)

    def source_told(self, structure: Structure) -> str:
        return self.source or (f"No. {self.number}" if self.number else structure.seen(self.folder or 0))

    def target_told(self, structure: Structure) -> str:
        above = structure.seen(self.into) if self.into is not None else self.to
        return "/".join(part for part in (above, self.name) if part)


@dataclass(frozen=True, slots=True, kw_only=True)
class Prepared:
    """A proposal with its subject found."""

    asked: Asked
    act: str
    planned: Planned
    document: int | None = None
    folder: int | None = None
    from_place: str = "drive"
    to_place: str = "drive"
    from_path: bytes = b""
    to_path: bytes = b""  #: of what goes nowhere: where it stood before it was binned
    from_access: int | None = None
    keeps_access: bool = False
    size: int = 0
    sha256: bytes = b""
    inode: int = 0
    modified_ns: int = 0
    before: dict[str, Any] = field(default_factory=dict)
    after: dict[str, Any] = field(default_factory=dict)
    onto: int | None = None

    def act_of(self, step: Planned) -> str:
        if step.parks:
            return "place" if self.document is not None else "place_folder"
        return "version" if step.onto is not None else self.act

    def after_at(self, step: Planned, structure: Structure) -> dict[str, Any]:
        """Return what the record will be, with the target that the check gave the step."""
        if step.target is None:
            return self.after
        key = "parent" if self.document is None else "folder"
        after = {**self.after, key: step.target.folder, "name": step.target.name}
        if step.target.folder < 0:
            after |= {key: None, "make": structure.path(step.target.folder)}
        if step.parks:
            after = {k: v for k, v in after.items() if k not in ("record", "conforms")}
        return after


class LeftOut(Exception):
    """Why a proposal cannot become a step."""

    def __init__(self, code: str, message: str, mend: str | None = None) -> None:
        super().__init__(message)
        self.finding = StepFinding(position=0, code=code, message=message, mend=mend)
