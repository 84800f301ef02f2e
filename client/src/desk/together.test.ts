import { expect, test } from 'vitest'
import type { Preview } from '../shared/api/client'
import { EMPTY } from '../shared/fields'
import { filedAs, inTheWay, lookedAt, placeOf, rowOf, toLookAt, typedInto } from './together'

const arrival = { number: 7, name: 'scan.pdf', pages: 1 } as Parameters<typeof rowOf>[0]
const offer = (value: string, sure = true) => [{ value, shown: value, page: 1, box: null, why: { code: 'read_in_text', facts: {} }, sure, confidence: sure ? 0.99 : 0.6 }]
const offers = { kind: offer('invoice'), who: offer('Marlow Rope & Canvas'), when: offer('2026-01-05'), what: offer('sail', false), amount: offer('12.00') }
const preview = (part: object = {}) =>
  ({ understood: { problems: [] }, name: 'a.pdf', segments: [], findings: [], folder: null, lead: { path: 'Finance/2026', make: '2026', folder: { id: 3, path: 'Finance' } }, ...part }) as unknown as Preview

test('a slip that nobody touched begins as its page fills it in, one that somebody did as they left it', () => {
  expect(rowOf(arrival, EMPTY, offers, null).slip).toMatchObject({ who: 'Marlow Rope & Canvas', amount: '12.00' })
  expect(rowOf(arrival, { ...EMPTY, what: 'mine' }, offers, null).slip).toMatchObject({ who: '', what: 'mine' })
})

test('what is here already is left out until somebody takes it in', () => {
  expect(rowOf(arrival, EMPTY, offers, 12).isOut).toBe(true)
})

test('what is missing is gone to first, then what is doubtful, until it had the cursor', () => {
  const row = typedInto(rowOf(arrival, EMPTY, offers, null), 'when', '')
  const asked = preview({ understood: { problems: [{ field: 'when', said: { code: 'lacks', facts: {} } }] } })
  expect(toLookAt(row, asked)).toEqual(['when', 'what'])
  expect(toLookAt(lookedAt(row, 'what'), preview())).toEqual([])
})

test('a kind, a party, a further field or a place that is doubtful has the row itself looked at first', () => {
  const row = lookedAt(rowOf(arrival, EMPTY, { ...offers, who: offer('Marlow Rope & Canvas', false) }, null), 'what')
  expect(toLookAt(row, preview())).toEqual(['row'])
  expect(toLookAt(lookedAt(row, 'row'), preview())).toEqual([])
  const sure = lookedAt(rowOf(arrival, EMPTY, offers, null), 'what')
  const leaning = preview({ lead: { path: 'Finance/2026', make: '', folder: { id: 3, path: 'Finance' }, sure: false } })
  expect(toLookAt(sure, leaning)).toEqual(['row'])
  expect(toLookAt(sure, preview())).toEqual([])
})

test.each([
  [undefined, 'asked'],
  [preview(), null],
  [preview({ understood: { problems: [{ field: 'when', said: { code: 'lacks', facts: {} } }] } }), 'refused'],
  [preview({ name: null }), 'refused'],
  [preview({ findings: [{ code: 'taken' }] }), 'refused'],
  [preview({ findings: [{ code: 'new_version' }] }), null],
])('what stands in the way of a row: %#', (seen, why) => {
  expect(inTheWay(rowOf(arrival, EMPTY, offers, null), seen, null, [])).toBe(why)
})

test('two that would have one name in one folder are told, and where they go is what they lead to', () => {
  const row = rowOf(arrival, EMPTY, offers, null)
  const place = placeOf(preview(), null)
  expect(inTheWay(row, preview(), null, [place, place])).toBe('twice')
  expect(inTheWay(row, preview(), null, [place, placeOf(preview({ name: 'b.pdf' }), null)])).toBe(null)
  expect(filedAs(row, preview(), 9)).toMatchObject({ folder: 3, make: '2026' })
  expect(filedAs(row, preview({ lead: null }), 9)).toMatchObject({ folder: 9, make: '' })
})

test('a row that leads nowhere waits for a folder that is chosen for all', () => {
  const row = rowOf(arrival, EMPTY, offers, null)
  expect(inTheWay(row, preview({ lead: null }), null, [])).toBe('lacks')
  expect(inTheWay(row, preview({ lead: null }), 9, [])).toBe(null)
})
