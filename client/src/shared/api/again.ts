import { Problem } from './client'

const TRIES: Record<string, number> = { offline: 2, still_reading: 10 }

/** Whether to ask once more: the server may be starting, and what is still being made is there later. */
export function askAgain(failures: number, error: Error): boolean {
  return error instanceof Problem && failures < (TRIES[error.code] ?? 0)
}

/** Milliseconds until then: as many seconds as the answer says, otherwise ever longer. */
export function pause(failures: number, error: Error): number {
  const seconds = error instanceof Problem ? error.facts.seconds : undefined
  return typeof seconds === 'number' ? seconds * 1000 : 1000 * 2 ** failures
}
