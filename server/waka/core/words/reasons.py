"""Why something happened, is stuck, cannot be taken or is not understood: codes and facts, as all that is kept of it.

What a person gives as a reason is kept as it was said. Words of steps that fail stand in ``codes``; a reason that is
the same as one of those has its code.
"""

from __future__ import annotations

from waka.core.changes.findings import Said, said

_LOGBOOK = {
    "by_person": "{text}",
    "copy_of": "from No. {number}",
    "version": "version {version}",
    "document": "No. {number}",
    "found_as": "No. {number} is this document",
    "keeps_grants": "it has the grants that it had there",
    "by_other_program": "by another program",
    "taken_away": "another program removed or moved it",
    "moved_over": "No. {number} was moved over it by another program",
    "grants": "{changes}",
    "by_invitation": "by an invitation",
    "person": "{name}[, for {successor}]",
    "person_again": "{name}, anew",
    "team": "{name}[: {members}]",
    "point": "{name}[: {holders}]",
    "field": "{label}",
    "parties_in": "{count} parties of a sheet",
    "merged": "{name} is {into}",
    "pattern": "{text}",
    "list_of": "change {list}, made by {name}",
    "charter": "{parts}",
    "confirmed": "confirmed: {text}",
}
_NOT_TAKEN = {
    "half_written": "a name for what is still being written; it is taken once it has its own",
    "hard_link": (
        "one file under several names (a hard link): each is a document, and what changes in one changes in all"
    ),
    "too_deep": "nested more than {most} folders deep; not taken in",
    "link": "a link; links are not followed",
    "no_ordinary_file": "no ordinary file",
    "cannot_be_read": "cannot be read: {why}",
    "too_many_words": "its text has more different words than the index holds; it is found by its name and fields",
    "unknown_files": "{count} files that the records do not know; kept until {until}",
    "database_refuses": "the database refuses it: {why}",
    "drive_away": (
        "{root} bears no mark, though these records know their {part}: the disk is not mounted, or it is another"
    ),
    "foreign_drive": "This {part} belongs to another Waka's database: {root}",
    "drive_of_later": (
        "This {part} was used with a later state of this database, which is an older one restored: {root}"
    ),
}
_OF_PATTERNS = {
    "no_date_in_it": "no date stands in the name: names do not sort by time",
    "date_does_not_sort": "this way of writing {field} does not sort by time; {format} does",
    "date_not_first": "{field} stands first: names sort by it, and by time only within it",
    "number_sorts_badly": "{field} goes up to {most}: only with as many digits, {format}, do names sort by it",
    "words_run_together": "words run together in small letters are hard to read, and cannot be told apart again",
    "long_in_a_list": "{size} characters: a list of usual width cuts it off",
    "shortened": "words of {field} are left out, to keep it short enough",
    "taken_here": "the name is taken in this folder",
    "alike": "another of these would have the same name",
}
_NOT_UNDERSTOOD = {
    "no_date": "“{typed}” is no date[: try {example}]",
    "no_amount": "“{typed}” is no amount",
    "no_number": "“{typed}” is no number",
    "no_choice": "“{typed}” is none of its choices",
    "read_on_page": "read on page {page}",
    "read_in_text": "read in the text",
    "read_in_mail": "from the head of the mail",
    "read_learned_who": "{count} of {of} papers that look like this one are from {name}",
    "read_learned_kind": "{count} of {of} papers that look like this one are of the kind {name}",
    "read_learned_what": "{count} of {of} papers of this kind from {name} are called this",
    "read_exactly": "from the file itself, which says it exactly",
    "question": "[{name}: ]“{text}”",
    "read_in_payment_code": "from the payment code on the page, which says it exactly",
    "read_in_bars": "read on the page; the bars on it say the same",
    "too_much": "“{typed}” is too long",
    "no_kind": "There is no kind “{typed}”",
    "no_field": "There is no field “{typed}”",
    "short_taken": "“{typed}” [already stands for {party}]",
    "short_taken_unseen": "“{typed}” is taken",
    "short_form": "A short form is 1 to 16 letters a-z and digits",
    "lacks": "{field} is missing",
    "not_a_date": "{field} is not a date",
    "too_little_date": "{field} does not tell enough of the date",
    "not_an_amount": "{field} is not an amount",
    "not_text_value": "{field} is not text",
    "nothing_for_a_name": "{field} has nothing that can stand in a name",
    "no_short": "{field} has no short form yet",
    "not_whole": "{field} is not a whole number",
    "other_words": "{field} has not the number of words that the pattern wants",
    "not_chosen": "{field} is not chosen",
}
_OF_PARTIES = {
    "party_without_name": "a party's name has 1 to {most} characters",
    "short_stays": "{party} has the short form {short} already, and names tell it by that",
    "spelling_taken": "“{typed}” is {party} already",
}
_ODD_NAMES = {
    "named_by_earlier": "by an earlier pattern",
    "name_goes_astray": "“{text}” stands[ where {fields} should]",
    "name_ends_before": "ends before {fields}",
    "nothing_known": "nothing is known of {fields}",
    "other_kind_here": "meant for {kinds}",
}
_LEADS = {
    "led_by_charter": "where the charter of {name} files this kind",
    "led_by_party": "where documents of {name} go",
    "led_by_kind": "where documents of the kind {name} go",
    "led_by_learned_party": "{count} of the last {of} of this kind from {name} went to {path}",
    "led_by_learned_what": "{count} of the last {of} called “{name}” went to {path}",
    "led_by_learned_kind": "{count} of the last {of} of the kind {name} went to {path}",
}
REASONS: dict[str, str] = (
    _LOGBOOK | _NOT_TAKEN | _OF_PATTERNS | _NOT_UNDERSTOOD | _OF_PARTIES | _ODD_NAMES | _LEADS
)


def by_person(text: str | None) -> Said | None:
    """Return a reason in a person's own words; None where none was given."""
    return said("by_person", text=text) if text else None


def because(error: Exception) -> Said:
    """Return why something failed: what the system or the error itself says, as facts of a code."""
    why = (error.strerror if isinstance(error, OSError) else None) or str(error) or type(error).__name__
    return said("trouble", why=why)
