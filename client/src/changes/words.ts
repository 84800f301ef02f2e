import type { ChangeList } from '../shared/api/client'
import { number, plural } from '../shared/format'

/** What a person reads for what the check found, the gravest first; and whether it keeps the list from running. */
export const FINDINGS: Record<string, { word: string; says: string; blocks: boolean }> = {
  missing: { word: 'Not found', says: 'no document stands there', blocks: true },
  no_right: { word: 'Not allowed', says: 'a right is lacking', blocks: true },
  no_target: { word: 'No such destination', says: 'it cannot be reached or made', blocks: true },
  outside: { word: 'Out of the drive', says: 'the path leads elsewhere', blocks: true },
  changed: { word: 'Changed a moment ago', says: 'check again in a minute', blocks: true },
  taken: { word: 'Name taken there', says: 'decide: leave, file beside, skip the same', blocks: true },
  twin: { word: 'Nearly the same name', says: 'differs in capitals or accents only', blocks: true },
  same_target: { word: 'Two to one name', says: 'two steps have one target', blocks: true },
  same_source: { word: 'The same document twice', says: 'take one of them out', blocks: true },
  into_itself: { word: 'Into itself', says: 'a folder cannot go there', blocks: true },
  unusable: { word: 'Name not to be used', says: 'choose another', blocks: true },
  path_too_long: { word: 'Path too long', says: 'some systems could not open it', blocks: true },
  too_long: { word: 'Name too long', says: 'shorten it', blocks: true },
  refused_sign: { word: 'A sign in the name', says: 'some systems refuse it', blocks: true },
  sight: { word: 'Who can see it changes', says: 'look at who gains and who loses', blocks: false },
  other_extension: { word: 'Another extension', says: 'look whether that is meant', blocks: false },
  by_temporary_name: { word: 'Change places', says: 'one goes by a temporary name', blocks: false },
  new_version: { word: 'New version', says: 'the earlier one is kept', blocks: false },
  already_there: { word: 'Already there', says: 'skipped', blocks: false },
  identical: { word: 'The same bytes are there', says: 'skipped', blocks: false },
  left_waiting: { word: 'Left where it is', says: 'its name is taken there', blocks: false },
  left_out: { word: 'Taken out', says: 'by you', blocks: false },
  changed_since: { word: 'Changed since', says: 'left alone', blocks: false },
}

/** What stands in nobody's way, but a person should know of. */
export const TO_LOOK_AT = ['sight', 'other_extension']

export function findingOf(code: string): { word: string; says: string; blocks: boolean } {
  return FINDINGS[code] ?? { word: 'Not fit as a name', says: 'choose another', blocks: true }
}

export const ACTS: Record<string, string> = {
  place: 'Moved or renamed', copy: 'Copied', bin: 'To the bin', restore: 'Restored', correct: 'Fields set', version: 'New version',
  unversion: 'Version taken back', destroy: 'Destroyed',
  make_folder: 'Folders made', place_folder: 'Folders moved', remove_folder: 'Folders removed',
}

export const STEP_STATES: Record<string, string> = {
  proposed: 'ready', intended: 'under way', done: 'done', failed: 'failed', left: 'left as it is', put_back: 'not begun',
}

/** The one line that says how a list stands. */
export function standing(list: ChangeList): string {
  if (list.is_being_checked || list.state === 'draft') return 'is being checked'
  const blocked = list.summary.blocked
  if (list.state === 'checked') return blocked > 0 ? `checked: ${number(blocked)} to decide` : 'checked: ready to run'
  if (list.state === 'queued') return list.trouble ?? 'about to run'
  if (list.state === 'running') return `running: ${number(list.steps_done)} of ${number(list.steps)}`
  if (list.state === 'paused') return list.steps_done > 0 ? `${number(list.steps_done)} of ${number(list.steps)} done, the rest waits` : 'paused'
  if (list.state === 'cancelled') return `cancelled: ${number(list.steps_done)} of ${number(list.steps)} done`
  if (list.state === 'failed') return `stopped: ${number(list.steps_done)} of ${number(list.steps)} done, ${number(list.steps_failed)} failed`
  return `done: ${plural(list.steps_done, 'step')}`
}

/** Seconds in the words of a person who waits. */
export function timeLeft(list: ChangeList): string {
  if (list.steps_done === 0 || list.seconds <= 0) return ''
  const left = ((list.steps - list.steps_done) / list.steps_done) * list.seconds
  if (left < 5) return 'a moment left'
  if (left < 90) return `about ${String(Math.round(left))} s left`
  return `about ${String(Math.round(left / 60))} min left`
}

/** Which stops of two paths differ: those that are not in the longest sequence that both have. */
export function differing(from: string[], to: string[]): [boolean[], boolean[]] {
  const rows = from.length + 1
  const columns = to.length + 1
  const longest = Array.from({ length: rows }, () => new Array<number>(columns).fill(0))
  const at = (row: number, column: number) => longest[row]?.[column] ?? 0
  for (let row = rows - 2; row >= 0; row--) {
    for (let column = columns - 2; column >= 0; column--) {
      const line = longest[row]
      if (line) line[column] = from[row] === to[column] ? at(row + 1, column + 1) + 1 : Math.max(at(row + 1, column), at(row, column + 1))
    }
  }
  const first = from.map(() => true)
  const second = to.map(() => true)
  let [row, column] = [0, 0]
  while (row < from.length && column < to.length) {
    if (from[row] === to[column]) {
      first[row++] = false
      second[column++] = false
    } else if (at(row + 1, column) >= at(row, column + 1)) row++
    else column++
  }
  return [first, second]
}
