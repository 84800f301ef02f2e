import { useOfPlace } from '../useOfPlace'
import type { Asking, Open } from './Dialogs'

/** Which editions of some documents are in sight. */
export function editionsOf(shown: readonly { number: number; edition: number }[]): Record<number, number> {
  return Object.fromEntries(shown.map((one) => [one.number, one.edition]))
}

/** A question over a list: it belongs to the place and the documents that it was asked of, and goes with them. */
export function useAsking(place: string, chosen: readonly number[], shown: readonly { number: number; name: string; edition: number }[]): [Asking | null, (open: Open | null) => void] {
  const [asking, setAsking] = useOfPlace<Asking>(place)
  const setOpen = (open: Open | null) => {
    const asked = shown.filter((one) => chosen.includes(one.number))
    setAsking(open && { open, numbers: chosen, names: asked.map((one) => one.name), editions: editionsOf(asked) })
  }
  return [asking, setOpen]
}
