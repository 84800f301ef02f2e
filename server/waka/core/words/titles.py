"""What a change is called: codes and facts, as all that is kept of it. A person may give a list a title instead."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from waka.core.changes.findings import Fact, Said, said

from .codes import Words

_WHAT = (
    "[{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents]"
    "[{document} document][{documents} documents]"
)


def _title(text: str) -> Words:
    return Words(text=text, blocks=False)


TITLES: dict[str, Words] = {
    "move": _title(f"Move {_WHAT}[ to {{to}}]"),
    "rename_many": _title(f"Rename {_WHAT}[: {{sentence}}]"),
    "mend_names": _title(f"Mend the names of {_WHAT} in {{path}}"),
    "group": _title(f"Group {_WHAT} into {{by}}"),
    "copy": _title(f"Copy {_WHAT}[ to {{to}}]"),
    "bin": _title(f"Bin {_WHAT}"),
    "restore": _title(f"Restore {_WHAT}[ to {{to}}]"),
    "set_fields": _title(f"Set fields of {_WHAT}"),
    "rename": _title("Rename {name}"),
    "correct": _title("Correct {name}"),
    "correct_and_rename": _title("Correct and rename {name}"),
    "make_folder": _title("Make {path}"),
    "make_folders": _title("Make {folders} folders in {path}"),
    "remove_folder": _title("Remove {path}"),
    "file": _title("File {name}"),
    "file_together": _title(f"File {_WHAT}"),
    "upload": _title("Upload {name}"),
    "discard": _title("Discard {name}"),
    "take_back": _title("Take {name} back to the desk"),
    "restore_version": _title("Restore version {version} of {name}"),
    "restructure": _title("Restructure {source} → {target}"),
    "sheet": _title("{sheet}: {rows} rows"),
    "destroy_old": _title(f"Destroy {_WHAT} binned more than {{days}} days ago"),
    "given": _title("{title}"),
}
UNDO = "Undo: "  #: before the title of what a change puts back


def given(title: str) -> Said:
    """Return a title that a person gave."""
    return said("given", title=title)


def named(code: str, names: Sequence[str], **facts: Fact) -> Said:
    """Return the title of what is done to some documents: by its name where it is one."""
    one: Mapping[str, Fact] = {"name": names[0]} if len(names) == 1 else {"documents": len(names)}
    return Said(code=code, facts={**one, **facts})


def counted(code: str, documents: int, folders: int = 0, **facts: Fact) -> Said:
    """Return the title of what is done to so many documents and folders."""
    counts: dict[str, Fact] = {}
    if folders:
        counts["folder" if folders == 1 else "folders"] = folders
    if documents or not folders:
        word = "document" if documents == 1 else "documents"
        counts[f"more_{word}" if folders else word] = documents
    return Said(code=code, facts={**counts, **facts})
