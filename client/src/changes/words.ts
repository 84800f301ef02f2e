import type { ChangeList } from '../shared/api/client'
import { number, plural } from '../shared/format'
import { worded } from '../shared/said'
import { CODES, type Words } from '../shared/words.gen'

/** What stands in nobody's way, but a person should know of. */
export const TO_LOOK_AT = ['sight', 'other_extension']

export function findingOf(code: string): Words {
  return CODES[code] ?? { word: code, says: '', text: '', mend: null, blocks: true }
}

export const ACTS: Record<string, string> = {
  place: 'Moved or renamed', copy: 'Copied', bin: 'To the bin', restore: 'Restored', correct: 'Fields set', version: 'New version',
  discard: 'Discarded', take_back: 'Taken back to the desk', file: 'Filed', unfile: 'Back to the desk', revert: 'Earlier version restored', unversion: 'Version taken back', destroy: 'Destroyed',
  make_folder: 'Folders made', place_folder: 'Folders moved', remove_folder: 'Folders removed',
}

export const STEP_STATES: Record<string, string> = {
  proposed: 'ready', intended: 'under way', done: 'done', failed: 'failed', left: 'left as it is', put_back: 'not begun',
}

/** The one line that says how a list stands. */
export function standing(list: ChangeList): string {
  if (list.is_being_checked || list.state === 'draft') return 'is being checked'
  const blocked = list.summary.blocked
  const lacks = list.named.filter((one) => one.part === 'approve' && !one.approves)
  if (list.state === 'checked' && blocked === 0 && list.part === 'approve' && !list.approves) return 'waits for your yes'
  if (list.state === 'checked' && blocked === 0 && lacks.length > 0) return `waits for the yes of ${lacks.map((one) => one.name).join(', ')}`
  if (list.state === 'checked') return blocked > 0 ? `checked: ${number(blocked)} to decide` : 'checked: ready to run'
  if (list.state === 'queued') return list.trouble ? worded(list.trouble) : 'about to run'
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
