import { describe, expect, it } from 'vitest'
import { changed, documentsOf, isAnythingDone, leavesOf, moved } from './pages'

const stack = { number: 7, pages: 5, media_type: 'application/pdf' }
const photo = { number: 8, pages: 1, media_type: 'image/jpeg' }
const shape = (leaves: ReturnType<typeof leavesOf>) => documentsOf(leaves).map((some) => some.map((leaf) => `${String(leaf.number)}.${String(leaf.page)}`))

describe('pages made into documents', () => {
  it('are parted where a document begins, without the blank sheets between', () => {
    expect(shape(leavesOf(stack, [1, 3, 5], [4]))).toEqual([['7.1', '7.2'], ['7.3'], ['7.5']])
  })
  it('begin anew behind a blank sheet even where it carries the mark itself', () => {
    const leaves = changed(leavesOf(stack, [1], [3]), 2, () => ({ begins: true }))
    expect(shape(leaves)).toEqual([['7.1', '7.2'], ['7.4', '7.5']])
  })
  it('of several arrivals become one, in the order that is asked', () => {
    const leaves = [...leavesOf(photo, [], []), ...leavesOf({ ...photo, number: 9 }, [], [], true)]
    expect(shape(leaves)).toEqual([['8.1', '9.1']])
    expect(shape(moved(leaves, 1, -1))).toEqual([['9.1', '8.1']])
    expect(moved(leaves, 0, -1)).toEqual(leaves)
  })
  it('are photographs straightened, and nothing else', () => {
    expect(leavesOf(photo, [], [])[0]?.isStraightened).toBe(true)
    expect(leavesOf(stack, [], []).some((leaf) => leaf.isStraightened)).toBe(false)
  })
  it('of one document as it is need nothing done', () => {
    expect(isAnythingDone(leavesOf(stack, [1], []))).toBe(false)
    expect(isAnythingDone(leavesOf(stack, [1, 2], []))).toBe(true)
    expect(isAnythingDone(changed(leavesOf(stack, [1], []), 1, () => ({ turn: 1 })))).toBe(true)
    expect(documentsOf(leavesOf(stack, [1], [1, 2, 3, 4, 5]))).toEqual([])
  })
})
