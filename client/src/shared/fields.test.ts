import { describe, expect, it } from 'vitest'
import type { House } from './api/client'
import { askedOf, EMPTY, said, typed, typedIn, withTyped, type Field } from './fields'

const plain: Omit<Field, 'code' | 'label' | 'type'> = { kinds: [], choices: [], shown: false, own: true, retired: false }
const FIELDS: Field[] = [
  { ...plain, code: 'who', label: 'Who', type: 'party' },
  { ...plain, code: 'due', label: 'Due', type: 'date', kinds: ['invoice', 'bill'] },
  { ...plain, code: 'deck', label: 'Deck', type: 'choice', choices: [{ code: 'low', label: 'Lower deck' }] },
  { ...plain, code: 'deposit', label: 'Deposit', type: 'money', retired: true },
]
const house = { fields: FIELDS } as unknown as House

describe('the fields of a team', () => {
  it.each([
    ['invoice', ['due', 'deck']],
    ['letter', ['deck']],
    ['', ['deck']],
  ])('are asked of a document of the kind “%s”', (kind, codes) => {
    expect(askedOf(house, kind).map((field) => field.code)).toEqual(codes)
  })

  it.each([
    [1, '2026-03-12', '12 Mar 2026', '12 Mar 2026'],
    [2, 'low', 'Lower deck', 'Lower deck'],
    [2, 'gone', 'gone', 'gone'],
    [3, '12.50 EUR', '€12.50', '12.50 EUR'],
    [1, undefined, '–', ''],
  ])('say and take again what is kept: %s %s', (at, kept, shown, again) => {
    const field = FIELDS[at] as Field
    expect([said(field, kept), typed(field, kept)]).toEqual([shown, again])
  })

  it('are typed into a slip beside the others', () => {
    const slip = { ...EMPTY, ...withTyped(EMPTY, 'due', '12 3') }
    expect([typedIn(slip, 'due'), typedIn(slip, 'who')]).toEqual(['12 3', ''])
    expect(withTyped(slip, 'who', 'mrc')).toEqual({ who: 'mrc' })
    expect({ ...slip, ...withTyped(slip, 'deck', 'low') }.fields).toEqual({ due: '12 3', deck: 'low' })
  })
})
