import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { NavLink, Link } from 'react-router'
import type { OutlineEntry } from '../shared/api/client'
import { tagsQuery } from '../shared/api/queries'
import { number } from '../shared/format'
import { carryFolder, useDrop, type Dropped } from './dragging'
import { HEALTH, health, visible } from '../shared/outline'

interface Props {
  folders: OutlineEntry[]
  current: number | null
  onDrop?: (folder: number, dropped: Dropped) => void
  onTag?: (tag: string, dropped: Dropped) => void
}

/** The folders as an outline, each with a count and a thin edge that tells how well its names are kept. */
export function Outline({ folders, current, onDrop, onTag }: Props) {
  const open = useRef<HTMLAnchorElement>(null)
  const tags = useQuery(tagsQuery).data?.tags ?? []
  useEffect(() => {
    open.current?.scrollIntoView({ block: 'nearest' })
  }, [current])
  const shown = visible(folders, current)
  return (
    <nav className="outline" aria-label="Outline">
      {shown.map((entry) => (
        <Entry key={entry.id} entry={entry} isCurrent={entry.id === current} openRef={open} onDrop={entry.right === 'reader' ? undefined : onDrop} />
      ))}
      <div className="elsewhere">
        <NavLink to="/folders/lately">Lately</NavLink>
        <NavLink to="/folders/bin">Bin</NavLink>
        {tags.length > 0 && <h2>Tags</h2>}
        {tags.map((tag) => (
          <TagEntry key={tag.id} tag={tag} onTag={onTag} />
        ))}
      </div>
    </nav>
  )
}

function Entry({ entry, isCurrent, openRef, onDrop }: {
  entry: OutlineEntry
  isCurrent: boolean
  openRef: React.RefObject<HTMLAnchorElement | null>
  onDrop: ((folder: number, dropped: Dropped) => void) | undefined
}) {
  const drop = useDrop(onDrop && ((dropped) => dropped.folder !== entry.id && onDrop(entry.id, dropped)))
  return (
    <Link
      ref={isCurrent ? openRef : undefined}
      to={`/folders/${String(entry.id)}`}
      className={`entry ${health(entry)}${isCurrent ? ' on' : ''}${drop.over ? ' over' : ''}`}
      style={{ paddingLeft: 14 + Math.min(Math.max(0, entry.depth - 1), 8) * 16 }}
      aria-current={isCurrent ? 'true' : undefined}
      draggable={entry.right === 'keeper' && entry.parent_id !== null}
      onDragStart={(event) => carryFolder(event, entry.id)}
      {...drop.props}
    >
      <span>
        {entry.name || 'Drive'}
        {entry.private && <small className="soft"> only you</small>}
        {entry.own_access && !entry.private && entry.parent_id !== null && <small className="soft" title="Has rights of its own"> ◇</small>}
      </span>
      <em>
        {entry.fresh > 0 && (
          <b title="New since you looked in last">
            +{number(entry.fresh)} <span className="unseen">new,</span>
          </b>
        )}{' '}
        {number(entry.documents)}
      </em>
      <span className="unseen">{HEALTH[health(entry)]}</span>
    </Link>
  )
}

function TagEntry({ tag, onTag }: { tag: { id: number; name: string; documents: number; folders: number }; onTag?: ((tag: string, dropped: Dropped) => void) | undefined }) {
  const drop = useDrop(onTag && ((dropped) => dropped.folder === undefined && onTag(tag.name, dropped)))
  return (
    <NavLink to={`/folders/tag/${String(tag.id)}`} className={({ isActive }) => `tagentry${isActive ? ' active' : ''}${drop.over ? ' over' : ''}`} draggable={false} {...drop.props}>
      <span className="flag">{tag.name}</span> <em>{number(tag.documents + tag.folders)}</em>
    </NavLink>
  )
}
