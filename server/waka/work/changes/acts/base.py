"""What every act can do: be prepared, rechecked, carried out, settled, recorded and reversed."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Sequence
from dataclasses import dataclass
from typing import ClassVar, TypeVar

from psycopg import Connection

from waka.core.changes.acts import Act
from waka.core.changes.proposal import Proposal
from waka.core.changes.settle import Verdict
from waka.core.changes.step import Step
from waka.core.ids import DocumentId, FolderId
from waka.drive.hands import Hands
from waka.drive.tree import FileStat
from waka.records.changes.lists import ChangeList
from waka.work.changes.drafting import Drafting, Looks
from waka.work.changes.places import Places
from waka.work.changes.prepared import Prepared
from waka.work.deps import Deps

A = TypeVar("A")
NOTHING = FileStat(size=0, inode=0, modified_ns=0)  #: of a step that leaves no file


@dataclass(frozen=True, slots=True)
class Done:
    """A step that was carried out, and what is known of its file or folder afterwards."""

    step: Step
    found: FileStat


class Handler(ABC):
    """What one act does. A handler keeps nothing: one of each serves all."""

    act: ClassVar[type[Act]]
    changes_structure: ClassVar[bool] = False  #: paths lead elsewhere once it is done

    def looks(self, want: Proposal, looks: Looks) -> None:
        """Say what has to be looked up for a proposal."""
        if want.document is not None:
            looks.documents.append(want.document)

    def announce(self, want: Proposal, drafting: Drafting) -> None:  # noqa: B027 - most have nothing to say
        """Let the others of the list know what this one brings about, before any is prepared."""

    def prepare(self, want: Proposal, drafting: Drafting) -> Prepared | None:
        """Return a proposal ready to be judged; None where it only plans a folder. Raises ``LeftOut``."""
        raise ValueError(f"{self.act.code} is never proposed")

    @abstractmethod
    def recheck(self, step: Step, places: Places) -> Step:
        """Return a step with its ends as they are now. Raises ``LeftOut`` where it cannot run any more."""

    @abstractmethod
    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        """Do it on disk. Raises what a person can be told; nothing has moved then."""

    @abstractmethod
    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        """Bring what was interrupted to an end by what is on disk, or say that it never began."""

    @abstractmethod
    def record(self, conn: Connection, done: Sequence[Done], owner: ChangeList) -> None:
        """Write down that steps have happened: the records, the logbook, the words of the search."""

    @abstractmethod
    def reverse(self, step: Step) -> Proposal | None:
        """Return what puts back a step that was done; None where nothing does."""

    def unneeded(self, step: Step) -> list[bytes]:
        """Return the checksums of kept bytes that nobody needs once *step* is on record."""
        return []

    def destroys(self, step: Step) -> bytes | None:
        """Return the checksum of the bytes that *step* removed for good."""
        return None

    def proves(self, step: Step) -> DocumentId | None:
        """Return the document whose bytes a step's are to be, None where it leaves none."""
        return step.document


def kept(step: Step, kind: type[A]) -> A:
    """Return what the act of *step* keeps."""
    assert isinstance(step.act, kind)
    return step.act


def number_of(step: Step) -> DocumentId:
    assert step.document is not None
    return step.document


def onto_of(step: Step) -> DocumentId:
    assert step.onto is not None
    return step.onto


def folder_of(step: Step) -> FolderId:
    assert step.folder is not None
    return step.folder


def source_folder(step: Step) -> FolderId:
    assert step.source is not None
    return step.source.folder


def target_folder(step: Step) -> FolderId:
    assert step.target is not None
    return step.target.folder


def target_name(step: Step) -> str:
    assert step.target is not None
    return step.target.name
