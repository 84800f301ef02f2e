import { useState } from 'react'
import type { Asking, Open } from './Dialogs'

/** A question over a list: it belongs to the place and the documents that it was asked of, and goes with them. */
export function useAsking(place: string, chosen: readonly number[], shown: readonly { number: number; name: string }[]): [Asking | null, (open: Open | null) => void] {
  const [asking, setAsking] = useState<(Asking & { place: string }) | null>(null)
  const setOpen = (open: Open | null) => setAsking(open && { open, place, numbers: chosen, names: shown.filter((one) => chosen.includes(one.number)).map((one) => one.name) })
  return [asking?.place === place ? asking : null, setOpen]
}
