import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Arrival, Slip } from '../shared/api/client'
import { fillingQuery } from '../shared/api/queries'
import { NO_MARKS, type Mark } from '../shared/PageView'
import { doubtfulIn, filledIn, isUntouched, marksOf, otherThan, readIn, refilled, type Offers } from './filling'
import type { Kept } from './slipKeeper'

const NOTHING: Offers = {}
const done = new Set<number>() // arrivals that were filled in: what a person clears stays clear

/** Fills the slip of an arrival in with what was read of its pages, once, where nobody has touched it. */
export function useFilling(arrival: Arrival, kept: Kept, write: (part: Partial<Slip>) => void, onFilled: (doubtful: string | null) => void, onMarks: (marks: Mark[]) => void) {
  const { slip } = kept
  const filling = useQuery(fillingQuery(arrival.number))
  const offers: Offers = filling.data?.fields ?? NOTHING
  const [at, setAt] = useState<string | null>(null) // the field at hand
  const [looked, setLooked] = useState<ReadonlySet<string>>(new Set())
  const tell = useRef({ write, onFilled, onMarks })
  useEffect(() => {
    tell.current = { write, onFilled, onMarks }
  })
  const isRead = filling.data?.state === 'read'
  useEffect(() => {
    if (!isRead || done.has(arrival.number)) return
    done.add(arrival.number)
    const filled = filledIn(offers)
    if (!isUntouched(slip) || kept.state !== 'clean' || Object.keys(offers).length === 0) return
    tell.current.write(filled)
    tell.current.onFilled(doubtfulIn({ ...slip, ...filled }, offers, new Set())[0] ?? null)
    // once, when the pages were read
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isRead])
  const marks = useMemo(() => marksOf(slip, offers, at), [slip, offers, at])
  useEffect(() => {
    tell.current.onMarks(marks)
  }, [marks])
  useEffect(() => () => tell.current.onMarks(NO_MARKS), [])
  return {
    isWaiting: filling.data?.state === 'waits',
    doubtful: doubtfulIn(slip, offers, looked),
    /** How sure it is what stands in a field, where it was read; and what takes another one, where there is one. */
    readOf: (code: string, takeOther: (code: string) => void) => {
      const read = readIn(slip, offers, code)
      return read && { read, isDoubtful: !read.sure && !looked.has(code), onOther: (offers[code]?.length ?? 0) > 1 ? () => takeOther(code) : null }
    },
    /** A field has the cursor, and so was looked at. */
    enter: (code: string | null) => {
      setAt(code)
      if (code !== null && !looked.has(code)) setLooked(new Set([...looked, code]))
    },
    /** The further fields of this slip as one of another kind, which asks for *asked*. */
    refilled: (asked: readonly string[]) => refilled(slip, offers, asked),
    /** What was read for a field, the likeliest first. */
    offered: (code: string) => (offers[code] ?? []).map((one) => one.value),
    wasLookedAt: (code: string) => looked.has(code),
    other: (code: string) => otherThan(slip, offers, code)?.value ?? null,
    at,
  }
}

export type Filled = ReturnType<typeof useFilling>
