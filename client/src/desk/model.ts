import type { Arrival, OutlineEntry, Preview, Slip } from '../shared/api/client'

export const EMPTY: Slip = { kind: '', who: '', short: '', when: '', what: '', reference: '', amount: '', folder: null, extension: null, as_version: false }

export function slipOf(arrival: Arrival): Slip {
  return { ...EMPTY, ...arrival.slip }
}

/** The queue by arrival point, in order; what was set aside comes last, under its own head. */
export function grouped(waiting: Arrival[]): { name: string; arrivals: Arrival[] }[] {
  const groups = new Map<string, Arrival[]>()
  for (const arrival of waiting) {
    const name = arrival.later ? 'Set aside' : arrival.arrival_point
    groups.set(name, [...(groups.get(name) ?? []), arrival])
  }
  return [...groups].map(([name, arrivals]) => ({ name, arrivals }))
}

/** What comes after `number` in the queue as it was, once `number` has left it. */
export function following(waiting: Arrival[], number: number): number | null {
  const order = grouped(waiting).flatMap((group) => group.arrivals)
  const at = order.findIndex((arrival) => arrival.number === number)
  return (order[at + 1] ?? order[at - 1])?.number ?? null
}

function words(text: string): string[] {
  return text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
}

/** A word answers to its beginning; a number also to its end, as years are said. */
function answers(word: string, typed: string): boolean {
  return word.startsWith(typed) || (/^\d+$/.test(typed) && word.endsWith(typed))
}

/**
 * How well a folder answers what was typed: every typed word begins a word of its path, in order, the
 * last one in its own name where possible. Lower is better; null is no match.
 */
export function match(path: string, typed: string): number | null {
  const wanted = words(typed)
  if (wanted.length === 0) return 0
  const parts = path.split('/').map(words)
  let at = 0
  let last = 0
  for (const [depth, part] of parts.entries()) {
    for (const word of part) {
      if (at < wanted.length && answers(word, wanted[at] ?? '')) {
        at += 1
        last = depth
      }
    }
  }
  if (at < wanted.length) return null
  return (parts.length - 1 - last) * 100 + parts.length * 10 + path.length / 1000
}

/** Folders that answer what was typed, best first. */
export function matching(folders: OutlineEntry[], typed: string, most = 30): OutlineEntry[] {
  return folders
    .map((folder) => ({ folder, score: match(folder.path, typed) }))
    .filter((entry): entry is { folder: OutlineEntry; score: number } => entry.score !== null)
    .sort((a, b) => a.score - b.score || a.folder.path.localeCompare(b.folder.path))
    .slice(0, most)
    .map((entry) => entry.folder)
}

/** The first field that stands in the way of filing, for the cursor to go to. */
export const FIELD_ORDER = ['kind', 'who', 'short', 'when', 'what', 'reference', 'amount', 'folder'] as const
export type FieldName = (typeof FIELD_ORDER)[number]

export function firstOf(fields: readonly string[]): FieldName | null {
  return FIELD_ORDER.find((field) => fields.includes(field)) ?? null
}

/** The fields that are empty and have to be filled in before it can be filed, as far as that is known here. */
export function lackingOf(slip: Slip, preview: Preview | undefined): FieldName[] {
  const asked = preview?.understood.problems.map((problem) => problem.field) ?? []
  const empty = FIELD_ORDER.filter((field) => asked.includes(field) && (slip[field] ?? '') === '' && field !== 'short')
  return slip.folder === null ? [...empty, 'folder'] : empty
}

const ADVICE = ['wrong_extension', 'new_version'] // findings that stand in nobody's way

/** Whether a slip that was looked at is known to be refused. */
export function isRefused(preview: Preview): boolean {
  return preview.name === null || preview.understood.problems.length > 0 || preview.findings.some((finding) => !ADVICE.includes(finding.code))
}
