import { useState } from 'react'

/** Something that belongs to a place: it goes when the place is left, and does not come back with it. */
export function useOfPlace<T>(place: string): [T | null, (value: T | null, of?: string) => void] {
  const [kept, setKept] = useState<{ place: string; value: T } | null>(null)
  if (kept && kept.place !== place) setKept(null)
  return [kept?.place === place ? kept.value : null, (value, of = place) => setKept(value === null ? null : { place: of, value })]
}
