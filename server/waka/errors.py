"""What can go wrong, in words that a person can act on.

    WakaError
    ├── NotSignedIn, WrongPassword, TooManyTries, ForgedRequest     at the door
    ├── NotFound, NotAllowed                                        alike for hidden and for absent
    ├── SlipIncomplete, NameUnfit, BadRequest                       refused before anything moves
    ├── NameTaken, SourceChanged, SourceGone, StepInMotion, Busy    refused by what is there now
    ├── UnsafePath, DriveTrouble (DriveAway, ForeignDrive)          the folder tree
    ├── UploadConflict, TooLarge                                                  coming in
    ├── Unreadable, StillReading, ReadingAway                       looking at bytes
    ├── FolderNotEmpty, NeedsALook, StatementToConfirm                                  changes by hand
    ├── ListHasErrors, NotApproved, ListIsRunning, ListChanged                              change lists
    ├── NotUndoable
    └── DatabaseAway, DatabaseRefuses, CannotStart

Facts are attributes of the class in ``facts``; web/problems.py alone maps ``code`` to HTTP.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from waka.core.changes.findings import said
from waka.core.ids import DocumentId, ListId
from waka.core.words import worded


class WakaError(Exception):
    """Something that a person should be told: what, which, why, what to do."""

    code = "trouble"

    def __init__(self, message: str, *, mend: str | None = None, **facts: Any) -> None:
        super().__init__(message)
        self.message = message
        self.mend = mend  #: what to do next
        self.facts = facts  #: plain values for the screen

    def of_one(self, name: str, number: DocumentId) -> WakaError:
        """Return the same, saying which of several documents it is about."""
        self.message = f"“{name}”: {self.message}"
        self.facts["arrival"] = number
        return self


class NotSignedIn(WakaError):
    code = "not_signed_in"

    def __init__(self) -> None:
        super().__init__("You are not signed in.", mend="Sign in and try again.")


class WrongPassword(WakaError):
    code = "wrong_password"

    def __init__(self) -> None:
        # the same words for a name that nobody has: whether somebody exists is nobody's business
        super().__init__("Name and password do not fit together.", mend="Check both and try again.")


class TooManyTries(WakaError):
    code = "too_many_tries"

    def __init__(self, seconds: int) -> None:
        super().__init__(
            "Too many failed tries.",
            mend=f"Wait {seconds} seconds, then try again.",
            seconds=seconds,
        )


class ForgedRequest(WakaError):
    code = "forged_request"

    def __init__(self) -> None:
        super().__init__(
            "This request did not come from Waka's own page.", mend="Reload the page and try again."
        )


class NotFound(WakaError):
    code = "not_found"

    def __init__(self, what: str) -> None:
        super().__init__(f"{what} is not here, or not for you to see.")


class NotAllowed(WakaError):
    code = "not_allowed"


class BadRequest(WakaError):
    code = "bad_request"


class SlipIncomplete(WakaError):
    code = "slip_incomplete"

    def __init__(self, lacks: Sequence[tuple[str, str]]) -> None:
        super().__init__(
            f"The name cannot be composed: {', '.join(why for _, why in lacks)}.", mend="Fill in what is marked.",
            fields=[field for field, _ in lacks],
        )  # fmt: skip


class SlipChanged(WakaError):
    """Somebody else filled in the same slip meanwhile."""

    code = "slip_changed"

    def __init__(self, by: str, edition: int, slip: dict[str, Any]) -> None:
        super().__init__(
            f"{by or 'Somebody else'} changed this slip meanwhile; nothing was overwritten.",
            mend="Take theirs, or keep yours.", by=by, edition=edition, slip=slip,
        )  # fmt: skip


class ChangedMeanwhile(WakaError):
    """A document is no longer as it was when somebody asked to change it."""

    code = "changed_meanwhile"

    def __init__(self, documents: Sequence[tuple[int, str]]) -> None:
        told = ", ".join(f"No. {number} is “{path}” now" for number, path in documents[:3])
        super().__init__(
            f"Somebody changed {'it' if len(documents) == 1 else f'{len(documents)} of them'} meanwhile: {told}. "
            "Nothing was changed.",
            mend="Look again, then ask once more.", documents=[number for number, _ in documents],
        )  # fmt: skip


class NameUnfit(WakaError):
    code = "name_unfit"


class NameTaken(WakaError):
    code = "name_taken"

    def __init__(self, name: str, where: str, free: str | None = None) -> None:
        super().__init__(
            f"“{name}” already stands in {where or 'the drive root'}; nothing was moved.",
            mend=f"File it as “{free}”, or change the slip." if free else "Choose another name.",
            name=name, where=where, free=free,
        )  # fmt: skip


class SourceChanged(WakaError):
    code = "source_changed"

    def __init__(self, name: str, number: DocumentId) -> None:
        super().__init__(
            f"“{name}” (No. {number}) has changed since it was looked at; nothing was moved.",
            mend="Look at it again; if it is still being written, wait a moment.", number=number,
        )  # fmt: skip


class SourceGone(WakaError):
    code = "source_gone"

    def __init__(self, name: str, number: DocumentId) -> None:
        super().__init__(
            f"“{name}” (No. {number}) is no longer where it was; another program removed or moved it.",
            mend="Look for it where it was, or in the logbook.", number=number,
        )  # fmt: skip


class StepInMotion(WakaError):
    code = "in_motion"

    def __init__(self, number: DocumentId) -> None:
        super().__init__(
            f"No. {number} is being moved right now.", mend="Look again in a moment.", number=number
        )


class Busy(WakaError):
    """Two changes stood in each other's way, and the database let one of them go on."""

    code = "busy"

    def __init__(self) -> None:
        super().__init__(
            "Somebody else is changing the same documents right now; nothing was changed.",
            mend="Try again in a moment.",
        )


class FolderNotEmpty(WakaError):
    code = "folder_not_empty"

    def __init__(self, path: str) -> None:
        super().__init__(
            f"“{path}” is not empty; it was left as it is.",
            mend="Move or bin what is in it first. Hidden files count too.",
        )


class NeedsALook(WakaError):
    """A change that is shown as a list before it runs."""

    code = "needs_a_look"

    def __init__(self, why: str) -> None:
        super().__init__(f"{why} Nothing was changed.", mend="Look at the list, then let it run.")


class StatementToConfirm(WakaError):
    """A folder's charter wants something confirmed by whoever uploads there."""

    code = "statement"

    def __init__(self, path: str, statement: str) -> None:
        super().__init__(
            f"“{path or 'Drive'}” asks whoever uploads there to confirm: {statement}",
            mend="Confirm it, or upload to the desk.", statement=statement,
        )  # fmt: skip


class UndoIsAList(WakaError):
    """What a list did goes back by a list, which is checked and looked at before it runs."""

    code = "undo_is_a_list"

    def __init__(self, list_id: ListId) -> None:
        super().__init__(
            "That was done by a list: it goes back by a list, which was checked. Nothing has moved yet.",
            mend="Look at it, then let it run.", list=list_id,
        )  # fmt: skip


class ListHasErrors(WakaError):
    code = "list_has_errors"


class NotApproved(WakaError):
    """Somebody whose yes a list needs has not said it, or not to the list as it is now."""

    code = "not_approved"

    def __init__(self, lacks: Sequence[str]) -> None:
        super().__init__(
            f"The list waits for the yes of {', '.join(lacks)}; nothing was moved.",
            mend="Ask for it, or name somebody else.", lacks=list(lacks),
        )  # fmt: skip


class CountDiffers(WakaError):
    """What was confirmed is no longer as many as it was."""

    code = "count_differs"

    def __init__(self, confirmed: int, now: int) -> None:
        super().__init__(
            f"You confirmed {confirmed:,} documents, but by now it is {now:,}; nothing was destroyed.",
            mend="Look again, and confirm that number.",
            count=now,
        )


class ListChanged(WakaError):
    code = "list_changed"

    def __init__(self, list_id: ListId) -> None:
        super().__init__(
            f"Change {list_id} was checked anew since you looked at it; nothing was done.",
            mend="Look at it again: its steps may stand at other places.",
            list=list_id,
        )


class ListIsRunning(WakaError):
    code = "list_is_running"

    def __init__(self, list_id: ListId) -> None:
        super().__init__(
            f"Change {list_id} is running; nothing about it was changed.",
            mend="Pause it first.",
            list=list_id,
        )


class UnsafePath(WakaError):
    code = "unsafe_path"


class DriveTrouble(WakaError):
    code = "drive_trouble"


class DriveAway(DriveTrouble):
    """The disk that should be there is not: nothing is done until it is."""

    code = "drive_away"

    def __init__(self, part: str, root: str) -> None:
        self.why = said(self.code, part=part, root=root)
        super().__init__(
            f"{worded(self.why.code, self.why.facts)}.",
            mend="Mount it; Waka goes on by itself. If this is the right folder: bin/waka drive adopt.",
            part=part, root=root,
        )  # fmt: skip


class ForeignDrive(DriveTrouble):
    """The folder tree belongs to another database, or to a later state of this one."""

    code = "foreign_drive"

    def __init__(self, part: str, root: str, *, older: bool) -> None:
        self.why = said("drive_of_later" if older else self.code, part=part, root=root)
        super().__init__(
            f"{worded(self.why.code, self.why.facts)}. Nothing was changed.",
            mend="Start Waka with the database that belongs to it; or, if these two shall belong together "
            "from now on, have an administrator say so: bin/waka drive adopt.",
            part=part, root=root,
        )  # fmt: skip


class UploadConflict(WakaError):
    code = "upload_conflict"

    def __init__(self, received: int) -> None:
        super().__init__(
            f"This piece does not follow the {received} bytes that are here.",
            mend="Ask how much is here and go on from there.", received=received,
        )  # fmt: skip


class TooLarge(WakaError):
    code = "too_large"


class Unreadable(WakaError):
    """Bytes that cannot be shown; ``trouble`` is one of content.trouble's words."""

    code = "unreadable"

    def __init__(self, trouble: str, message: str) -> None:
        super().__init__(message, trouble=trouble)
        self.trouble = trouble


class StillReading(WakaError):
    """What was asked for is still being made, or the readers are all at work: ask again."""

    code = "still_reading"

    def __init__(self) -> None:
        super().__init__("This document takes a while to be read.", mend="Ask again in a moment.", seconds=1)


class ReadingAway(WakaError):
    """No reading process can be had: that says nothing about the document, which is read later."""

    code = "reading_away"

    def __init__(self) -> None:
        super().__init__(
            "Documents cannot be read or shown just now; the server's log says why.",
            mend="Ask again in a moment. If it stays so, tell an administrator.",
        )


class NotUndoable(WakaError):
    code = "not_undoable"


class DatabaseAway(WakaError):
    code = "database_away"

    def __init__(self, message: str = "The database does not answer.") -> None:
        super().__init__(message, mend="Wait a moment and look again; what was begun is settled then.")


class DatabaseRefuses(WakaError):
    """The database is there and says that something is more than it can hold."""

    code = "too_much_for_the_database"

    def __init__(self, why: str) -> None:
        super().__init__(f"That is more than the database can hold: {why}.")


class TookTooLong(DatabaseAway):
    """A question to the database ran into its time limit; what was begun is settled as after a loss."""

    code = "took_too_long"

    def __init__(self) -> None:
        super().__init__("That took longer than it may, and was stopped.")
        self.mend = "Ask for less at once, or try again when the machine is less busy."


class CannotStart(WakaError):
    code = "cannot_start"
