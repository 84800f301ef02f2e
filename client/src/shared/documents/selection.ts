/** What is chosen in a list: a cursor, where a range begins, and the chosen themselves. Numbers throughout. */
export interface Selection {
  cursor: number | null
  anchor: number | null
  chosen: readonly number[]
}

export const NONE: Selection = { cursor: null, anchor: null, chosen: [] }

export function only(number: number): Selection {
  return { cursor: number, anchor: number, chosen: [number] }
}

export function toggled(selection: Selection, number: number): Selection {
  const has = selection.chosen.includes(number)
  const chosen = has ? selection.chosen.filter((one) => one !== number) : [...selection.chosen, number]
  return { cursor: number, anchor: number, chosen }
}

/** From where the range began to `number`, in the order of the list. */
export function ranged(selection: Selection, number: number, order: readonly number[]): Selection {
  const from = order.indexOf(selection.anchor ?? number)
  const to = order.indexOf(number)
  if (from < 0 || to < 0) return only(number)
  return { cursor: number, anchor: selection.anchor ?? number, chosen: order.slice(Math.min(from, to), Math.max(from, to) + 1) }
}

type How = 'only' | 'range' | 'cursor'

/** The cursor `by` rows on: choosing it alone, up to it, or leaving the choice as it is. */
export function stepped(selection: Selection, by: number, order: readonly number[], how: How): Selection {
  if (order.length === 0) return selection
  const at = selection.cursor === null ? (by > 0 ? -1 : order.length) : order.indexOf(selection.cursor)
  const next = order[Math.max(0, Math.min(order.length - 1, at + by))]
  if (next === undefined) return selection
  if (how === 'range') return ranged({ ...selection, anchor: selection.anchor ?? selection.cursor }, next, order)
  return how === 'cursor' ? { ...selection, cursor: next } : only(next)
}

export function all(numbers: readonly number[], cursor: number | null): Selection {
  return { cursor: cursor ?? numbers[0] ?? null, anchor: numbers[0] ?? null, chosen: numbers }
}

/** How a click chooses, by the keys held with it. */
export function clicked(selection: Selection, number: number, order: readonly number[], keys: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }): Selection {
  if (keys.shiftKey) return ranged(selection, number, order)
  return keys.ctrlKey || keys.metaKey ? toggled(selection, number) : only(number)
}

/** What comes after the chosen ones, or before them, once they have left the list. */
export function following(order: readonly number[], selection: Selection): number | null {
  const last = Math.max(-1, ...selection.chosen.map((number) => order.indexOf(number)))
  const stays = (number: number | undefined) => number !== undefined && !selection.chosen.includes(number)
  return order.slice(last + 1).find(stays) ?? order.slice(0, Math.max(0, last)).reverse().find(stays) ?? null
}
