import { useEffect, useRef, useState } from 'react'
import { api, type Arrival, type Slip } from '../shared/api/client'
import { slipOf } from './model'

const SAVE_AFTER = 600 // milliseconds without a key

/** The slip of one arrival while it is filled in. It is kept on the server, so that a reload loses nothing. */
export function useSlip(arrival: Arrival): [Slip, (part: Partial<Slip>) => void] {
  const [slip, setSlip] = useState<Slip>(() => slipOf(arrival))
  const dirty = useRef(false)
  const latest = useRef(slip)
  const number = arrival.number

  const change = (part: Partial<Slip>) => {
    dirty.current = true
    setSlip((now) => ({ ...now, ...part }))
  }
  useEffect(() => {
    latest.current = slip
    if (!dirty.current) return
    const timer = setTimeout(() => {
      dirty.current = false
      void save(number, slip)
    }, SAVE_AFTER)
    return () => clearTimeout(timer)
  }, [slip, number])
  useEffect(
    () => () => {
      if (dirty.current) void save(number, latest.current)
    },
    [number],
  )
  return [slip, change]
}

async function save(number: number, slip: Slip): Promise<void> {
  // a slip that cannot be kept, because the arrival was just filed, is of no more use to anybody
  await api.PUT('/api/desk/{number}/slip', { params: { path: { number } }, body: slip }).catch(() => undefined)
}

/** `value` once it has stood still for `wait` milliseconds. */
export function useSettled<T>(value: T, wait: number): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), wait)
    return () => clearTimeout(timer)
  }, [value, wait])
  return settled
}
