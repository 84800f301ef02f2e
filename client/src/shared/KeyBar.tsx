import type { ReactNode } from 'react'

export interface KeyHint {
  keys: string
  does: string
  group?: string
}

/** The foot of every place: its keys, and at the right what happened last. */
export function KeyBar({ hints, children }: { hints: KeyHint[]; children?: ReactNode }) {
  return (
    <footer className="keybar">
      {hints.map((hint) => (
        <span key={hint.keys}>
          <b>{hint.keys}</b> {hint.does}
        </span>
      ))}
      <span className="right">{children}</span>
    </footer>
  )
}
