import { expect, test } from 'vitest'
import { isSheet, put, WHOLE, xOf, yOf, type Corners } from './outline'

test('a corner goes where it is put, and never out of the picture', () => {
  const moved = put(WHOLE, 2, 0.8, 1.4)
  expect([xOf(moved, 2), yOf(moved, 2)]).toEqual([0.8, 1])
  expect(put(WHOLE, 0, -1, 0.2).slice(0, 2)).toEqual([0, 0.2])
})

test.each<[string, Corners, boolean]>([
  ['the whole picture', WHOLE, true],
  ['a sheet held askew', [0.1, 0.2, 0.8, 0.1, 0.9, 0.9, 0.2, 0.8], true],
  ['two corners that changed places', [1, 0, 0, 0, 1, 1, 0, 1], false],
  ['a corner pushed inwards through the sheet', [0, 0, 1, 0, 0.2, 0.2, 0, 1], false],
  ['nothing', [0.5, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5], false],
])('%s', (_, corners, is) => {
  expect(isSheet(corners)).toBe(is)
})
