import { expect, test } from 'vitest'
import { differing } from './words'

const marked = (from: string, to: string) => {
  const [a, b] = [from.split('/'), to.split('/')]
  const [first, second] = differing(a, b)
  return [a.filter((_, at) => first[at]).join('/'), b.filter((_, at) => second[at]).join('/')]
}

test.each([
  ['Letters/typed/2023/04', 'Letters/2023/04/typed', 'typed', 'typed'],
  ['Finance/2025', 'Finance/2025', '', ''],
  ['A', 'B/C', 'A', 'B/C'],
  ['A/B/C', 'A/C', 'B', ''],
])('only what differs between %s and %s is marked', (from, to, first, second) => {
  expect(marked(from, to)).toEqual([first, second])
})
