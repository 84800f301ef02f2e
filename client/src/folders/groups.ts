import type { Listed, Schemas } from '../shared/api/client'
import type { Grouping } from './columns'

export interface Group {
  key: string
  count: number
}

/** A row of the list: a document, the head of a group, or what is carried and would land here. */
export interface Item {
  key: string
  document?: Listed
  ghost?: Schemas['CarriedDocument'] & { taken: boolean }
  word?: string
  count?: number | undefined
}

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']

function keyOf(document: Listed, by: Exclude<Grouping, ''>): string {
  if (by === 'month') return document.when?.slice(0, 7) ?? ''
  if (by === 'year') return document.when?.slice(0, 4) ?? ''
  return (by === 'kind' ? document.kind : document.who) ?? ''
}

export function wordOf(key: string, by: Exclude<Grouping, ''>, kinds: { code: string; label: string }[]): string {
  if (key === '') return { month: 'No date', year: 'No date', kind: 'No kind', who: 'Nobody' }[by]
  if (by === 'month') return `${MONTHS[Number(key.slice(5)) - 1] ?? ''} ${key.slice(0, 4)}`
  if (by === 'kind') return kinds.find((kind) => kind.code === key)?.label ?? key
  return key
}

/** The documents, which are sorted by what they are grouped by, with a head before each group. */
export function headsOf(documents: Listed[], by: Grouping, groups: Group[], kinds: { code: string; label: string }[]): Item[] {
  const items: Item[] = []
  let last: string | null = null
  for (const document of documents) {
    if (by !== '') {
      const key = keyOf(document, by)
      if (key !== last) {
        items.push({ key: `head ${key}`, word: wordOf(key, by, kinds), count: groups.find((group) => group.key === key)?.count })
        last = key
      }
    }
    items.push({ key: String(document.number), document })
  }
  return items
}
