import type { OutlineEntry } from './api/client'

/** How well the names in a folder are kept, and how that is said to those who do not see its edge. */
export const HEALTH = { well: 'well named', mid: 'some names to tidy', poor: 'many names to tidy' }

export function health(entry: OutlineEntry): keyof typeof HEALTH {
  if (entry.documents === 0 || entry.misnamed / entry.documents < 0.05) return 'well'
  return entry.misnamed / entry.documents < 0.34 ? 'mid' : 'poor'
}

/** The top of the outline, and all that branches off on the way to the open folder. */
export function visible(folders: OutlineEntry[], current: number | null): OutlineEntry[] {
  const byId = new Map(folders.map((entry) => [entry.id, entry]))
  const way = new Set<number | null>()
  for (let at = byId.get(current ?? -1); at; at = byId.get(at.parent_id ?? -1)) way.add(at.id)
  return folders.filter((entry) => entry.depth <= 1 || way.has(entry.parent_id))
}
