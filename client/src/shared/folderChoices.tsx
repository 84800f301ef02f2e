import type { OutlineEntry } from './api/client'
import { PathLine, stopsOf } from './PathLine'
import type { Choice } from './controls/TypeAhead'

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

function words(text: string): string[] {
  return text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
}

/** A word answers to its beginning; a number also to its end, as years are said. */
function answers(word: string, typed: string): boolean {
  return word.startsWith(typed) || (/^\d+$/.test(typed) && word.endsWith(typed))
}

/**
 * How well a folder answers what was typed: every typed word begins a word of its path, in order, the
 * last one in its own name where possible. Lower is better; null is no match.
 */
export function match(path: string, typed: string): number | null {
  const wanted = words(typed)
  if (wanted.length === 0) return 0
  const parts = path.split('/').map(words)
  let at = 0
  let last = 0
  for (const [depth, part] of parts.entries()) {
    for (const word of part) {
      if (at < wanted.length && answers(word, wanted[at] ?? '')) {
        at += 1
        last = depth
      }
    }
  }
  if (at < wanted.length) return null
  return (parts.length - 1 - last) * 100 + parts.length * 10 + path.length / 1000
}

/** Folders that answer what was typed, best first. */
export function matching(folders: OutlineEntry[], typed: string, most = 30): OutlineEntry[] {
  return folders
    .map((folder) => ({ folder, score: match(folder.path, typed) }))
    .filter((entry): entry is { folder: OutlineEntry; score: number } => entry.score !== null)
    .sort((a, b) => a.score - b.score || a.folder.path.localeCompare(b.folder.path))
    .slice(0, most)
    .map((entry) => entry.folder)
}
