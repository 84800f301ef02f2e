import type { ReactNode } from 'react'
import { Problem } from './api/client'
import { useSessionEnded } from './session'

/** What went wrong, why, what to do; with the number that the log knows it by. */
export function ProblemNote({ error, children }: { error: unknown; children?: ReactNode }) {
  const problem = error instanceof Problem ? error : null
  const ended = useSessionEnded()
  if (ended && problem?.code === 'not_signed_in') return null // it is said, and can be mended, over the page
  return (
    <div className="problem" role="alert">
      <b>{problem?.detail ?? 'Something went wrong in this page.'}</b>
      {problem?.mend && <span>{problem.mend}</span>}
      {children}
      {problem?.requestId && <span className="soft">Number of this trouble: <code>{problem.requestId}</code></span>}
    </div>
  )
}
