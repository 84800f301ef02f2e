import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { NavLink, useParams } from 'react-router'
import type { OutlineEntry, Schemas } from '../shared/api/client'
import { charteredQuery, charterQuery, outlineQuery } from '../shared/api/queries'
import { HEALTH, health, visible } from '../shared/outline'
import { ProblemNote } from '../shared/ProblemNote'
import { CharterForm, ownNames } from './CharterForm'
import { NamesKept } from './NamesKept'

interface Beneath { documents: number; folders: number }

/** How much a charter holds for. */
function beneath(folders: OutlineEntry[], top: number): Beneath {
  const inside = new Set([top])
  // those above stand before those in them
  for (const entry of folders) if (entry.parent_id !== null && inside.has(entry.parent_id)) inside.add(entry.id)
  return { documents: folders.find((entry) => entry.id === top)?.documents ?? 0, folders: inside.size }
}

/** What folders declare, from here or from above, and how names keep to it. */
export function Charters() {
  const outline = useQuery(outlineQuery)
  const chartered = useQuery(charteredQuery)
  const { folder } = useParams()
  const folders = outline.data?.folders ?? []
  const current = folder === undefined ? folders[0]?.id : Number(folder)
  if (outline.error) return <ProblemNote error={outline.error} />
  if (current === undefined) return <p className="soft">There is no folder yet that you may see.</p>
  return (
    <div className="charterplace">
      <nav className="charteroutline" aria-label="Folders with their charters">
        {visible(folders, current).map((entry) => (
          <Entry key={entry.id} entry={entry} isCurrent={entry.id === current} declares={chartered.data?.folders.includes(entry.id) ?? false} />
        ))}
      </nav>
      <Charter key={current} folder={current} beneath={beneath(folders, current)} />
    </div>
  )
}

function Entry({ entry, isCurrent, declares }: { entry: OutlineEntry; isCurrent: boolean; declares: boolean }) {
  const share = entry.documents === 0 ? 100 : Math.floor((100 * (entry.documents - entry.misnamed)) / entry.documents)
  return (
    <NavLink
      to={`/rules/charters/${String(entry.id)}`}
      className={`entry ${health(entry)}${isCurrent ? ' on' : ''}`}
      style={{ paddingLeft: 12 + Math.min(Math.max(0, entry.depth - 1), 8) * 14 }}
      aria-current={isCurrent ? 'true' : undefined}
    >
      <span className={declares ? 'declares' : undefined}>
        {entry.name || 'Drive'}
        {declares && <small className="soft"> declares</small>}
      </span>
      <em title={HEALTH[health(entry)]}>{entry.documents > 0 && `${String(share)}%`}</em>
    </NavLink>
  )
}

function Charter({ folder, beneath }: { folder: number; beneath: Beneath }) {
  const charter = useQuery(charterQuery(folder))
  if (charter.error) return <ProblemNote error={charter.error} />
  if (!charter.data) return <div className="opening" />
  return <Parts key={charter.data.edition} shown={charter.data} beneath={beneath} />
}

/** The charter, and beside it how names keep to it: a pattern that names follow already can be taken over. */
function Parts({ shown, beneath }: { shown: Schemas['CharterShown']; beneath: Beneath }) {
  const [names, setNames] = useState(ownNames(shown))
  return (
    <>
      <CharterForm shown={shown} beneath={beneath} names={names} onNames={setNames} />
      <NamesKept folder={shown.folder.id} onUse={shown.folder.right === 'keeper' ? setNames : null} />
    </>
  )
}
