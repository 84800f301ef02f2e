import { useState } from 'react'
import { Link } from 'react-router'
import type { OutlineEntry } from '../shared/api/client'
import { number } from '../shared/format'
import { carryFolder, useDrop, type Dropped } from './dragging'
import { HEALTH, health } from '../shared/outline'

const AT_FIRST = 24

/** The folders in the open one, before its documents: to go into, to drop onto, to carry away as a whole. */
export function FoldersHere({ folder, folders, onDrop }: { folder: OutlineEntry; folders: OutlineEntry[]; onDrop: (folder: number, dropped: Dropped) => void }) {
  const [allOf, setAllOf] = useState<number | null>(null)
  const inner = folders.filter((entry) => entry.parent_id === folder.id)
  if (inner.length === 0) return null
  const shown = allOf === folder.id ? inner : inner.slice(0, AT_FIRST)
  return (
    <nav className="foldershere" aria-label="Folders in this one">
      {shown.map((entry) => (
        <Here key={entry.id} entry={entry} onDrop={entry.right === 'reader' ? undefined : onDrop} />
      ))}
      {shown.length < inner.length && (
        <button type="button" className="link" onClick={() => setAllOf(folder.id)}>
          all {number(inner.length)}
        </button>
      )}
    </nav>
  )
}

function Here({ entry, onDrop }: { entry: OutlineEntry; onDrop: ((folder: number, dropped: Dropped) => void) | undefined }) {
  const drop = useDrop(onDrop && ((dropped) => dropped.folder !== entry.id && onDrop(entry.id, dropped)))
  return (
    <Link
      to={`/folders/${String(entry.id)}`}
      className={`within ${health(entry)}${drop.over ? ' over' : ''}`}
      draggable={entry.right === 'keeper'}
      onDragStart={(event) => carryFolder(event, entry.id)}
      {...drop.props}
    >
      <span>{entry.name}</span> <em>{number(entry.documents)}</em>
      <span className="unseen">{HEALTH[health(entry)]}</span>
    </Link>
  )
}
