import type { Arrival, Preview, Slip } from '../shared/api/client'
import { EMPTY, typedIn } from '../shared/fields'

export function slipOf(arrival: Arrival): Slip {
  return { ...EMPTY, ...arrival.slip }
}

/** Under what head an arrival waits: asked of me, with somebody else, set aside, or where it came in. */
function headOf(arrival: Arrival): string {
  const open = arrival.question?.answer === null ? arrival.question : null
  if (open?.asks_me) return ASKED
  if (open?.is_mine) return WITH_OTHERS
  return arrival.later ? 'Set aside' : arrival.arrival_point
}
const ASKED = 'You are asked'
const WITH_OTHERS = 'With others'

/** The queue by arrival point, in order: first what I am asked, last what was set aside and what others are asked. */
export function grouped(waiting: Arrival[]): { name: string; arrivals: Arrival[] }[] {
  const groups = new Map<string, Arrival[]>()
  for (const arrival of waiting) {
    const name = headOf(arrival)
    groups.set(name, [...(groups.get(name) ?? []), arrival])
  }
  const rank = (name: string) => (name === ASKED ? -1 : name === WITH_OTHERS ? 1 : 0)
  return [...groups].map(([name, arrivals]) => ({ name, arrivals })).sort((one, other) => rank(one.name) - rank(other.name))
}

/** What comes after `number` in the queue as it was, once `number` has left it. */
export function following(waiting: Arrival[], number: number): number | null {
  const order = grouped(waiting).flatMap((group) => group.arrivals)
  const at = order.findIndex((arrival) => arrival.number === number)
  return (order[at + 1] ?? order[at - 1])?.number ?? null
}

/** Whether two states of a slip differ by what is typed alone, of which another letter may follow at once. */
export function isOnlyTyped(before: Slip, now: Slip): boolean {
  const chosen = ({ kind, folder, make, extension, as_version }: Slip) => JSON.stringify([kind, folder, make, extension, as_version])
  return chosen(before) === chosen(now)
}

/** The first field that stands in the way of filing, for the cursor to go to. */
export const FIELD_ORDER = ['kind', 'who', 'short', 'when', 'what', 'reference', 'amount', 'folder'] as const
export type FieldName = (typeof FIELD_ORDER)[number]

/** The one of some fields that the slip asks for first; further fields come after those that every slip has. */
export function firstOf(fields: readonly string[]): string | null {
  const rank = (field: string) => [...FIELD_ORDER].indexOf(field as FieldName) + 1 || 500
  return [...fields].sort((one, other) => rank(one) - rank(other))[0] ?? null
}

/** The slip as it is filed: into the folder that was chosen by hand, otherwise where it leads. */
export function ledBy(slip: Slip, lead: Preview['lead'] | undefined): Slip {
  return slip.folder === null && lead ? { ...slip, folder: lead.folder.id, make: lead.make } : slip
}

/** The fields that are empty and have to be filled in before it can be filed, as far as that is known here. */
export function lackingOf(slip: Slip, preview: Preview | undefined): string[] {
  const asked = preview?.understood.problems.map((problem) => problem.field) ?? []
  const empty = asked.filter((field) => field !== 'short' && field !== 'folder' && typedIn(slip, field).trim() === '')
  return slip.folder === null && !preview?.lead ? [...empty, 'folder'] : empty
}

const ADVICE = ['wrong_extension', 'new_version'] // findings that stand in nobody's way

/** Whether a slip that was looked at is known to be refused. */
export function isRefused(preview: Preview): boolean {
  return preview.name === null || preview.understood.problems.length > 0 || preview.findings.some((finding) => !ADVICE.includes(finding.code))
}
