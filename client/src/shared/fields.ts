import type { House, Slip } from './api/client'
import type { Schemas } from './api/client'
import { day, money } from './format'

export const EMPTY: Slip = { kind: '', who: '', short: '', when: '', what: '', reference: '', amount: '', fields: {}, folder: null, make: '', extension: null, see_also: null, as_version: false }

export type Field = Schemas['FieldShape']

/** The fields that every slip has a place for; all others follow them. */
export const FIRST = ['kind', 'who', 'when', 'what', 'reference', 'amount'] as const
export type First = (typeof FIRST)[number]

export function isFirst(code: string): code is First {
  return (FIRST as readonly string[]).includes(code)
}

/** The further fields that a document of this kind is asked for. */
export function askedOf(house: House | undefined, kind: string): Field[] {
  return (house?.fields ?? []).filter((field) => !isFirst(field.code) && !field.retired && (field.kinds.length === 0 || field.kinds.includes(kind)))
}

/** What a document says in a further field, as a person reads it. */
export function said(field: Field, kept: string | undefined): string {
  if (!kept) return '–'
  if (field.type === 'date') return day(kept)
  if (field.type === 'money') {
    const [amount, currency] = kept.split(' ')
    return money(amount ?? null, currency)
  }
  if (field.type === 'choice') return field.choices.find((choice) => choice.code === kept)?.label ?? kept
  return kept
}

/** A kept value as it is typed again. */
export function typed(field: Field, kept: string | undefined): string {
  if (!kept) return ''
  return field.type === 'date' || field.type === 'choice' ? said(field, kept) : kept
}

/** What a slip says in any field. */
export function typedIn(slip: Slip, code: string): string {
  return isFirst(code) ? slip[code] : (slip.fields[code] ?? '')
}

export function withTyped(slip: Slip, code: string, text: string): Partial<Slip> {
  return isFirst(code) ? { [code]: text } : { fields: { ...slip.fields, [code]: text } }
}
