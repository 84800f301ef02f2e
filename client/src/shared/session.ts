import { useSyncExternalStore } from 'react'

// Whether the session ended in the middle of the work, and who waits for it to be there again.
const waiting = new Set<() => void>()
const watching = new Set<() => void>()
let ended = false

function set(now: boolean): void {
  if (ended === now) return
  ended = now
  for (const look of watching) look()
}

export function sessionEnded(): void {
  set(true)
}

export function signedIn(): void {
  set(false)
  for (const act of waiting) act()
}

/** Have `act` done whenever somebody has signed in again. */
export function onSignedIn(act: () => void): void {
  waiting.add(act)
}

export function useSessionEnded(): boolean {
  return useSyncExternalStore(
    (look) => {
      watching.add(look)
      return () => watching.delete(look)
    },
    () => ended,
  )
}
