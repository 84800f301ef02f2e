import { describe, expect, it, vi } from 'vitest'
import { beginning, clock, day, moment, money, number, plural, size, tellAs } from './format'
import { nameOf } from './keys'
import { withMarks } from './SegmentedName'

describe('what is shown', () => {
  it.each([[null, '–'], ['2025-03-12', '12 Mar 2025'], ['2026-12-01T10:00:00Z', '1 Dec 2026']])('the day of %s is %s', (iso, shown) => {
    expect(day(iso)).toBe(shown)
  })

  it.each([[0, '0 B'], [999, '999 B'], [1000, '1.0 KB'], [142_300, '142 KB'], [999_900, '1.0 MB'], [61_200_000, '61 MB'], [5e12, '5.0 TB']])('%i bytes are %s', (bytes, shown) => {
    expect(size(bytes)).toBe(shown)
  })

  it('sets numbers apart at the thousands', () => expect(number(2417).replace(/\s/u, ' ')).toBe('2 417'))
  it.each([['Boat', 'Boat'], ['Tern Point Sail Training Trust', 'Tern Point Sail…'], ['Marlow Rope & Canvas', 'Marlow Rope…'], ['Averylongwordwithoutanygap', 'Averylongwordwith…']])('%s in 18 signs is %s', (text, shown) => {
    expect(beginning(text, 18)).toBe(shown)
  })
  it('counts in words', () => expect([plural(1, 'page'), plural(3, 'page')]).toEqual(['1 page', '3 pages']))
  it('tells moments and money as the office does', () => {
    tellAs({ currency: 'EUR', time_zone: 'Asia/Tokyo' })
    expect([clock('2026-11-20T20:05:00Z'), moment('2026-11-20T20:05:00Z', new Date('2026-11-22T00:00:00Z')), money('1284.00')]).toEqual(['05:05', '21 Nov', '€1,284.00'])
    tellAs({ currency: 'GBP', time_zone: '' })
  })
  it('makes a format once, not once a row', () => {
    let made = 0
    class Clock extends Intl.DateTimeFormat {
      constructor(locale?: string, options?: Intl.DateTimeFormatOptions) {
        super(locale, options)
        made += 1
      }
    }
    vi.stubGlobal('Intl', Object.create(Intl, { DateTimeFormat: { value: Clock } }))
    tellAs({ currency: 'PLN', time_zone: 'Europe/Warsaw' })
    for (let row = 0; row < 40; row += 1) expect(clock('2026-11-20T20:05:00Z')).toBe('21:05')
    expect(made).toBe(1)
    tellAs({ currency: 'GBP', time_zone: '' })
    vi.unstubAllGlobals()
  })

  it('shows money', () => expect([money('1284.00'), money(null)]).toEqual(['£1,284.00', '–']))

  it('shows a moment as short as it can be', () => {
    const now = new Date(2026, 10, 23, 12, 0)
    expect(moment(new Date(2026, 10, 23, 9, 5).toISOString(), now)).toBe('09:05')
    expect(moment(new Date(2026, 1, 2).toISOString(), now)).toBe('2 Feb')
    expect(moment(new Date(2024, 1, 2).toISOString(), now)).toBe('2 Feb 2024')
  })
})

describe('keys', () => {
  const press = (key: string, more = {}) => nameOf({ key, code: '', ctrlKey: false, metaKey: false, altKey: false, ...more })

  it.each([
    [press('K'), 'k'], [press('Enter'), 'Enter'], [press('z', { ctrlKey: true }), 'ctrl+z'], [press('z', { metaKey: true }), 'ctrl+z'],
    [press('∑', { altKey: true, code: 'KeyW' }), 'alt+w'], [press('/', { altKey: true, code: 'Slash' }), 'alt+/'],
  ])('%s is %s', (name, expected) => expect(name).toBe(expected))
})

describe('a name with marks', () => {
  it('is cut where segments and matches begin and end', () => {
    const parts = withMarks(
      [{ text: '2025', field: 'when' }, { text: '_', field: 'rest' }, { text: 'mizzen', field: 'what' }],
      [{ text: '2025_m', marked: false }, { text: 'izz', marked: true }, { text: 'en', marked: false }],
    )
    expect(parts.map((p) => [p.text, p.field, p.marked])).toEqual([
      ['2025', 'when', false], ['_', 'rest', false], ['m', 'what', false], ['izz', 'what', true], ['en', 'what', false],
    ])
  })
})
