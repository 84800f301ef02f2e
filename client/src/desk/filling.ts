import type { Schemas, Slip } from '../shared/api/client'
import { EMPTY, FIRST, isFirst, typedIn, withTyped } from '../shared/fields'
import { NO_MARKS, type Mark } from '../shared/PageView'

export type Offered = Omit<Schemas['OfferedValue'], 'box'> & { box: number[] | null }
export type Offers = Record<string, Offered[] | undefined>

/** Whether nobody has put anything into a slip yet. */
export function isUntouched(slip: Slip): boolean {
  return FIRST.every((code) => slip[code] === '') && slip.folder === null && Object.values(slip.fields).every((text) => text === '')
}

/** A slip as the page fills it in: the likeliest of what was read for each field. */
export function filledIn(offers: Offers): Partial<Slip> {
  let slip: Slip = { ...EMPTY }
  for (const [code, some] of Object.entries(offers)) {
    const [first] = some ?? []
    if (first) slip = { ...slip, ...withTyped(slip, code, first.value) }
  }
  return { ...Object.fromEntries(FIRST.map((code) => [code, slip[code]])), fields: slip.fields }
}

/**
 * The further fields of a slip that becomes one of another kind: what was read is filled in where it is asked for now, and
 * is gone where it is no longer asked for. What somebody typed stays.
 */
export function refilled(slip: Slip, offers: Offers, asked: readonly string[]): Slip['fields'] {
  const kept = Object.entries(slip.fields).filter(([code, text]) => asked.includes(code) || !offers[code]?.some((one) => one.value === text))
  const read = asked.flatMap((code) => (offers[code]?.[0] && !slip.fields[code] ? [[code, offers[code][0].value]] : []))
  return Object.fromEntries([...kept, ...read])
}

/** What was read that stands in a field now. */
export function readIn(slip: Slip, offers: Offers, code: string): Offered | null {
  const now = typedIn(slip, code)
  return now === '' ? null : (offers[code]?.find((one) => one.value === now) ?? null)
}

/** What else was read for a field: the one after what stands there, and after the last the first again. */
export function otherThan(slip: Slip, offers: Offers, code: string): Offered | null {
  const some = offers[code] ?? []
  const at = some.findIndex((one) => one.value === typedIn(slip, code))
  const next = some[(at + 1) % some.length]
  return next && next.value !== typedIn(slip, code) ? next : null
}

/** The fields that were filled in with something doubtful, in the order in which they are gone through. */
export function doubtfulIn(slip: Slip, offers: Offers, looked: ReadonlySet<string>): string[] {
  const codes = [...FIRST, ...Object.keys(offers).filter((code) => !isFirst(code))]
  return codes.filter((code) => !looked.has(code) && readIn(slip, offers, code)?.sure === false)
}

/** Where the values of a slip stand on the pages; the one of the field at hand stands out. */
export function marksOf(slip: Slip, offers: Offers, at: string | null): Mark[] {
  const marks = Object.keys(offers).flatMap((code) => {
    const read = readIn(slip, offers, code)
    return read?.box && read.page !== null ? [{ field: code, page: read.page, box: read.box, isAtHand: code === at }] : []
  })
  // always the same where there are none: no key that is typed draws the page anew
  return marks.length > 0 ? marks : NO_MARKS
}
