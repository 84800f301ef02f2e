import type { House, Sort } from '../shared/api/client'
import { isFirst, type Field } from '../shared/fields'

/** The columns of a list, in their order; a person chooses which of them are shown. */
export interface Column {
  sort: Sort
  word: string
  width: string
  field?: Field // where it is one that has no column of its own
}

const FIELD_WIDTHS: Record<string, string> = { who: 'minmax(0, 130px)', when: '80px', kind: '68px', what: 'minmax(0, 150px)', reference: '84px', amount: '84px' }
const TYPE_WIDTHS: Record<Field['type'], string> = {
  text: 'minmax(0, 130px)', code: '84px', date: '80px', party: 'minmax(0, 130px)', money: '84px', number: '64px', choice: '92px',
}
const OTHERS: Column[] = [
  { sort: 'version', word: 'Version', width: '52px' },
  { sort: 'size', word: 'Size', width: '52px' },
  { sort: 'changed', word: 'Changed', width: '76px' },
  { sort: 'by', word: 'By', width: '26px' },
  { sort: 'added', word: 'Added', width: '76px' },
]
const ORDER = ['who', 'when', 'kind', 'what', 'reference', 'amount']
const USUAL = ['size', 'changed', 'by']
const KEPT = 'waka.columns'

/** The fields first, as the team has them, then what every file has. */
export function columnsOf(house: House | undefined): Column[] {
  const fields = house?.fields ?? []
  const first = ORDER.flatMap((code) => fields.filter((field) => field.code === code))
  const further = fields.filter((field) => !isFirst(field.code) && !field.retired)
  return [
    ...first.map((field) => ({ sort: field.code, word: field.label, width: FIELD_WIDTHS[field.code] ?? '80px' })),
    ...further.map((field) => ({ sort: field.code, word: field.label, width: TYPE_WIDTHS[field.type], field })),
    ...OTHERS,
  ]
}

/** The columns that a person chose; or, of those that the team shows, what has room in a list of *width* px. */
export function keptColumns(house: House | undefined, width: number): Sort[] {
  const known = columnsOf(house)
  const kept = localStorage.getItem(KEPT)?.split(',') ?? []
  const chosen = known.filter((column) => kept.includes(column.sort))
  if (chosen.length > 0) return chosen.map((column) => column.sort)
  const shown = (house?.fields ?? []).filter((field) => field.shown).map((field) => field.code)
  return fitting(known.filter((column) => shown.includes(column.sort) || USUAL.includes(column.sort)), width).map((column) => column.sort)
}

const NAME = 250 // px: a name goes on in a second line, but is read in no more than two
const SIDES = 24 // px beside the columns
const GAP = 7 // px between two

/** The columns that leave room for the name, from the left; all where the width is not known yet. */
export function fitting(columns: Column[], width: number): Column[] {
  if (width === 0) return columns
  let left = width - SIDES - NAME
  const fit = (column: Column) => {
    left -= Number(/(\d+)px/.exec(column.width)?.[1] ?? 0) + GAP
    return left >= 0
  }
  const first = columns.findIndex((column) => !fit(column))
  return first < 0 ? columns : columns.slice(0, first)
}

export function keepColumns(columns: Sort[]): void {
  localStorage.setItem(KEPT, columns.join(','))
}

export type Grouping = string // '', 'month', 'year', 'kind', 'who', or the code of a field

const GROUPED: Field['type'][] = ['date', 'party', 'choice', 'text', 'code']

/** What a list can be grouped by, in words. */
export function groupings(house: House | undefined): { value: Grouping; label: string }[] {
  const further = (house?.fields ?? []).filter((field) => !isFirst(field.code) && !field.retired && GROUPED.includes(field.type))
  return [
    { value: '', label: 'not grouped' },
    { value: 'month', label: 'by month' },
    { value: 'year', label: 'by year' },
    { value: 'kind', label: 'by kind' },
    { value: 'who', label: 'by party' },
    ...further.map((field) => ({ value: field.code, label: `by ${field.label.toLowerCase()}` })),
  ]
}

/** What a document is sorted by so that its group stays together. */
export function sortOfGroup(grouping: Grouping): Sort {
  return grouping === 'month' || grouping === 'year' ? 'when' : grouping
}
