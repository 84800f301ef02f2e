import { describe, expect, it } from 'vitest'
import type { Listed } from '../shared/api/client'
import { withGhosts, type CarriedOne } from './ghosts'
import { headsOf, type Item } from './groups'

const HERE = 7
const listed = (...names: string[]): Listed[] => names.map((name, at) => ({ number: at + 1, name }) as Listed)
const load = (...names: string[]): CarriedOne[] => names.map((name, at) => ({ number: 100 + at, name, segments: [], folder_path: 'Letters', folder: 3, size: 1 }))
const told = (items: Item[]) => items.map((item) => (item.ghost ? `(${item.ghost.name}${item.ghost.taken ? ', taken' : ''})` : item.document?.name))
const rows = (documents: Listed[], carried: CarriedOne[], descending = false, goesOn = false) =>
  told(withGhosts(documents, headsOf(documents, '', [], { kinds: [], fields: [] }), carried, HERE, descending, goesOn))

describe('ghost lines in the list', () => {
  it.each([
    ['between names', ['a.pdf', 'c.pdf'], ['b.pdf'], ['a.pdf', '(b.pdf)', 'c.pdf']],
    ['at the end', ['a.pdf'], ['b.pdf'], ['a.pdf', '(b.pdf)']],
    ['in an empty folder', [], ['b.pdf', 'a.pdf'], ['(a.pdf)', '(b.pdf)']],
    ['capitals and accents do not count', ['a.pdf', 'C.pdf'], ['B.pdf', 'e\u0301.pdf'], ['a.pdf', '(B.pdf)', 'C.pdf', '(e\u0301.pdf)']],
    ['a taken name says so', ['A.pdf', 'b.pdf'], ['a.pdf'], ['A.pdf', '(a.pdf, taken)', 'b.pdf']],
  ])('%s', (_, there, carried, expected) => {
    expect(rows(listed(...there), load(...carried))).toEqual(expected)
  })

  it('goes the other way where the list does', () => {
    expect(rows(listed('c.pdf', 'a.pdf'), load('b.pdf'), true)).toEqual(['c.pdf', '(b.pdf)', 'a.pdf'])
  })

  it('waits for rows that are still to be fetched', () => {
    expect(rows(listed('a.pdf', 'c.pdf'), load('b.pdf', 'z.pdf'), false, true)).toEqual(['a.pdf', '(b.pdf)', 'c.pdf'])
  })

  it('shows nothing of what stands here already', () => {
    const here = load('b.pdf').map((one) => ({ ...one, folder: HERE }))
    expect(rows(listed('a.pdf'), here)).toEqual(['a.pdf'])
  })
})
