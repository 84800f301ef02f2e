import { useSyncExternalStore } from 'react'
import { api, problemOf, type Arrival, type Slip } from '../shared/api/client'
import { onSignedIn, sessionEnded } from '../shared/session'
import { SlipKeeper, type Kept, type Saved, type Theirs } from './slipKeeper'

async function put(number: number, slip: Slip, seen: number, keepalive: boolean): Promise<Saved> {
  try {
    const answer = await api.PUT('/api/desk/{number}/slip', { params: { path: { number }, query: { seen } }, body: slip, keepalive })
    if (answer.data) return { edition: answer.data.edition }
    const problem = problemOf(answer.error, answer.response.status)
    if (problem.code === 'slip_changed') return { theirs: problem.facts as unknown as Theirs }
    if (problem.code === 'not_signed_in') sessionEnded()
    return problem.code === 'not_found' ? { gone: true } : { failed: true }
  } catch {
    return { failed: true }
  }
}

export const keeper = new SlipKeeper(put, window.sessionStorage)
window.addEventListener('pagehide', () => keeper.saveAll(true))
onSignedIn(() => keeper.saveAll())

/** The slip of one arrival while it is filled in; kept on the server, so that a reload loses nothing. */
export function useSlip(arrival: Arrival): [Kept, (part: Partial<Slip>) => void] {
  const kept = useSyncExternalStore(keeper.subscribe, () => keeper.open(arrival.number, arrival.slip, arrival.edition))
  return [kept, (part) => keeper.change(arrival.number, part)]
}
