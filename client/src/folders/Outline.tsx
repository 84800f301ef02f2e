import { useEffect, useRef } from 'react'
import { Link } from 'react-router'
import type { OutlineEntry } from '../shared/api/client'
import { number } from '../shared/format'

/** The folders as an outline, each with a count and a thin edge that tells how well its names are kept. */
export function Outline({ folders, current }: { folders: OutlineEntry[]; current: number | null }) {
  const open = useRef<HTMLAnchorElement>(null)
  useEffect(() => {
    open.current?.scrollIntoView({ block: 'nearest' })
  }, [current])
  const shown = visible(folders, current)
  return (
    <nav className="outline" aria-label="Outline">
      {shown.map((entry) => (
        <Link
          key={entry.id}
          ref={entry.id === current ? open : undefined}
          to={`/folders/${String(entry.id)}`}
          className={`entry ${health(entry)}${entry.id === current ? ' on' : ''}`}
          style={{ paddingLeft: 14 + Math.max(0, entry.depth - 1) * 16 }}
          aria-current={entry.id === current ? 'true' : undefined}
        >
          <span>{entry.name || 'Drive'}</span>
          <em>{number(entry.documents)}</em>
          <span className="unseen">{HEALTH[health(entry)]}</span>
        </Link>
      ))}
    </nav>
  )
}

const HEALTH = { well: 'well named', mid: 'some names to tidy', poor: 'many names to tidy' }

function health(entry: OutlineEntry): keyof typeof HEALTH {
  if (entry.documents === 0 || entry.misnamed / entry.documents < 0.05) return 'well'
  return entry.misnamed / entry.documents < 0.34 ? 'mid' : 'poor'
}

/** The top of the outline, and all that branches off on the way to the open folder. */
export function visible(folders: OutlineEntry[], current: number | null): OutlineEntry[] {
  const byId = new Map(folders.map((entry) => [entry.id, entry]))
  const way = new Set<number | null>()
  for (let at = byId.get(current ?? -1); at; at = byId.get(at.parent_id ?? -1)) way.add(at.id)
  return folders.filter((entry) => entry.depth <= 1 || way.has(entry.parent_id))
}
