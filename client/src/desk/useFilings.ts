import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, Problem, told, type Arrival, type Slip } from '../shared/api/client'
import { deskQuery } from '../shared/api/queries'
import type { FiledNow, Lead } from './FilingSlip'
import { ledBy } from './model'
import type { Theirs } from './slipKeeper'
import { keeper } from './useSlip'

export interface Refused {
  number: number
  name: string
  error: Error
}

/** What is being filed while the next arrival is looked at, and what could not be and waits to be looked at again. */
export function useFilings(onFiled: (filed: FiledNow) => void) {
  const queries = useQueryClient()
  const [away, setAway] = useState<ReadonlyMap<number, 'filing' | 'staying' | 'filed'>>(new Map())
  const [refused, setRefused] = useState<readonly Refused[]>([])
  const turn = (number: number, to: 'filing' | 'staying' | 'filed' | null) =>
    setAway((now) => {
      const next = new Map(now)
      if (to) next.set(number, to)
      else next.delete(number)
      return next
    })
  const forget = (number: number) => setRefused((now) => now.filter((one) => one.number !== number))

  const file = async (arrival: Arrival, slip: Slip, stay: boolean, lead: Lead): Promise<boolean> => {
    const { number } = arrival
    forget(number)
    turn(number, stay ? 'staying' : 'filing')
    try {
      const seen = await keeper.settle(number)
      const outcome = await told(api.POST('/api/desk/{number}/file', { params: { path: { number }, query: { seen } }, body: ledBy(slip, lead) }))
      keeper.drop(number)
      turn(number, 'filed')
      queries.setQueryData(deskQuery.queryKey, (old) =>
        old && { ...old, waiting: old.waiting.filter((a) => a.number !== number), filed_today: old.filed_today + 1 })
      onFiled({ listId: outcome.list_id, number: outcome.number, path: outcome.path, slip })
      void queries.invalidateQueries({ predicate: (query) => ['outline', 'folder', 'list', 'logbook', 'house', 'filling'].includes(String(query.queryKey[0])) })
      await queries.invalidateQueries({ queryKey: ['desk'] })
      turn(number, null)
      return true
    } catch (error) {
      turn(number, null)
      if (error instanceof Problem && error.code === 'slip_changed') keeper.meet(number, error.facts as unknown as Theirs)
      setRefused((now) => [...now, { number, name: arrival.name, error: error instanceof Error ? error : new Error(String(error)) }])
      return false
    }
  }
  return {
    file,
    forget,
    refused,
    isFiling: (number: number) => away.get(number) === 'staying',
    isAway: (number: number) => ['filing', 'filed'].includes(away.get(number) ?? ''),
  }
}
