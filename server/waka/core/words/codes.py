"""Every code that a step or a list can bear: whether it blocks the list, its words, and what to do about it.

The sentences are patterns (see ``worded``). A code that blocks has to be mended, or its step taken out, before the
list runs. The gravest come first, which is the order in which a person is led through them.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True, kw_only=True)
class Words:
    text: str
    mend: str | None = None
    word: str = ""  #: two or three, for all steps of this code together
    says: str = ""  #: what that means, beside it
    blocks: bool = True


def _blocks(word: str, says: str, text: str, mend: str | None = None) -> Words:
    return Words(text=text, mend=mend, word=word, says=says)


def _tells(word: str, says: str, text: str, mend: str | None = None) -> Words:
    return Words(text=text, mend=mend, word=word, says=says, blocks=False)


def _happened(text: str, mend: str | None = None) -> Words:
    return Words(text=text, mend=mend)


def _unfit(text: str) -> Words:
    return _blocks("Not fit as a name", "choose another", text)


AT_STEP = "[Step {step}, {way}: ]"  #: before what a list met at one of its steps
_RIGHT = ("Not allowed", "a right is lacking")
_NOT_FOUND = ("Not found", "no document stands there")
_NO_TARGET = ("No such destination", "it cannot be found or made")
_SINCE = ("Changed since", "left alone")
_FILE = ("Changed a moment ago", "check again in a minute")

CHECKS: dict[str, Words] = {
    # what it is about, and where it goes
    "missing": _blocks(
        *_NOT_FOUND,
        "[There is no document “{path}”][, but {alike} stands there][No. {number} is not filed where you may see it]",
        "Write it as it stands there, or take it out",
    ),
    "not_binned": _blocks(
        *_NOT_FOUND, "No. {number} is not in the bin, or not for you to see", "Take it out"
    ),
    "not_waiting": _blocks(*_NOT_FOUND, "No. {number} does not wait on your desk", "Take it out"),
    "no_right": _blocks(
        *_RIGHT, "You may look into “{folder}”, but not change anything there", "Ask one of its keepers"
    ),
    "may_not_file": _blocks(
        *_RIGHT, "You may look into “{folder}”, but not file there", "Choose another folder"
    ),
    "may_not_make": _blocks(*_RIGHT, "You may not make a folder in “{folder}”", "Choose another folder"),
    "not_keeper": _blocks(*_RIGHT, "Only a keeper of “{folder}” may rearrange it", "Ask one of its keepers"),
    "no_folder": _blocks(
        *_NO_TARGET, "The folder is not there, or not for you to see", "Choose another, or take it out"
    ),
    "which_folder": _blocks(*_NO_TARGET, "“{name}” may be {alike}: write it as it is written"),
    "unfit_folder": _blocks(
        *_NO_TARGET,
        "“{folder}” cannot be a folder[: some systems refuse {signs} in a name][: it is {over} characters too long]"
        "[: {size} bytes are too many]",
    ),
    "outside": _blocks("Out of the drive", "the path leads elsewhere", "“{path}” is no path in the drive"),
    "file_gone": _blocks(
        *_FILE, "Its file is not there: another program moved or removed it", "Look again in a minute"
    ),
    "changed": _blocks(*_FILE, "Its file was changed a moment ago", "Check again in a minute"),
    "not_empty": _blocks(
        "Not empty",
        "a folder goes when nothing is in it",
        "“{path}” is not empty",
        "Move or bin what is in it first",
    ),
    # collisions
    "taken": _blocks(
        "Name taken there", "decide: leave, file beside, skip the same", "“{name}” already stands there"
    ),
    "twin": _blocks(
        "Nearly the same name",
        "differs in capitals or accents only",
        "“{name}” differs only in capital letters or in the form of its accents",
    ),
    "same_target": _blocks(
        "Two to one name", "two steps have one target", "Another step has the same target, “{name}”"
    ),
    "same_source": _blocks(
        "The same document twice", "take one of them out", "This is already moved by another step"
    ),
    "into_itself": _blocks("Into itself", "a folder cannot go there", "“{name}” cannot go into itself"),
    # what the folder declares
    "kind_refused": _blocks(
        "Kind does not belong there",
        "the folder refuses it",
        "“{folder}” takes {kinds} alone",
        "Choose another folder, or correct the kind",
    ),
    "kind_for_desk": _blocks(
        "Kind does not belong there",
        "it goes to the desk",
        "“{folder}” takes {kinds} alone: others are looked at on the desk first",
        "Choose another folder, or correct the kind",
    ),
    # names
    "unusable": _blocks("Name not to be used", "choose another", "This name cannot be used here"),
    "path_too_long": _blocks(
        "Path too long",
        "some systems could not open it",
        "The whole path is {over} characters longer than {most}",
    ),
    "too_long": _blocks(
        "Name too long",
        "shorten it",
        "The name takes {size} bytes; {most} are the most",
    ),
    "refused_sign": _blocks(
        "A character in the name",
        "some systems refuse it",
        "Some systems refuse {signs} in a name",
    ),
    "empty": _unfit("The name is empty"),
    "control": _unfit("The name has control characters, such as a line break"),
    "not_text": _unfit("The name has bytes that are no valid text"),
    "invisible": _unfit("The name has invisible characters or direction marks"),
    "reserved": _unfit("“{name}” is reserved by some systems"),
    "edge": _unfit("The name begins or ends with a dot or a space"),
    "form": _unfit("Accents are written apart from their letters (not Unicode NFC)"),
    # no obstacle
    "sight": _tells(
        "Who can see it changes",
        "look at who gains and who loses",
        "[{gain} will see it][; {lose} will not see it any more]",
    ),
    "other_kind": _tells("Another kind", "the folder takes others", "“{folder}” is meant for {kinds}"),
    "deeper_than_advised": _tells(
        "Deeper than advised",
        "look whether that is meant",
        "“{folder}”: at most {most} levels of folders are advised",
    ),
    "fuller_than_advised": _tells(
        "Fuller than advised",
        "look whether that is meant",
        "“{folder}”: at most {most} documents are advised",
    ),
    "other_extension": _tells(
        "Another extension", "look whether that is meant", "Its extension changes, {old} to {new}"
    ),
    "by_temporary_name": _tells(
        "Change places", "one goes by a temporary name", "These change places: one goes by a temporary name"
    ),
    "new_version": _tells(
        "New version",
        "the earlier one is kept",
        "Becomes the newest version of No. {number}; the earlier one is kept",
    ),
    "already_there": _tells("Already there", "skipped", "“{name}” is already there"),
    "identical": _tells(
        "The same bytes are there", "skipped", "The same bytes are already there: it stays where it is"
    ),
    "left_waiting": _tells(
        "Left where it is", "its name is taken there", "“{name}” is taken there: nothing is done"
    ),
    "left_out": _tells("Taken out", "by you", "Taken out of the list"),
    "changed_since": _tells(
        *_SINCE, "[No. {number}][“{path}”] has been moved or renamed since, or is gone; it is left alone"
    ),
    "not_emptied": _tells(*_SINCE, "“{path}” has something in it by now; it stays"),
    "other_version": _tells(
        *_SINCE, "No. {number} has another version by now, or is no longer there; it is left alone"
    ),
}

CODES: dict[str, Words] = CHECKS | {
    # why a step did not run, or did not come to its end
    "made_meanwhile": _happened("“{path}” was made meanwhile; what goes into it goes there"),
    "moved_since": _happened(
        "No. {number} was moved, renamed or binned since the check", "Check the list again"
    ),
    "in_motion": _happened(
        "No. {number} is being changed by somebody else right now", "Try it again in a moment"
    ),
    "folder_gone": _happened("The folder is no longer there", "Check the list again"),
    "folder_not_made": _happened("The folder “{path}” is not there: it was not made, or removed again"),
    "folder_moved": _happened("“{path}” was moved or renamed since the check", "Check the list again"),
    "not_begun": _happened("Not begun: an earlier step failed"),
    "interrupted": _happened("Interrupted before anything moved"),
    "lost": _happened("Interrupted, and then found neither where it was nor where it was going"),
    "name_taken": _happened("“{name}” already stands in {where}; nothing was moved", "Choose another name"),
    "source_changed": _happened("It has changed since it was looked at; nothing was moved", "Check it again"),
    "source_gone": _happened("It is no longer where it was; another program removed or moved it"),
    "unsafe_path": _happened("It is no longer an ordinary file; nothing was moved"),
    "folder_not_empty": _happened("“{path}” is not empty; it was left as it is", "Hidden files count too"),
    "drive_trouble": _happened("{why}", "Try again; if it stays so, ask the administrator"),
    "disk_full": _happened("No space is left on the disk", "Make room on the disk, then go on"),
    "disk_read_only": _happened("The drive is read-only", "Ask the administrator"),
    "disk_forbids": _happened("Waka's own account may not write there", "Ask the administrator"),
    "trouble": _happened("{why}"),
    # what a proof says
    "still_in_bin": _happened("Its file is still in the bin"),
    "restored_since": _happened("Restored since"),
    "not_in_bin": _happened("Its file is not in the bin"),
    "other_bytes": _happened("Its bytes are not those that were recorded"),
    "no_file": _happened("There is no file where the record says"),
    "other_file": _happened("Another file stands in its place; the next sweep will tell"),
    "edited_since": _happened("Edited since"),
    "gone_on": _happened("Moved or renamed since"),
    "not_seen": _happened("Binned or moved on since, or not for you to see any more"),
    # why a list stands still
    "waits_for": _happened("Waits for change {list} of {person}, which is in the same folders"),
    "steps_failed": _happened("{count} steps failed; the rest is done"),
    # how a list of earlier times put it
    "told": _happened("{told}"),
}


def blocks(code: str) -> bool:
    """Whether a list with a step of this code cannot run."""
    words = CODES.get(code)
    return words is None or words.blocks
