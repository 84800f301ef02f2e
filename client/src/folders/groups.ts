import type { Listed, Schemas } from '../shared/api/client'
import { isFirst, said, type Field } from '../shared/fields'
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

function keyOf(document: Listed, by: Grouping, field: Field | undefined): string {
  if (by === 'month') return document.when?.slice(0, 7) ?? ''
  if (by === 'year') return document.when?.slice(0, 4) ?? ''
  if (field) {
    const kept = document.fields[field.code] ?? ''
    return field.type === 'date' ? kept.slice(0, 7) : kept
  }
  return (by === 'kind' ? document.kind : document.who) ?? ''
}

const NOTHING: Record<string, string> = { month: 'No date', year: 'No date', kind: 'No kind', who: 'Nobody' }

export function wordOf(key: string, by: Grouping, house: Grouped): string {
  const field = house.fields.find((one) => one.code === by)
  if (key === '') return NOTHING[by] ?? `No ${field?.label.toLowerCase() ?? by}`
  if (by === 'month' || field?.type === 'date') return `${MONTHS[Number(key.slice(5)) - 1] ?? ''} ${key.slice(0, 4)}`
  if (by === 'kind') return house.kinds.find((kind) => kind.code === key)?.label ?? key
  return field ? said(field, key) : key
}

/** What groups are told by: the kinds and the fields of the team. */
export interface Grouped {
  kinds: { code: string; label: string }[]
  fields: Field[]
}

/** The documents, which are sorted by what they are grouped by, with a head before each group. */
export function headsOf(documents: Listed[], by: Grouping, groups: Group[], house: Grouped): Item[] {
  const field = isFirst(by) ? undefined : house.fields.find((one) => one.code === by)
  const items: Item[] = []
  let last: string | null = null
  for (const document of documents) {
    if (by !== '') {
      const key = keyOf(document, by, field)
      if (key !== last) {
        items.push({ key: `head ${key}`, word: wordOf(key, by, house), count: groups.find((group) => group.key === key)?.count })
        last = key
      }
    }
    items.push({ key: String(document.number), document })
  }
  return items
}
