import type { Arrival, Preview, Slip } from '../shared/api/client'
import { typedIn, withTyped } from '../shared/fields'
import { doubtfulIn, filledIn, isUntouched, type Offers } from './filling'
import { isRefused, lackingOf, ledBy } from './model'

/** One arrival in the table of slips that are filed together. */
export interface Row {
  number: number
  name: string
  pages: number
  slip: Slip
  offers: Offers
  here: number | null // the filed document that it is already
  isOut: boolean // left on the desk
  looked: ReadonlySet<string> // fields that had the cursor
}

/** The columns of the table; kind and party are the same in all of its rows. */
export const COLUMNS = ['when', 'what', 'reference', 'amount'] as const

/** A row as it begins: as the page fills it in, where nobody has touched its slip; what is here already is left out. */
export function rowOf(arrival: Arrival, slip: Slip, offers: Offers, here: number | null): Row {
  const filled = isUntouched(slip) ? { ...slip, ...filledIn(offers) } : slip
  return { number: arrival.number, name: arrival.name, pages: arrival.pages ?? 0, slip: filled, offers, here, isOut: here !== null, looked: new Set() }
}

export const typedInto = (row: Row, code: string, text: string): Row => ({ ...row, slip: { ...row.slip, ...withTyped(row.slip, code, text) } })

export const lookedAt = (row: Row, code: string): Row => (row.looked.has(code) ? row : { ...row, looked: new Set([...row.looked, code]) })

/** The slip as it is filed: where it leads, or where all of them go that lead nowhere. */
export function filedAs(row: Row, preview: Preview, into: number | null): Slip {
  const led = ledBy(row.slip, preview.lead)
  return led.folder === null ? { ...led, folder: into } : led
}

/** Why a row cannot be filed as it is; null where nothing is in the way. */
export function inTheWay(row: Row, preview: Preview | undefined, into: number | null, names: readonly string[]): 'asked' | 'lacks' | 'refused' | 'twice' | null {
  if (preview === undefined) return 'asked'
  const lacking = lackingOf(row.slip, preview).filter((code) => code !== 'folder' || into === null)
  if (lacking.length > 0) return 'lacks'
  // a folder that is chosen for all is looked at when they are filed
  if (isRefused(preview)) return 'refused'
  return names.filter((name) => name === placeOf(preview, into)).length > 1 ? 'twice' : null
}

/** Where a row would stand, with its name, to tell two that would be one. */
export function placeOf(preview: Preview | undefined, into: number | null): string {
  const where = preview?.lead?.path ?? preview?.folder?.path ?? String(into)
  return `${where}/${preview?.name ?? ''}`
}

/** What stands for a row itself, among the fields that had the cursor. */
export const WHOLE = 'row'

/** Whether what has no column is doubtful: the kind, the party, a further field, or where it leads. */
export function isDoubtfulAsAWhole(row: Row, preview: Preview | undefined): boolean {
  const doubtful = doubtfulIn(row.slip, row.offers, new Set())
  return doubtful.some((code) => !(COLUMNS as readonly string[]).includes(code)) || (row.slip.folder === null && preview?.lead?.sure === false)
}

/** What has to be looked at before a row is filed: what is missing first, then what is doubtful. */
export function toLookAt(row: Row, preview: Preview | undefined): string[] {
  const lacking = lackingOf(row.slip, preview)
  const doubtful = doubtfulIn(row.slip, row.offers, row.looked)
  const whole = isDoubtfulAsAWhole(row, preview) && !row.looked.has(WHOLE) ? [WHOLE] : []
  return [...whole, ...COLUMNS.filter((code) => lacking.includes(code)), ...COLUMNS.filter((code) => doubtful.includes(code) && !lacking.includes(code) && typedIn(row.slip, code) !== '')]
}
