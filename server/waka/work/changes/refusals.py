"""From what a check found to the error that a person is told, where a change cannot run at once."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from waka.core.changes.findings import Fact, Said
from waka.core.ids import NO_DOCUMENT, DocumentId
from waka.core.words import mend_worded, worded
from waka.errors import (
    BadRequest,
    FolderNotEmpty,
    NameTaken,
    NameUnfit,
    NotAllowed,
    NotFound,
    SourceChanged,
    SourceGone,
    StepInMotion,
    WakaError,
)

Facts = Mapping[str, Fact]


def _number(facts: Facts) -> DocumentId:
    number = facts.get("number", 0)
    return DocumentId(number) if isinstance(number, int) else NO_DOCUMENT


def _text(facts: Facts, fact: str) -> str:
    return str(facts.get(fact, ""))


def _not_allowed(said: Said) -> WakaError:
    mend = mend_worded(said.code, said.facts)
    return NotAllowed(f"{worded(said.code, said.facts)}.", mend=f"{mend}." if mend else None)


def _of_document(said: Said) -> WakaError:
    number = _number(said.facts)
    return NotFound(f"No. {number}" if number else f"“{_text(said.facts, 'path')}”")


def _of_folder(_: Said) -> WakaError:
    return NotFound("The folder")


_ERRORS: dict[str, Callable[[Said], WakaError]] = {
    "missing": _of_document,
    "not_binned": lambda said: NotFound(f"No. {_number(said.facts)} in the bin"),
    "not_waiting": lambda said: NotFound(f"No. {_number(said.facts)} on the desk"),
    "other_version": lambda said: NotFound(f"That version of No. {_number(said.facts)}"),
    "no_folder": _of_folder, "folder_gone": _of_folder,
    "no_right": _not_allowed, "may_not_file": _not_allowed, "may_not_make": _not_allowed, "not_keeper": _not_allowed,
    "not_empty": lambda said: FolderNotEmpty(_text(said.facts, "path")),
    "into_itself": lambda said: BadRequest(f"{worded(said.code, said.facts)}.", mend="Choose another folder."),
    "in_motion": lambda said: StepInMotion(_number(said.facts)),
    "moved_since": lambda said: StepInMotion(_number(said.facts)),
    "changed": lambda said: SourceChanged(_text(said.facts, "name"), _number(said.facts)),
    "file_gone": lambda said: SourceGone(_text(said.facts, "name"), _number(said.facts)),
}  # fmt: skip


OF_FILES = frozenset({"changed", "file_gone", "in_motion"})  #: codes of what is so for the moment


def refusal(said: Said, path: str = "", offer: str | None = None) -> WakaError:
    """Return the error for what is in the way. *path*: where it was to go; *offer*: a name that would do."""
    where, _, name = path.rpartition("/")
    if said.code in ("taken", "twin"):
        return NameTaken(name, where, offer)
    known = _ERRORS.get(said.code)
    if known is not None:
        return known(said)
    return NameUnfit(
        f"{worded(said.code, said.facts)}; nothing was changed.",
        mend=f"Try “{offer}”." if offer else "Choose another name.",
    )
