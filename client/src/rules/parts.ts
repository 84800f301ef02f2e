import type { Schemas } from '../shared/api/client'

export type PatternPart = Schemas['PatternPart']

/** The pattern that parts write. */
export function textOf(parts: readonly PatternPart[]): string {
  return parts.map((part) => part.text).join('')
}

/** Where the next field stands from `at` on, before (-1) or after (+1); -1 where there is none. */
export function neighbour(parts: readonly PatternPart[], at: number, by: -1 | 1): number {
  let other = at + by
  while (parts[other] && parts[other]?.field === null) other += by
  return parts[other] ? other : -1
}

/** The parts with the field at `at` before or after its neighbour; what stands between stays. */
export function moved(parts: readonly PatternPart[], at: number, by: -1 | 1): PatternPart[] {
  const other = neighbour(parts, at, by)
  return parts.map((part, one) => (one === at ? parts[other] : one === other ? parts[at] : part) ?? part)
}

/** The parts without the one at `at`, and without what stood between it and its neighbour. */
export function without(parts: readonly PatternPart[], at: number): PatternPart[] {
  const between = parts[at + 1]?.field === null ? at + 1 : parts[at - 1]?.field === null ? at - 1 : -1
  return parts.filter((_, one) => one !== at && one !== between)
}

/** The parts with the one at `at` written otherwise; what that makes of an example is told later where it is not known. */
export function replaced(parts: readonly PatternPart[], at: number, text: string): PatternPart[] {
  return parts.map((part, one) => (one === at ? { ...part, text, shown: part.forms.find((form) => form.text === text)?.shown ?? part.shown } : part))
}

/** The parts with the field at `at` optional where it was needed, and the other way round. What stands before one that is
 * optional goes with it: without the field a name would end in it. */
export function turned(parts: readonly PatternPart[], at: number): PatternPart[] {
  const part = parts[at]
  const before = parts[at - 1]
  if (!part) return [...parts]
  const takes = !part.optional && before?.field === null && !before.text.includes('"') && !part.otherwise.startsWith('{"')
  const text = takes ? `{"${before.text.replaceAll('{{', '{').replaceAll('}}', '}')}" ${part.otherwise.slice(1)}` : part.otherwise
  const next = parts.map((one, index) => (index === at ? { ...part, text, optional: !part.optional, otherwise: part.text } : one))
  return takes ? next.filter((_, index) => index !== at - 1) : next
}

/** The parts with a field more at the end, after what stands between the others. */
export function added(parts: readonly PatternPart[], field: Schemas['FieldShape']): PatternPart[] {
  const plain = { optional: false, otherwise: '', forms: [] }
  const part = { ...plain, text: `{${field.code}}`, otherwise: `{${field.code}?}`, field: field.code, label: field.label, shown: field.label }
  const between = parts.find((one) => one.field === null) ?? { ...plain, text: '_', field: null, label: '', shown: '_' }
  return parts.length === 0 ? [part] : [...parts, between, part]
}
