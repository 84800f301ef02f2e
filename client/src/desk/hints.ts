import type { KeyHint } from '../shared/KeyBar'

/** The keys of the desk that its bar shows. */
export const HINTS: KeyHint[] = [
  { keys: 'Enter', does: 'file and next', group: 'Filing' },
  { keys: 'Alt K W N T R A', does: 'to a field', group: 'The slip' },
  { keys: 'Alt /', does: 'to the folder', group: 'The slip' },
  { keys: 'Alt .', does: 'same as last', group: 'The slip' },
  { keys: 'Ctrl Z', does: 'undo the last filing', group: 'Filing' },
  { keys: '?', does: 'all keys', group: 'Elsewhere' },
]
/** All others of the desk. */
export const MORE: KeyHint[] = [
  { keys: 'Tab', does: 'take the marked choice, go to the next field', group: 'The slip' },
  { keys: 'Esc', does: 'leave the field: then the letters act without Alt', group: 'The slip' },
  { keys: 'Alt O', does: 'what else was read for the field', group: 'The slip' },
  { keys: '↓', does: 'what stands on the page and begins as typed: into the field', group: 'The slip' },
  { keys: 'Click', does: 'a word of the page, or draw over several: into the field', group: 'The slip' },
  { keys: 'Alt D', does: 'compare with what is here already', group: 'Filing' },
  { keys: 'Alt I', does: 'look inside a zip or a mail', group: 'Filing' },
  { keys: 'Alt P', does: 'part, join or turn pages', group: 'Filing' },
  { keys: 'Alt M', does: 'several alike: a table of slips, filed as one list', group: 'Filing' },
  { keys: 'Alt Q', does: 'ask a colleague about it', group: 'Filing' },
  { keys: 'Alt X', does: 'use the extension that fits', group: 'The slip' },
  { keys: 'Alt B', does: 'back to what could not be filed', group: 'Filing' },
  { keys: 'Alt L', does: 'set aside, or back in order', group: 'Filing' },
  { keys: 'Alt ↑ ↓', does: 'the one before or after in the queue', group: 'Filing' },
  { keys: 'Alt Del', does: 'discard: into the bin, with a reason', group: 'Filing' },
  { keys: 'U', does: 'choose files to hand in', group: 'Filing' },
  { keys: 'PgUp PgDn', does: 'through the pages', group: 'The page' },
  { keys: '+ − 0', does: 'larger, smaller, fit width', group: 'The page' },
  { keys: 'F', does: 'find a record', group: 'Elsewhere' },
]
