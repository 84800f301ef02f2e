import { expect, test } from 'vitest'
import type { ChangeList } from '../shared/api/client'
import { differing } from '../shared/differing'
import { standing, timeLeft } from './words'

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

const list = (more: Partial<ChangeList>) =>
  ({ state: 'checked', is_being_checked: false, steps: 40, steps_done: 0, steps_failed: 0, seconds: 0, trouble: null, part: null, approves: false, named: [], summary: { blocked: 0 }, ...more }) as unknown as ChangeList
const asked = (name: string, approves: boolean) => ({ person_id: 1, name, part: 'approve' as const, approves })

test.each<[Partial<ChangeList>, string]>([
  [{ state: 'draft' }, 'is being checked'],
  [{}, 'checked: ready to run'],
  [{ summary: { blocked: 12 } as ChangeList['summary'] }, 'checked: 12 to decide'],
  [{ named: [asked('Alba Beck', false), asked('Tamsin Brook', true)] }, 'waits for the yes of Alba Beck'],
  [{ named: [asked('Alba Beck', true)] }, 'checked: ready to run'],
  [{ part: 'approve', named: [asked('Alba Beck', false)] }, 'waits for your yes'],
  [{ named: [asked('Alba Beck', false)], summary: { blocked: 2 } as ChangeList['summary'] }, 'checked: 2 to decide'],
  [{ state: 'queued' }, 'about to run'],
  [{ state: 'running', steps_done: 7 }, 'running: 7 of 40'],
  [{ state: 'paused' }, 'paused'],
  [{ state: 'paused', steps_done: 7 }, '7 of 40 done, the rest waits'],
  [{ state: 'cancelled', steps_done: 7 }, 'cancelled: 7 of 40 done'],
  [{ state: 'failed', steps_done: 7, steps_failed: 1 }, 'stopped: 7 of 40 done, 1 failed'],
  [{ state: 'done', steps_done: 1 }, 'done: 1 step'],
])('a list %j stands so: %s', (more, told) => {
  expect(standing(list(more))).toBe(told)
})

test.each([
  [0, 10, ''],
  [20, 0, ''],
  [39, 39, 'a moment left'],
  [20, 30, 'about 30 s left'],
  [10, 120, 'about 6 min left'],
])('after %i steps in %i s it says: %s', (steps_done, seconds, told) => {
  expect(timeLeft(list({ steps_done, seconds }))).toBe(told)
})
