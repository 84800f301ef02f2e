import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import type { Listed, OutlineEntry, Sort } from '../shared/api/client'
import { folderQuery, houseQuery, outlineQuery } from '../shared/api/queries'
import { number, plural } from '../shared/format'
import { KeyBar, type KeyHint } from '../shared/KeyBar'
import { KeyOverview } from '../shared/KeyOverview'
import { useKeys } from '../shared/keys'
import { PathLine } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { Details } from '../shared/Details'
import { DocumentList } from './DocumentList'
import { Outline, visible } from './Outline'

const HINTS: KeyHint[] = [
  { keys: '↑ ↓', does: 'choose' },
  { keys: 'Space', does: 'look, large' },
  { keys: '← →', does: 'folder before, after' },
  { keys: 'Backspace', does: 'folder above' },
  { keys: 'F', does: 'find' },
  { keys: '?', does: 'all keys' },
]
const MORE: KeyHint[] = [
  { keys: 'PgUp PgDn', does: 'through the pages of the preview' },
  { keys: 'Home End', does: 'first, last of what is loaded' },
  { keys: 'Esc', does: 'close the large preview' },
]

/** The structure and its documents. */
export function FoldersView() {
  const params = useParams()
  const [search, setSearch] = useSearchParams()
  const navigate = useNavigate()
  const outline = useQuery(outlineQuery)
  const house = useQuery(houseQuery)
  const [keysShown, setKeysShown] = useState(false)
  const [wide, setWide] = useState(false)
  const folders = outline.data?.folders ?? []
  const folder = folders.find((entry) => entry.id === Number(params.folder)) ?? null
  const sort = (search.get('sort') ?? 'name') as Sort
  const descending = search.get('down') === '1'
  const page = useInfiniteQuery({ ...folderQuery(folder?.id ?? 0, sort, descending), enabled: folder !== null })
  const documents = page.data?.pages.flatMap((one) => one.documents) ?? []
  const chosen = search.get('d') ? Number(search.get('d')) : null

  const go = (id: number) => void navigate(`/folders/${String(id)}?sort=${sort}${descending ? '&down=1' : ''}`)
  const set = (part: Record<string, string | null>) => {
    const next = new URLSearchParams(search)
    for (const [key, value] of Object.entries(part)) {
      if (value === null) next.delete(key)
      else next.set(key, value)
    }
    setSearch(next, { replace: true })
  }
  useEffect(() => {
    // with no folder in the address, open at the first that holds something
    const start = folders.find((entry) => entry.own > 0) ?? folders[0]
    if (start && !params.folder) void navigate(`/folders/${String(start.id)}`, { replace: true })
  })
  const choose = (to: Listed | undefined) => {
    if (to) set({ d: String(to.number) })
  }
  const at = documents.findIndex((document) => document.number === chosen)
  const step = (by: number) => choose(documents[Math.max(0, Math.min(documents.length - 1, at + by))])
  const walk = (by: number) => {
    const shown = visible(folders, folder?.id ?? null)
    const next = shown[shown.findIndex((entry) => entry.id === folder?.id) + by]
    if (next) go(next.id)
  }
  useKeys({
    '?': () => setKeysShown(true),
    ArrowDown: () => step(1),
    ArrowUp: () => step(at < 0 ? 1 : -1),
    Home: () => choose(documents[0]),
    End: () => choose(documents.at(-1)),
    ' ': () => setWide(chosen !== null && !wide),
    Escape: () => setWide(false),
    ArrowLeft: () => walk(-1),
    ArrowRight: () => walk(1),
    Backspace: () => {
      if (folder?.parent_id) go(folder.parent_id)
    },
  })
  if (outline.error && !outline.data) return <ProblemNote error={outline.error} />
  if (outline.data && folders.length === 0) return <div className="notice wide"><h1 className="unseen">Folders</h1><b>No folder is open to you yet.</b><p>A keeper grants you a folder; then it stands here.</p></div>
  if (params.folder && outline.data && !folder) {
    return <div className="notice wide"><h1 className="unseen">Folders</h1><b>This folder is not here, or not for you to see.</b><p>Choose another place, or press F to find a record.</p></div>
  }
  return (
    <>
      <h1 className="unseen">Folders</h1>
      <div className={wide ? 'folders wide' : 'folders'}>
        <Outline folders={folders} current={folder?.id ?? null} />
        {folder && (
          <section className="listing" aria-label={folder.path || 'Drive'}>
            <div className="listhead">
              <PathLine large stops={stopsTo(folder, folders)} />
              <span className="right soft">{summary(folder)}</span>
            </div>
            <div className="patternline">
              <span>
                Pattern <code>{house.data?.pattern}</code>
              </span>
            </div>
            {page.error && <ProblemNote error={page.error} />}
            <DocumentList
              documents={documents}
              isLoaded={page.isSuccess}
              chosen={chosen}
              sort={sort}
              descending={descending}
              onSort={(next) => set({ sort: next, down: next === sort && !descending ? '1' : null })}
              onChoose={(document) => set({ d: String(document) })}
              onEnd={() => {
                if (page.hasNextPage && !page.isFetchingNextPage) void page.fetchNextPage()
              }}
            />
          </section>
        )}
        <Details number={chosen} wide={wide} onWide={() => setWide(!wide)} />
      </div>
      <KeyBar hints={HINTS}>{folder && plural(folder.documents, 'document')} here and beneath</KeyBar>
      <KeyOverview place="Folders" hints={[...HINTS, ...MORE]} open={keysShown} onClose={() => setKeysShown(false)} />
    </>
  )
}

function summary(folder: OutlineEntry): string {
  if (folder.documents === 0) return 'empty'
  const well = Math.round(((folder.documents - folder.misnamed) / folder.documents) * 100)
  const count = folder.own === folder.documents ? plural(folder.own, 'document') : `${number(folder.own)} here, ${number(folder.documents)} with all beneath`
  return `${count} · ${String(well)}% named by the pattern`
}

function stopsTo(folder: OutlineEntry, folders: OutlineEntry[]) {
  const way: OutlineEntry[] = []
  for (let at: OutlineEntry | undefined = folder; at; at = folders.find((entry) => entry.id === at?.parent_id)) way.unshift(at)
  return way.map((entry, index) => ({ text: entry.name || 'Drive', ...(index < way.length - 1 ? { to: `/folders/${String(entry.id)}` } : {}) }))
}
