/** What can become of a part of a name, as clauses of a sentence. */
export interface Deed {
  word: string
  clause: string
}

const DATES: [string, string][] = [
  ['2026-03-12', 'yyyy-mm-dd'],
  ['12.03.2026', 'dd.mm.yyyy'],
  ['12 mar 2026', 'd mon yyyy'],
  ['2026-03', 'yyyy-mm'],
  ['2026', 'yyyy'],
]

export function deedsOf(part: string): Deed[] {
  const forms = part === 'the date' ? DATES.map(([shown, form]) => ({ word: `write it as ${shown}`, clause: `write the date as ${form}` })) : part.endsWith('number') ? ['00', '000'].map((zeros) => ({ word: `write it as ${zeros}`, clause: `write ${part} as ${zeros}` })) : []
  return [
    { word: 'leave it out', clause: `drop ${part}` },
    { word: 'put it first', clause: `move ${part} first with " "` },
    { word: 'put it last', clause: `move ${part} last with " "` },
    ...forms,
    { word: 'put it in brackets', clause: `put ${part} in brackets` },
    { word: 'something after it …', clause: `add "…" after ${part}` },
    { word: 'other words for it …', clause: part === 'the date' ? `replace \`.+\` in ${part} by "…"` : `write ${part} as "…"` },
  ]
}

/** A sentence with a clause more at its end. */
export function andThen(sentence: string, clause: string): string {
  const before = sentence.trim().replace(/;$/, '')
  return before === '' ? clause : `${before}; ${clause}`
}
