import { beforeEach, describe, expect, it, vi } from 'vitest'
import { EMPTY } from '../shared/fields'
import { SlipKeeper, type Put, type Saved } from './slipKeeper'

/** A server that answers when it is told to. */
function server() {
  const asked: { what: string; seen: number; answer: (saved: Saved) => void }[] = []
  const put: Put = (_, slip, seen) => new Promise((answer) => asked.push({ what: slip.what, seen, answer }))
  return { asked, put }
}

function memory() {
  const kept = new Map<string, string>()
  return { getItem: (k: string) => kept.get(k) ?? null, setItem: (k: string, v: string) => void kept.set(k, v), removeItem: (k: string) => void kept.delete(k), kept }
}

const tick = async (ms: number) => {
  await vi.advanceTimersByTimeAsync(ms)
}

beforeEach(() => vi.useFakeTimers())

describe('a slip that is filled in', () => {
  it('is saved once it has stood still, one save at a time, and the last one wins', async () => {
    const { asked, put } = server()
    const keeper = new SlipKeeper(put, null)
    keeper.open(7, {}, 1)
    keeper.change(7, { what: 'sa' })
    await tick(300)
    keeper.change(7, { what: 'sail' })
    await tick(599)
    expect(asked).toEqual([])
    await tick(1)
    expect(asked.map((a) => [a.what, a.seen])).toEqual([['sail', 1]])
    keeper.change(7, { what: 'sails' })
    await tick(5000)
    expect(asked).toHaveLength(1) // the first is still under way
    asked[0]?.answer({ edition: 2 })
    await tick(1)
    expect(asked.map((a) => [a.what, a.seen])).toEqual([['sail', 1], ['sails', 2]])
    asked[1]?.answer({ edition: 3 })
    await tick(1)
    expect(keeper.open(7, {}, 3)).toMatchObject({ state: 'clean', edition: 3, slip: { ...EMPTY, what: 'sails' } })
  })

  it('survives a reload, however soon after the last key', () => {
    const store = memory()
    const before = new SlipKeeper(server().put, store)
    before.open(7, { what: 'old' }, 4)
    before.change(7, { what: 'typed a moment ago' })
    const after = new SlipKeeper(server().put, store)
    expect(after.open(7, { what: 'old' }, 4)).toMatchObject({ state: 'waiting', edition: 4, slip: { what: 'typed a moment ago' } })
  })

  it('is tried again ever later where it could not be saved, and says so meanwhile', async () => {
    const { asked, put } = server()
    const keeper = new SlipKeeper(put, null)
    keeper.open(7, {}, 1)
    keeper.change(7, { what: 'sail' })
    for (const wait of [600, 1000, 2000, 4000]) {
      await tick(wait)
      asked.at(-1)?.answer({ failed: true })
      await tick(0)
      expect(keeper.open(7, {}, 1).state).toBe('failed')
    }
    expect(asked).toHaveLength(4)
    keeper.saveAll() // signed in again
    asked.at(-1)?.answer({ edition: 2 })
    await tick(1)
    expect(keeper.open(7, {}, 2).state).toBe('clean')
  })

  it.each(['mine', 'theirs'] as const)('asks where somebody else changed it: %s', async (whose) => {
    const { asked, put } = server()
    const keeper = new SlipKeeper(put, memory())
    keeper.open(7, {}, 1)
    keeper.change(7, { what: 'mine' })
    await tick(600)
    asked[0]?.answer({ theirs: { slip: { ...EMPTY, what: 'theirs' }, edition: 5, by: 'Magnus Orr' } })
    await tick(10_000)
    expect(keeper.open(7, {}, 5)).toMatchObject({ state: 'changed', slip: { what: 'mine' } })
    expect(asked).toHaveLength(1) // nothing is overwritten unasked
    keeper.decide(7, whose)
    await tick(1)
    expect(keeper.open(7, {}, 5).slip.what).toBe(whose)
    expect(asked.map((a) => [a.what, a.seen])).toEqual(whose === 'mine' ? [['mine', 1], ['mine', 5]] : [['mine', 1]])
  })

  it('takes what somebody else filled in where nothing was typed here', () => {
    const keeper = new SlipKeeper(server().put, null)
    keeper.open(7, { what: 'a' }, 1)
    expect(keeper.open(7, { what: 'b' }, 2)).toMatchObject({ edition: 2, slip: { what: 'b' } })
    keeper.change(7, { what: 'c' })
    expect(keeper.open(7, { what: 'd' }, 3).slip.what).toBe('c')
  })

  it('is settled before its arrival is filed, and forgotten after', async () => {
    const { asked, put } = server()
    const store = memory()
    const keeper = new SlipKeeper(put, store)
    keeper.open(7, {}, 1)
    keeper.change(7, { what: 'sail' })
    await tick(600)
    keeper.change(7, { what: 'sails' })
    let seen = 0
    void keeper.settle(7).then((edition) => (seen = edition))
    await tick(10)
    expect(seen).toBe(0)
    asked[0]?.answer({ edition: 2 })
    await tick(10)
    expect(seen).toBe(2)
    keeper.drop(7)
    await tick(10_000)
    expect(store.kept.size).toBe(0)
    expect(asked).toHaveLength(1)
  })
})
