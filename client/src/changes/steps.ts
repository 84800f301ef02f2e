import { useQuery } from '@tanstack/react-query'
import type { ChangeList, Step } from '../shared/api/client'
import { STEP_PAGE, stepsQuery, type StepFilter } from '../shared/api/queries'

/** Where the eye is in the steps of a list. */
export interface StepsInSight {
  stamp: string // changes when the steps may have
  total: number // of those that the filter lets through
  at: number // of them, from 0
  current: Step | undefined // undefined until it is known as it stands now: a decision never meets the one before
}

/** When a running list has come on far enough to be asked for its steps again: some 25 times in all. */
function stampOf(list: ChangeList): string {
  const done = list.state === 'running' ? Math.floor((list.steps_done * 25) / Math.max(25, list.steps)) : list.steps_done
  return [list.checked_at, list.state, list.is_being_checked, done].join('|')
}

export function useStepsInSight(id: number, list: ChangeList | undefined, filter: StepFilter, cursor: number): StepsInSight {
  const stamp = list ? stampOf(list) : ''
  const first = useQuery({ ...stepsQuery(id, filter, 0, stamp), enabled: list !== undefined })
  const total = first.data?.total ?? 0
  const at = Math.max(0, Math.min(cursor, total - 1))
  const here = useQuery({ ...stepsQuery(id, filter, Math.floor(at / STEP_PAGE), stamp), enabled: list !== undefined })
  const current = here.isPlaceholderData ? undefined : here.data?.steps[at % STEP_PAGE]
  return { stamp, total, at, current }
}
