import { describe, expect, it } from 'vitest'
import { all, clicked, following, NONE, only, ranged, stepped, toggled } from './selection'

const ORDER = [10, 20, 30, 40, 50]
const keys = (held = '') => ({ shiftKey: held === 'shift', ctrlKey: held === 'ctrl', metaKey: held === 'meta' })

describe('choosing', () => {
  it('takes one, toggles another, and ranges from where it began', () => {
    expect(only(20).chosen).toEqual([20])
    expect(toggled(only(20), 40).chosen).toEqual([20, 40])
    expect(toggled(toggled(only(20), 40), 20).chosen).toEqual([40])
    expect(ranged(only(20), 40, ORDER).chosen).toEqual([20, 30, 40])
    expect(ranged(only(40), 20, ORDER).chosen).toEqual([20, 30, 40])
    expect(ranged(ranged(only(30), 50, ORDER), 20, ORDER).chosen).toEqual([20, 30])
  })
  it.each([
    ['', 40, [40]],
    ['shift', 40, [20, 30, 40]],
    ['ctrl', 40, [20, 40]],
    ['meta', 20, []],
  ])('by a click with %s', (held, number, chosen) => {
    expect(clicked(only(20), number, ORDER, keys(held)).chosen).toEqual(chosen)
  })
  it('steps, stopping at both ends', () => {
    expect(stepped(NONE, 1, ORDER, 'only').cursor).toBe(10)
    expect(stepped(only(50), 1, ORDER, 'only').cursor).toBe(50)
    expect(stepped(only(20), 2, ORDER, 'range').chosen).toEqual([20, 30, 40])
    expect(stepped(only(20), 1, ORDER, 'cursor')).toEqual({ cursor: 30, anchor: 20, chosen: [20] })
    expect(stepped(NONE, 1, [], 'only')).toEqual(NONE)
  })
  it.each([
    [[20], 30],
    [[40, 50], 30],
    [[10, 20, 30, 40, 50], null],
    [[], 10],
  ])('leads on from %s once they are gone', (chosen, next) => {
    expect(following(ORDER, { cursor: chosen[0] ?? null, anchor: null, chosen })).toBe(next)
  })
  it('takes all, keeping the cursor', () => {
    expect(all(ORDER, 30)).toEqual({ cursor: 30, anchor: 10, chosen: ORDER })
  })
})
