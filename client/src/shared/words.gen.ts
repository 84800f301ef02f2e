// Written by python -m waka.web.describe from the server's table of codes; not by hand.
export interface Words { text: string; mend: string | null; word: string; says: string; blocks: boolean }
export const AT_STEP = "[Step {step}, {way}: ]"
export const CODES: Record<string, Words> = {
  "missing": {
    "text": "[There is no document “{path}”][, but {alike} stands there][No. {number} is not filed where you may see it]",
    "mend": "Write it as it stands there, or take it out",
    "word": "Not found",
    "says": "no document stands there",
    "blocks": true
  },
  "not_binned": {
    "text": "No. {number} is not in the bin, or not for you to see",
    "mend": "Take it out",
    "word": "Not found",
    "says": "no document stands there",
    "blocks": true
  },
  "not_waiting": {
    "text": "No. {number} does not wait on your desk",
    "mend": "Take it out",
    "word": "Not found",
    "says": "no document stands there",
    "blocks": true
  },
  "no_right": {
    "text": "You may look into “{folder}”, but not change anything there",
    "mend": "Ask one of its keepers",
    "word": "Not allowed",
    "says": "a right is lacking",
    "blocks": true
  },
  "may_not_file": {
    "text": "You may look into “{folder}”, but not file there",
    "mend": "Choose another folder",
    "word": "Not allowed",
    "says": "a right is lacking",
    "blocks": true
  },
  "may_not_make": {
    "text": "You may not make a folder in “{folder}”",
    "mend": "Choose another folder",
    "word": "Not allowed",
    "says": "a right is lacking",
    "blocks": true
  },
  "not_keeper": {
    "text": "Only a keeper of “{folder}” may rearrange it",
    "mend": "Ask one of its keepers",
    "word": "Not allowed",
    "says": "a right is lacking",
    "blocks": true
  },
  "no_folder": {
    "text": "The folder is not there, or not for you to see",
    "mend": "Choose another, or take it out",
    "word": "No such destination",
    "says": "it cannot be found or made",
    "blocks": true
  },
  "which_folder": {
    "text": "“{name}” may be {alike}: write it as it is written",
    "mend": null,
    "word": "No such destination",
    "says": "it cannot be found or made",
    "blocks": true
  },
  "unfit_folder": {
    "text": "“{folder}” cannot be a folder[: some systems refuse {signs} in a name][: it is {over} characters too long][: {size} bytes are too many]",
    "mend": null,
    "word": "No such destination",
    "says": "it cannot be found or made",
    "blocks": true
  },
  "outside": {
    "text": "“{path}” is no path in the drive",
    "mend": null,
    "word": "Out of the drive",
    "says": "the path leads elsewhere",
    "blocks": true
  },
  "file_gone": {
    "text": "Its file is not there: another program moved or removed it",
    "mend": "Look again in a minute",
    "word": "Changed a moment ago",
    "says": "check again in a minute",
    "blocks": true
  },
  "changed": {
    "text": "Its file was changed a moment ago",
    "mend": "Check again in a minute",
    "word": "Changed a moment ago",
    "says": "check again in a minute",
    "blocks": true
  },
  "not_empty": {
    "text": "“{path}” is not empty",
    "mend": "Move or bin what is in it first",
    "word": "Not empty",
    "says": "a folder goes when nothing is in it",
    "blocks": true
  },
  "taken": {
    "text": "“{name}” already stands there",
    "mend": null,
    "word": "Name taken there",
    "says": "decide: leave, file beside, skip the same",
    "blocks": true
  },
  "twin": {
    "text": "“{name}” differs only in capital letters or in the form of its accents",
    "mend": null,
    "word": "Nearly the same name",
    "says": "differs in capitals or accents only",
    "blocks": true
  },
  "same_target": {
    "text": "Another step has the same target, “{name}”",
    "mend": null,
    "word": "Two to one name",
    "says": "two steps have one target",
    "blocks": true
  },
  "same_source": {
    "text": "This is already moved by another step",
    "mend": null,
    "word": "The same document twice",
    "says": "take one of them out",
    "blocks": true
  },
  "into_itself": {
    "text": "“{name}” cannot go into itself",
    "mend": null,
    "word": "Into itself",
    "says": "a folder cannot go there",
    "blocks": true
  },
  "kind_refused": {
    "text": "“{folder}” takes {kinds} alone",
    "mend": "Choose another folder, or correct the kind",
    "word": "Kind does not belong there",
    "says": "the folder refuses it",
    "blocks": true
  },
  "kind_for_desk": {
    "text": "“{folder}” takes {kinds} alone: others are looked at on the desk first",
    "mend": "Choose another folder, or correct the kind",
    "word": "Kind does not belong there",
    "says": "it goes to the desk",
    "blocks": true
  },
  "unusable": {
    "text": "This name cannot be used here",
    "mend": null,
    "word": "Name not to be used",
    "says": "choose another",
    "blocks": true
  },
  "path_too_long": {
    "text": "The whole path is {over} characters longer than {most}",
    "mend": null,
    "word": "Path too long",
    "says": "some systems could not open it",
    "blocks": true
  },
  "too_long": {
    "text": "The name takes {size} bytes; {most} are the most",
    "mend": null,
    "word": "Name too long",
    "says": "shorten it",
    "blocks": true
  },
  "refused_sign": {
    "text": "Some systems refuse {signs} in a name",
    "mend": null,
    "word": "A character in the name",
    "says": "some systems refuse it",
    "blocks": true
  },
  "empty": {
    "text": "The name is empty",
    "mend": null,
    "word": "Not fit as a name",
    "says": "choose another",
    "blocks": true
  },
  "control": {
    "text": "The name has control characters, such as a line break",
    "mend": null,
    "word": "Not fit as a name",
    "says": "choose another",
    "blocks": true
  },
  "not_text": {
    "text": "The name has bytes that are no valid text",
    "mend": null,
    "word": "Not fit as a name",
    "says": "choose another",
    "blocks": true
  },
  "invisible": {
    "text": "The name has invisible characters or direction marks",
    "mend": null,
    "word": "Not fit as a name",
    "says": "choose another",
    "blocks": true
  },
  "reserved": {
    "text": "“{name}” is reserved by some systems",
    "mend": null,
    "word": "Not fit as a name",
    "says": "choose another",
    "blocks": true
  },
  "edge": {
    "text": "The name begins or ends with a dot or a space",
    "mend": null,
    "word": "Not fit as a name",
    "says": "choose another",
    "blocks": true
  },
  "form": {
    "text": "Accents are written apart from their letters (not Unicode NFC)",
    "mend": null,
    "word": "Not fit as a name",
    "says": "choose another",
    "blocks": true
  },
  "sight": {
    "text": "[{gain} will see it][; {lose} will not see it any more]",
    "mend": null,
    "word": "Who can see it changes",
    "says": "look at who gains and who loses",
    "blocks": false
  },
  "other_kind": {
    "text": "“{folder}” is meant for {kinds}",
    "mend": null,
    "word": "Another kind",
    "says": "the folder takes others",
    "blocks": false
  },
  "deeper_than_advised": {
    "text": "“{folder}”: at most {most} levels of folders are advised",
    "mend": null,
    "word": "Deeper than advised",
    "says": "look whether that is meant",
    "blocks": false
  },
  "fuller_than_advised": {
    "text": "“{folder}”: at most {most} documents are advised",
    "mend": null,
    "word": "Fuller than advised",
    "says": "look whether that is meant",
    "blocks": false
  },
  "other_extension": {
    "text": "Its extension changes, {old} to {new}",
    "mend": null,
    "word": "Another extension",
    "says": "look whether that is meant",
    "blocks": false
  },
  "by_temporary_name": {
    "text": "These change places: one goes by a temporary name",
    "mend": null,
    "word": "Change places",
    "says": "one goes by a temporary name",
    "blocks": false
  },
  "new_version": {
    "text": "Becomes the newest version of No. {number}; the earlier one is kept",
    "mend": null,
    "word": "New version",
    "says": "the earlier one is kept",
    "blocks": false
  },
  "already_there": {
    "text": "“{name}” is already there",
    "mend": null,
    "word": "Already there",
    "says": "skipped",
    "blocks": false
  },
  "identical": {
    "text": "The same bytes are already there: it stays where it is",
    "mend": null,
    "word": "The same bytes are there",
    "says": "skipped",
    "blocks": false
  },
  "left_waiting": {
    "text": "“{name}” is taken there: nothing is done",
    "mend": null,
    "word": "Left where it is",
    "says": "its name is taken there",
    "blocks": false
  },
  "left_out": {
    "text": "Taken out of the list",
    "mend": null,
    "word": "Taken out",
    "says": "by you",
    "blocks": false
  },
  "changed_since": {
    "text": "[No. {number}][“{path}”] has been moved or renamed since, or is gone; it is left alone",
    "mend": null,
    "word": "Changed since",
    "says": "left alone",
    "blocks": false
  },
  "not_emptied": {
    "text": "“{path}” has something in it by now; it stays",
    "mend": null,
    "word": "Changed since",
    "says": "left alone",
    "blocks": false
  },
  "other_version": {
    "text": "No. {number} has another version by now, or is no longer there; it is left alone",
    "mend": null,
    "word": "Changed since",
    "says": "left alone",
    "blocks": false
  },
  "made_meanwhile": {
    "text": "“{path}” was made meanwhile; what goes into it goes there",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "moved_since": {
    "text": "No. {number} was moved, renamed or binned since the check",
    "mend": "Check the list again",
    "word": "",
    "says": "",
    "blocks": true
  },
  "in_motion": {
    "text": "No. {number} is being changed by somebody else right now",
    "mend": "Try it again in a moment",
    "word": "",
    "says": "",
    "blocks": true
  },
  "folder_gone": {
    "text": "The folder is no longer there",
    "mend": "Check the list again",
    "word": "",
    "says": "",
    "blocks": true
  },
  "folder_not_made": {
    "text": "The folder “{path}” is not there: it was not made, or removed again",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "folder_moved": {
    "text": "“{path}” was moved or renamed since the check",
    "mend": "Check the list again",
    "word": "",
    "says": "",
    "blocks": true
  },
  "not_begun": {
    "text": "Not begun: an earlier step failed",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "interrupted": {
    "text": "Interrupted before anything moved",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "lost": {
    "text": "Interrupted, and then found neither where it was nor where it was going",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "name_taken": {
    "text": "“{name}” already stands in {where}; nothing was moved",
    "mend": "Choose another name",
    "word": "",
    "says": "",
    "blocks": true
  },
  "source_changed": {
    "text": "It has changed since it was looked at; nothing was moved",
    "mend": "Check it again",
    "word": "",
    "says": "",
    "blocks": true
  },
  "source_gone": {
    "text": "It is no longer where it was; another program removed or moved it",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "unsafe_path": {
    "text": "It is no longer an ordinary file; nothing was moved",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "folder_not_empty": {
    "text": "“{path}” is not empty; it was left as it is",
    "mend": "Hidden files count too",
    "word": "",
    "says": "",
    "blocks": true
  },
  "drive_trouble": {
    "text": "{why}",
    "mend": "Try again; if it stays so, ask the administrator",
    "word": "",
    "says": "",
    "blocks": true
  },
  "disk_full": {
    "text": "No space is left on the disk",
    "mend": "Make room on the disk, then go on",
    "word": "",
    "says": "",
    "blocks": true
  },
  "disk_read_only": {
    "text": "The drive is read-only",
    "mend": "Ask the administrator",
    "word": "",
    "says": "",
    "blocks": true
  },
  "disk_forbids": {
    "text": "Waka's own account may not write there",
    "mend": "Ask the administrator",
    "word": "",
    "says": "",
    "blocks": true
  },
  "trouble": {
    "text": "{why}",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "still_in_bin": {
    "text": "Its file is still in the bin",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "restored_since": {
    "text": "Restored since",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "not_in_bin": {
    "text": "Its file is not in the bin",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "other_bytes": {
    "text": "Its bytes are not those that were recorded",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "no_file": {
    "text": "There is no file where the record says",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "other_file": {
    "text": "Another file stands in its place; the next sweep will tell",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "edited_since": {
    "text": "Edited since",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "gone_on": {
    "text": "Moved or renamed since",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "not_seen": {
    "text": "Binned or moved on since, or not for you to see any more",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "waits_for": {
    "text": "Waits for change {list} of {person}, which is in the same folders",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "steps_failed": {
    "text": "{count} steps failed; the rest is done",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  },
  "told": {
    "text": "{told}",
    "mend": null,
    "word": "",
    "says": "",
    "blocks": true
  }
}
export const RESERVED_CODES = ["added", "by", "changed", "extension", "folder", "from", "month", "name", "note", "number", "party", "path", "short", "size", "tag", "tags", "to", "version", "year"]
export const UNDO = "Undo: "
export const TITLES: Record<string, string> = {
  "move": "Move [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents][ to {to}]",
  "rename_many": "Rename [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents][: {sentence}]",
  "mend_names": "Mend the names of [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents] in {path}",
  "group": "Group [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents] into {by}",
  "copy": "Copy [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents][ to {to}]",
  "bin": "Bin [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents]",
  "restore": "Restore [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents][ to {to}]",
  "set_fields": "Set fields of [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents]",
  "rename": "Rename {name}",
  "correct": "Correct {name}",
  "correct_and_rename": "Correct and rename {name}",
  "make_folder": "Make {path}",
  "make_folders": "Make {folders} folders in {path}",
  "remove_folder": "Remove {path}",
  "file": "File {name}",
  "file_together": "File [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents]",
  "upload": "Upload {name}",
  "discard": "Discard {name}",
  "take_back": "Take {name} back to the desk",
  "restore_version": "Restore version {version} of {name}",
  "restructure": "Restructure {source} → {target}",
  "sheet": "{sheet}: {rows} rows",
  "destroy_old": "Destroy [{name}][{folder} folder][{folders} folders][ and {more_document} document][ and {more_documents} documents][{document} document][{documents} documents] binned more than {days} days ago",
  "given": "{title}"
}
export const REASONS: Record<string, string> = {
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
  "half_written": "a name for what is still being written; it is taken once it has its own",
  "hard_link": "one file under several names (a hard link): each is a document, and what changes in one changes in all",
  "too_deep": "nested more than {most} folders deep; not taken in",
  "link": "a link; links are not followed",
  "no_ordinary_file": "no ordinary file",
  "cannot_be_read": "cannot be read: {why}",
  "too_many_words": "its text has more different words than the index holds; it is found by its name and fields",
  "unknown_files": "{count} files that the records do not know; kept until {until}",
  "database_refuses": "the database refuses it: {why}",
  "drive_away": "{root} bears no mark, though these records know their {part}: the disk is not mounted, or it is another",
  "foreign_drive": "This {part} belongs to another Waka's database: {root}",
  "drive_of_later": "This {part} was used with a later state of this database, which is an older one restored: {root}",
  "no_date_in_it": "no date stands in the name: names do not sort by time",
  "date_does_not_sort": "this way of writing {field} does not sort by time; {format} does",
  "date_not_first": "{field} stands first: names sort by it, and by time only within it",
  "number_sorts_badly": "{field} goes up to {most}: only with as many digits, {format}, do names sort by it",
  "words_run_together": "words run together in small letters are hard to read, and cannot be told apart again",
  "long_in_a_list": "{size} characters: a list of usual width cuts it off",
  "shortened": "words of {field} are left out, to keep it short enough",
  "taken_here": "the name is taken in this folder",
  "alike": "another of these would have the same name",
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
  "party_without_name": "a party's name has 1 to {most} characters",
  "short_stays": "{party} has the short form {short} already, and names tell it by that",
  "spelling_taken": "“{typed}” is {party} already",
  "named_by_earlier": "by an earlier pattern",
  "name_goes_astray": "“{text}” stands[ where {fields} should]",
  "name_ends_before": "ends before {fields}",
  "nothing_known": "nothing is known of {fields}",
  "other_kind_here": "meant for {kinds}",
  "led_by_charter": "where the charter of {name} files this kind",
  "led_by_party": "where documents of {name} go",
  "led_by_kind": "where documents of the kind {name} go",
  "led_by_learned_party": "{count} of the last {of} of this kind from {name} went to {path}",
  "led_by_learned_what": "{count} of the last {of} called “{name}” went to {path}",
  "led_by_learned_kind": "{count} of the last {of} of the kind {name} went to {path}"
}
