import type { Sort } from '../shared/api/client'

/** The columns of a list, in their order; a person chooses which of them are shown. */
export interface Column {
  sort: Sort
  word: string
  width: string
}

export const COLUMNS: Column[] = [
  { sort: 'who', word: 'Who', width: 'minmax(0, 130px)' },
  { sort: 'when', word: 'When', width: '80px' },
  { sort: 'kind', word: 'Kind', width: '68px' },
  { sort: 'reference', word: 'Reference', width: '84px' },
  { sort: 'version', word: 'Version', width: '52px' },
  { sort: 'size', word: 'Size', width: '52px' },
  { sort: 'changed', word: 'Changed', width: '76px' },
  { sort: 'by', word: 'By', width: '26px' },
  { sort: 'added', word: 'Added', width: '76px' },
]
const USUAL: Sort[] = ['who', 'when', 'kind', 'size', 'changed', 'by']
const KEPT = 'waka.columns'

export function keptColumns(): Sort[] {
  const known = COLUMNS.map((column) => column.sort)
  const kept = localStorage.getItem(KEPT)?.split(',') ?? []
  const fitting = known.filter((sort) => kept.includes(sort))
  return fitting.length > 0 ? fitting : USUAL
}

export function keepColumns(columns: Sort[]): void {
  localStorage.setItem(KEPT, columns.join(','))
}

export const GROUPINGS = ['', 'month', 'year', 'kind', 'who'] as const
export type Grouping = (typeof GROUPINGS)[number]
export const GROUP_WORDS: Record<Grouping, string> = { '': 'not grouped', month: 'by month', year: 'by year', kind: 'by kind', who: 'by party' }

/** What a document is sorted by so that its group stays together. */
export const GROUP_SORT: Record<Exclude<Grouping, ''>, Sort> = { month: 'when', year: 'when', kind: 'kind', who: 'who' }
