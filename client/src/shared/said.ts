import { AT_STEP, CODES, REASONS, TITLES, UNDO } from './words.gen'

export type Fact = string | number | string[]
export interface Said { code: string; facts: Record<string, Fact> }

/** The sentence for a code and its facts; the server's `worded` does the same for the command line. */
export function worded({ code, facts }: Said): string {
  if (typeof facts.told === 'string') return facts.told
  const reason = REASONS[code]
  if (reason !== undefined) return filled(reason, facts)
  return filled(AT_STEP + (CODES[code]?.text ?? TITLES[code] ?? `[{why}] (${code})`), facts)
}

/** What a change is called; one that puts another back is called after that. */
export function titled(title: Said, undoes = false): string {
  return (undoes ? UNDO : '') + worded(title)
}

/** What to do about it, where that needs saying. */
export function mendWorded({ code, facts }: Said): string | null {
  const mend = CODES[code]?.mend
  return mend ? filled(mend, facts) : null
}

/** A pattern with its facts: what stands in [brackets] is left out where one of its facts is missing or empty. */
export function filled(pattern: string, facts: Record<string, Fact>): string {
  const kept = pattern.replace(/\[([^[\]]*)\]/g, (_, part: string) =>
    [...part.matchAll(/\{(\w+)\}/g)].every(([, fact]) => !isEmpty(facts[fact ?? ''])) ? part : '',
  )
  return kept.replace(/\{(\w+)\}/g, (_, fact: string) => shown(facts[fact] ?? ''))
}

function isEmpty(fact: Fact | undefined): boolean {
  return fact === undefined || fact === '' || (Array.isArray(fact) && fact.length === 0)
}

function shown(fact: Fact): string {
  if (Array.isArray(fact)) return fact.join(', ')
  return typeof fact === 'number' && fact >= 10_000 ? fact.toLocaleString('en-GB') : String(fact)
}
