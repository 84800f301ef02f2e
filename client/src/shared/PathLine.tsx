import { Link } from 'react-router'

interface Stop {
  text: string
  to?: string
}

/** Signature two: a path as stops along a line, the last one a ring. */
export function PathLine({ stops, large = false }: { stops: Stop[]; large?: boolean }) {
  return (
    <span className={large ? 'path large' : 'path'}>
      {stops.map((stop, at) => (
        <span className="stop" key={at}>
          {stop.to ? <Link to={stop.to}>{stop.text}</Link> : stop.text}
        </span>
      ))}
    </span>
  )
}

/** The stops of a path as the API tells it, with the drive itself where it is empty. */
export function stopsOf(path: string): Stop[] {
  return path === '' ? [{ text: 'Drive' }] : path.split('/').map((text) => ({ text }))
}
