import type { OutlineEntry } from './api/client'
import { PathLine, stopsOf } from './PathLine'
import type { Choice } from './TypeAhead'

/** A folder to choose, as its whole way: for what was typed and what was used lately. */
export function choiceOf(folder: OutlineEntry): Choice {
  return { key: String(folder.id), value: String(folder.id), shown: <PathLine stops={stopsOf(folder.path)} /> }
}

/** A folder to choose, as an entry of the outline. */
export function outlineChoice(folder: OutlineEntry): Choice {
  return {
    key: String(folder.id),
    value: String(folder.id),
    shown: (
      <span className="indented" style={{ paddingLeft: Math.min(folder.depth, 12) * 14 }}>
        {folder.name || 'Drive'} <em>{folder.documents}</em>
      </span>
    ),
  }
}
