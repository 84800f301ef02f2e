import { describe, expect, it } from 'vitest'
import { EMPTY } from '../shared/fields'
import { doubtfulIn, filledIn, isUntouched, marksOf, otherThan, readIn, refilled, type Offered, type Offers } from './filling'

const offered = (value: string, part: Partial<Offered> = {}): Offered => ({ value, shown: value, page: 1, box: [0.1, 0.2, 0.3, 0.1], why: { code: 'read_on_page', facts: { page: 1 } }, sure: true, confidence: 0.99, ...part })
const OFFERS: Offers = {
  kind: [offered('invoice', { box: null, page: null })],
  when: [offered('2025-03-12', { sure: false }), offered('2025-04-01', { sure: false })],
  due: [offered('2025-04-12')],
}

describe('a slip filled in with what stands on the page', () => {
  it('has the likeliest of each field, further ones too', () => {
    expect(filledIn(OFFERS)).toMatchObject({ kind: 'invoice', when: '2025-03-12', who: '', fields: { due: '2025-04-12' } })
  })
  it('is only ever one that nobody has touched', () => {
    expect(isUntouched(EMPTY)).toBe(true)
    expect(isUntouched({ ...EMPTY, fields: { due: '' } })).toBe(true)
    for (const touched of [{ what: 'x' }, { folder: 3 }, { fields: { due: 'x' } }]) expect(isUntouched({ ...EMPTY, ...touched })).toBe(false)
  })
  it('offers what else was read, round and round', () => {
    const slip = { ...EMPTY, ...filledIn(OFFERS) }
    expect(otherThan(slip, OFFERS, 'when')?.value).toBe('2025-04-01')
    expect(otherThan({ ...slip, when: '2025-04-01' }, OFFERS, 'when')?.value).toBe('2025-03-12')
    expect(otherThan({ ...slip, when: 'something else' }, OFFERS, 'when')?.value).toBe('2025-03-12')
    expect(otherThan(slip, OFFERS, 'kind')).toBeNull()
    expect(otherThan(slip, OFFERS, 'amount')).toBeNull()
  })
  it('asks for a look at what is doubtful, until that was looked at or written anew', () => {
    const slip = { ...EMPTY, ...filledIn(OFFERS) }
    expect(doubtfulIn(slip, OFFERS, new Set())).toEqual(['when'])
    expect(doubtfulIn(slip, OFFERS, new Set(['when']))).toEqual([])
    expect(doubtfulIn({ ...slip, when: '1.1.2025' }, OFFERS, new Set())).toEqual([])
  })
  it('leaves nothing read where a slip of another kind does not ask for it, and fills in what that asks for', () => {
    const slip = { ...EMPTY, ...filledIn(OFFERS), fields: { due: '2025-04-12', berth: 'typed' } }
    expect(refilled(slip, OFFERS, ['berth'])).toEqual({ berth: 'typed' })
    expect(refilled(slip, OFFERS, [])).toEqual({ berth: 'typed' })
    expect(refilled({ ...slip, fields: { due: '1.5.2025' } }, OFFERS, [])).toEqual({ due: '1.5.2025' })
    expect(refilled({ ...slip, fields: {} }, OFFERS, ['due'])).toEqual({ due: '2025-04-12' })
    expect(doubtfulIn({ ...slip, fields: refilled(slip, { due: [offered('2025-04-12', { sure: false })] }, []) }, { due: [offered('2025-04-12', { sure: false })] }, new Set())).toEqual([])
  })
  it('marks what stands in it on the page, and no value that somebody wrote instead', () => {
    const slip = { ...EMPTY, ...filledIn(OFFERS) }
    expect(marksOf(slip, OFFERS, 'when').map((mark) => [mark.field, mark.isAtHand])).toEqual([['when', true], ['due', false]])
    expect(marksOf({ ...slip, when: '1.1.2025' }, OFFERS, 'when').map((mark) => mark.field)).toEqual(['due'])
    expect(readIn({ ...slip, kind: '' }, OFFERS, 'kind')).toBeNull()
  })
})
