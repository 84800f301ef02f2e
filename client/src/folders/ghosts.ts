import type { Listed, Schemas } from '../shared/api/client'
import type { Item } from './groups'

export type CarriedOne = Schemas['CarriedDocument']

/** A name as the list sorts by it: without regard to capital letters or to the form of accents. */
function keyOf(name: string): string {
  return name.normalize('NFC').toLowerCase().trim()
}

/**
 * The list with a ghost line for each carried document, where it will sort.
 *
 * `documents` stand by name; where more of them are still to be fetched (`goesOn`), what sorts after the
 * last one is not shown yet.
 */
export function withGhosts(documents: Listed[], items: Item[], load: CarriedOne[], folder: number, descending: boolean, goesOn: boolean): Item[] {
  const comes = load
    .filter((one) => one.folder !== folder)
    .map((one) => ({ one, key: keyOf(one.name) }))
    .sort((a, b) => order(a.key, b.key, descending))
  if (comes.length === 0) return items
  const there = new Set(documents.map((document) => keyOf(document.name)))
  const out: Item[] = []
  let next = 0
  const put = (upTo: string | null) => {
    for (let ghost = comes[next]; ghost && (upTo === null || order(ghost.key, upTo, descending) < 0); ghost = comes[++next]) {
      out.push({ key: `ghost ${String(ghost.one.number)}`, ghost: { ...ghost.one, taken: there.has(ghost.key) } })
    }
  }
  for (const item of items) {
    if (item.document) put(keyOf(item.document.name))
    out.push(item)
  }
  if (!goesOn) put(null)
  return out
}

function order(a: string, b: string, descending: boolean): number {
  const by = a < b ? -1 : a > b ? 1 : 0
  return descending ? -by : by
}
