import { expect, test } from 'vitest'
import { decisionsFor, nextToDecide } from './decisions'
import { CODES } from '../shared/words.gen'

test.each([
  ['taken', 5, 'leave it waiting'],
  ['twin', 5, 'leave it waiting'],
  ['same_target', 4, 'leave it waiting'],
  ['refused_sign', 2, 'name it as offered'],
  ['something that came later', 1, 'take it out'],
  ['missing', 1, 'take it out'],
])('%s has %i ways on, the first of them “%s”', (finding, count, first) => {
  const found = decisionsFor(finding)
  expect([found.length, found[0]?.word]).toEqual([count, first])
})

test('what is to be decided comes the gravest first, round and round', () => {
  const order = Object.keys(CODES)
  const found = { sight: 3, taken: 2, missing: 1, already_there: 9 }
  expect(nextToDecide(found, order, '')).toBe('missing')
  expect(nextToDecide(found, order, 'missing')).toBe('taken')
  expect(nextToDecide(found, order, 'taken')).toBe('missing')
  expect(nextToDecide({ sight: 1 }, order, '')).toBeUndefined()
})
