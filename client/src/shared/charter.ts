import type { Schemas } from './api/client'

/** What becomes of documents of other kinds than a folder takes. */
export const OTHERS: Record<Schemas['KindsTaken']['others'], string> = {
  warn: 'others are warned of',
  refuse: 'others are refused',
  desk: 'others stay on the desk',
}

/** The kinds that a folder takes, and what becomes of others, in words. */
export function takes(taken: Schemas['KindsTaken'], kinds: readonly Schemas['Kind'][]): string {
  return `${taken.codes.map((code) => kinds.find((kind) => kind.code === code)?.label ?? code).join(', ')}; ${OTHERS[taken.others]}`
}
