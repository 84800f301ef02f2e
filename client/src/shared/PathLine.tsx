import type { ReactNode } from 'react'
import { Link } from 'react-router'

export interface Stop {
  text: string
  to?: string
  key?: number
}

interface Props {
  stops: Stop[]
  large?: boolean
  render?: (stop: Stop) => ReactNode // to let a stop do more, such as take a drop
  isNew?: number // how many stops at the end are still to be made
}

/** Signature two: a path as stops along a line, the last one a ring. */
export function PathLine({ stops, large = false, render, isNew = 0 }: Props) {
  return (
    <span className={large ? 'path large' : 'path'}>
      {stops.map((stop, at) => (
        <span className={at >= stops.length - isNew ? 'stop ghoststop' : 'stop'} key={at}>
          {render ? render(stop) : <StopText stop={stop} />}
        </span>
      ))}
    </span>
  )
}

export function StopText({ stop }: { stop: Stop }) {
  return stop.to ? <Link to={stop.to}>{stop.text}</Link> : <>{stop.text}</>
}

/** The stops of a path as the API tells it, with the drive itself where it is empty. */
export function stopsOf(path: string): Stop[] {
  return path === '' ? [{ text: 'Drive' }] : path.split('/').map((text) => ({ text }))
}
