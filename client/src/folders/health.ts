import type { OutlineEntry } from '../shared/api/client'

/** How well the names in a folder are kept, and how that is said to those who do not see its edge. */
export const HEALTH = { well: 'well named', mid: 'some names to tidy', poor: 'many names to tidy' }

export function health(entry: OutlineEntry): keyof typeof HEALTH {
  if (entry.documents === 0 || entry.misnamed / entry.documents < 0.05) return 'well'
  return entry.misnamed / entry.documents < 0.34 ? 'mid' : 'poor'
}
