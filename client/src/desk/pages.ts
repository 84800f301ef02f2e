import type { Arrival } from '../shared/api/client'
import type { Corners } from './outline'

/** A page of an arrival, as it is to be in a new one. */
export interface Leaf {
  number: number
  page: number // from 1
  turn: number // quarters to the right
  isStraightened: boolean // a photograph: only the sheet in it, straight and light
  corners: Corners | null // of the sheet in it, as somebody put them
  isPhoto: boolean
  isOut: boolean // left out
  begins: boolean // a document begins with it
}

/** The pages of an arrival; the first of them begins a document where `asOne` does not join it to what stands before. */
export function leavesOf(arrival: Pick<Arrival, 'number' | 'pages' | 'media_type'>, begins: readonly number[], blank: readonly number[], asOne = false): Leaf[] {
  const isPhoto = arrival.media_type?.startsWith('image/') ?? false
  return Array.from({ length: arrival.pages ?? 0 }, (_, at) => ({
    number: arrival.number,
    page: at + 1,
    turn: 0,
    isStraightened: isPhoto,
    corners: null,
    isPhoto,
    isOut: blank.includes(at + 1),
    begins: at === 0 ? !asOne : begins.includes(at + 1),
  }))
}

/** The documents that come of some pages: those left out are in none, and an empty one is none. */
export function documentsOf(leaves: readonly Leaf[]): Leaf[][] {
  const made: Leaf[][] = []
  let isNew = true
  for (const leaf of leaves) {
    isNew = isNew || leaf.begins
    if (leaf.isOut) continue
    if (isNew) made.push([])
    made.at(-1)?.push(leaf)
    isNew = false
  }
  return made
}

/** The pages with one of them changed. */
export function changed(leaves: readonly Leaf[], at: number, part: (leaf: Leaf) => Partial<Leaf>): Leaf[] {
  return leaves.map((leaf, place) => (place === at ? { ...leaf, ...part(leaf) } : leaf))
}

/** The pages with one of them moved by a place; where documents begin stays where it was. */
export function moved(leaves: readonly Leaf[], at: number, by: -1 | 1): Leaf[] {
  const [one, other] = [leaves[at], leaves[at + by]]
  if (!one || !other) return [...leaves]
  return leaves.map((leaf, place) => (place === at ? { ...other, begins: one.begins } : place === at + by ? { ...one, begins: other.begins } : leaf))
}

/** Whether anything would be another than it is. */
export function isAnythingDone(leaves: readonly Leaf[]): boolean {
  return documentsOf(leaves).length > 1 || leaves.some((leaf, at) => leaf.isOut || leaf.turn > 0 || leaf.isStraightened || leaf.number !== leaves[0]?.number || leaf.page !== at + 1)
}
