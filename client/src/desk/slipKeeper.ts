import { EMPTY } from '../shared/fields'
import type { Slip } from '../shared/api/client'

/** What somebody else made of the same slip meanwhile. */
export interface Theirs {
  slip: Slip
  edition: number
  by: string
}

/**
 * How the slip of one arrival stands: `clean` as the server has it, `waiting` to be saved, `failed` for now and tried
 * again, `changed` by somebody else, which a person decides.
 */
export interface Kept {
  slip: Slip
  edition: number // of the server's slip that this one grew from
  state: 'clean' | 'waiting' | 'failed' | 'changed'
  theirs: Theirs | null
}

export type Saved = { edition: number } | { theirs: Theirs } | { gone: true } | { failed: true }
export type Put = (number: number, slip: Slip, seen: number, keepalive: boolean) => Promise<Saved>

interface Entry extends Kept {
  timer: ReturnType<typeof setTimeout> | null
  saving: Promise<void> | null
  tries: number
}

const SAVE_AFTER = 600 // milliseconds without a key
const LONGEST_WAIT = 30_000
const key = (number: number) => `waka-slip-${String(number)}`

/**
 * Keeps slips while they are filled in. Of each, one save is under way at a time and the last one wins; what could not
 * be saved is tried again; each key is on this machine at once, so that a reload, Back or another arrival loses nothing.
 */
export class SlipKeeper {
  private readonly entries = new Map<number, Entry>()
  private readonly listeners = new Set<() => void>()

  constructor(
    private readonly put: Put,
    private readonly store: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> | null,
    private readonly saveAfter = SAVE_AFTER,
  ) {}

  subscribe = (listener: () => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** The slip of an arrival, begun from what the server has; somebody else's newer one replaces what was not touched here. */
  open(number: number, server: Partial<Slip>, edition: number): Kept {
    const known = this.entries.get(number)
    if (known === undefined) return this.begin(number, { ...EMPTY, ...server }, edition)
    if (known.state === 'clean' && known.saving === null && edition > known.edition) {
      const next = { ...known, slip: { ...EMPTY, ...server }, edition }
      this.entries.set(number, next)
      return next
    }
    return known
  }

  private begin(number: number, slip: Slip, edition: number): Kept {
    const entry: Entry = { slip, edition, state: 'clean', theirs: null, timer: null, saving: null, tries: 0 }
    this.entries.set(number, entry)
    const left = this.left(number)
    if (left) {
      // typed here before a reload, and not saved by then
      Object.assign(entry, { slip: { ...EMPTY, ...left.slip }, edition: left.edition, state: 'waiting' })
      this.plan(number, this.saveAfter)
    }
    return entry
  }

  private left(number: number): { slip: Partial<Slip>; edition: number } | null {
    try {
      const told: unknown = JSON.parse(this.store?.getItem(key(number)) ?? 'null')
      return typeof told === 'object' && told !== null && 'slip' in told && 'edition' in told ? (told as { slip: Partial<Slip>; edition: number }) : null
    } catch {
      return null
    }
  }

  change(number: number, part: Partial<Slip>): void {
    const entry = this.entries.get(number)
    if (!entry) return
    this.update(number, { slip: { ...entry.slip, ...part }, state: entry.state === 'changed' ? 'changed' : 'waiting' })
    this.remember(number)
    this.plan(number, this.saveAfter)
  }

  /** Somebody else's slip was met, and is asked about. */
  meet(number: number, theirs: Theirs): void {
    this.update(number, { state: 'changed', theirs })
  }

  /** Keep one's own slip although somebody else changed it, or take theirs. */
  decide(number: number, whose: 'mine' | 'theirs'): void {
    const entry = this.entries.get(number)
    if (!entry?.theirs) return
    const { theirs } = entry
    if (whose === 'theirs') {
      this.store?.removeItem(key(number))
      this.update(number, { slip: { ...EMPTY, ...theirs.slip }, edition: theirs.edition, state: 'clean', theirs: null })
      return
    }
    this.update(number, { edition: theirs.edition, state: 'waiting', theirs: null })
    this.plan(number, 0)
  }

  /** Waits until nothing of this slip is under way, and plans no more; returns the edition it grew from. */
  async settle(number: number): Promise<number> {
    const entry = this.entries.get(number)
    if (!entry) return 1
    if (entry.timer) clearTimeout(entry.timer)
    entry.timer = null
    while (this.entries.get(number)?.saving) await this.entries.get(number)?.saving
    const now = this.entries.get(number)
    if (now?.timer) clearTimeout(now.timer)
    return now?.edition ?? 1
  }

  /** Forgets a slip whose arrival was filed. */
  drop(number: number): void {
    const entry = this.entries.get(number)
    if (entry?.timer) clearTimeout(entry.timer)
    this.entries.delete(number)
    this.store?.removeItem(key(number))
  }

  /** Saves all that waits now: signed in again, or the page goes away. */
  saveAll(keepalive = false): void {
    for (const [number, entry] of this.entries) if (entry.state === 'waiting' || entry.state === 'failed') void this.save(number, keepalive)
  }

  private plan(number: number, wait: number): void {
    const entry = this.entries.get(number)
    if (!entry || entry.state === 'changed') return
    if (entry.timer) clearTimeout(entry.timer)
    entry.timer = setTimeout(() => void this.save(number), wait)
  }

  private async save(number: number, keepalive = false): Promise<void> {
    const entry = this.entries.get(number)
    if (!entry || entry.saving || entry.state === 'clean' || entry.state === 'changed') return
    const sent = entry.slip
    const saving = this.put(number, sent, entry.edition, keepalive).then((saved) => this.saved(number, sent, saved))
    entry.saving = saving
    await saving
  }

  private saved(number: number, sent: Slip, saved: Saved): void {
    const entry = this.entries.get(number)
    if (!entry) return
    entry.saving = null
    if ('gone' in saved) return this.drop(number)
    if ('theirs' in saved) return this.update(number, { state: 'changed', theirs: saved.theirs })
    if ('failed' in saved) {
      entry.tries += 1
      this.update(number, { state: 'failed' })
      return this.plan(number, Math.min(LONGEST_WAIT, 500 * 2 ** entry.tries))
    }
    entry.tries = 0
    const isLatest = entry.slip === sent
    this.update(number, { edition: saved.edition, state: isLatest ? 'clean' : 'waiting' })
    if (isLatest) this.store?.removeItem(key(number))
    else {
      this.remember(number)
      this.plan(number, 0)
    }
  }

  private remember(number: number): void {
    const entry = this.entries.get(number)
    if (entry) this.store?.setItem(key(number), JSON.stringify({ slip: entry.slip, edition: entry.edition }))
  }

  private update(number: number, part: Partial<Entry>): void {
    const entry = this.entries.get(number)
    if (!entry) return
    // a new object, so that whoever shows it sees that it changed; what is under way goes on in it
    this.entries.set(number, { ...entry, ...part })
    for (const listener of this.listeners) listener()
  }
}
