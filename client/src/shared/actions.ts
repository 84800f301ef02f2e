/** What the logbook calls what happened. */
export const ACTIONS: Record<string, string> = {
  arrived: 'arrived', filed: 'filed', unfiled: 'undone: back on the desk', taken_in: 'taken in', put_back: 'interrupted; not moved',
  gone: 'gone', returned: 'came back', changed_outside: 'changed outside Waka', moved: 'moved', renamed: 'renamed', copied: 'copied',
  binned: 'binned', restored: 'restored', corrected: 'corrected', uploaded: 'uploaded', folder_made: 'made the folder',
  folder_renamed: 'renamed the folder', folder_moved: 'moved the folder', folder_removed: 'removed the folder',
  moved_outside: 'moved outside Waka', renamed_outside: 'renamed outside Waka', folder_moved_outside: 'folder moved outside Waka',
  versioned: 'new version', unversioned: 'version taken back', reverted: 'earlier version restored', destroyed: 'destroyed',
  overwritten_outside: 'overwritten outside Waka', drive_adopted: 'joined the drive with these records', folders_joined: 'folder recognised again',
  password_changed: 'chose another password', person_invited: 'invited', person_ended: 'switched off', administrator_made: 'made administrator',
  administrator_ended: 'administrator no more', team_changed: 'changed the team', discarded: 'discarded from the desk', taken_back: 'taken back to the desk', office_changed: 'changed what holds for the office', team_removed: 'removed the team', point_granted: 'changed who sees arrivals',
  field_changed: 'changed the field', kind_changed: 'changed the kind', party_changed: 'changed a party', parties_merged: 'merged two parties', pattern_changed: 'changed the name pattern',
  asked: 'asked a colleague about', answered: 'answered about', folder_gone: 'folder gone', joined: 'recognised again', access_changed: 'changed who may see', approved: 'said yes to', approval_ended: 'took back the yes to', charter_changed: 'changed the charter of',
}
