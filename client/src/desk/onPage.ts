import type { Schemas } from '../shared/api/client'

type WordOn = Pick<Schemas['WordOn'], 'text' | 'line' | 'cell'>

const LEAST = 2 // letters typed before the page is looked through
const MOST = 6
const LONGEST = 120
const OPENING = /^[“”"'‘’«»„([<]+/
const CLOSING = /[\s“”"'‘’«»)\]>,;:.–-]+$/
const BREAK = /[,;:]\s|\s[–(-]|[.”"»]\s/

/**
 * What begins with what was typed: of what was read for the field, then of what stands on the page, in its order, from
 * each such word to the first break in its cell, and to the cell's end.
 */
export function onPage(words: readonly WordOn[], typed: string, read: readonly string[] = []): string[] {
  const wanted = folded(typed.trimStart())
  if (wanted.trim().length < LEAST) return []
  const found = new Map<string, string>()
  const offer = (text: string) => {
    const told = text.replace(CLOSING, '')
    const key = folded(told)
    if (told.length <= LONGEST && key.length > wanted.trim().length && !found.has(key)) found.set(key, told)
  }
  for (const text of read) if (folded(text).startsWith(wanted)) offer(text)
  for (const cell of cellsOf(words)) {
    for (let at = 0; at < cell.length && found.size < MOST; at += 1) {
      const text = cell.slice(at).join(' ').replace(OPENING, '')
      if (!folded(text).startsWith(wanted)) continue
      const stop = BREAK.exec(text)
      if (stop) offer(text.slice(0, stop.index))
      offer(text)
    }
  }
  return [...found.values()].slice(0, MOST)
}

function cellsOf(words: readonly WordOn[]): string[][] {
  const cells: string[][] = []
  words.forEach((word, at) => {
    const before = words[at - 1]
    if (before?.line === word.line && before.cell === word.cell) cells.at(-1)?.push(word.text)
    else cells.push([word.text])
  })
  return cells
}

/** Text by its letters alone, without case and accents. */
function folded(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
}
