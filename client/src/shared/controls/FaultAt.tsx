import type { Schemas } from '../api/client'

/** A pattern once more, with the place marked where it cannot be read. */
export function FaultAt({ text, fault }: { text: string; fault: Schemas['Fault'] }) {
  return (
    <span className="faultat">
      <code>
        {text.slice(0, fault.at)}
        <mark>{text.slice(fault.at, fault.at + 1) || ' '}</mark>
        {text.slice(fault.at + 1)}
      </code>
      <span>
        {fault.why} {fault.mend}
      </span>
    </span>
  )
}
