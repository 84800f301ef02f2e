import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, told, type Entry, type Schemas, type Segment } from '../shared/api/client'
import { logbookQuery, oldPathQuery } from '../shared/api/queries'
import { undoingList } from '../shared/documents/useChanges'
import { useSettled } from '../shared/useSettled'
import { ACTIONS } from '../shared/actions'
import { clock, dayOfMoment, number } from '../shared/format'
import { KeyBar, type KeyHint } from '../shared/KeyBar'
import { KeyOverview } from '../shared/KeyOverview'
import { useKeys } from '../shared/keys'
import { PathLine, stopsOf } from '../shared/PathLine'
import { SegmentedName } from '../shared/SegmentedName'
import { ProblemNote } from '../shared/ProblemNote'
import { useLead, whereAsked } from '../shared/redirect'
import { titled, worded } from '../shared/said'

const HINTS: KeyHint[] = [
  { keys: 'M', does: 'only mine' },
  { keys: 'A', does: 'arrivals too' },
  { keys: 'P', does: 'where did a path go?' },
  { keys: 'F', does: 'find' },
  { keys: '?', does: 'all keys' },
]

/** Who did what to what; undo; where did this path go? */
export function LogbookView() {
  const queries = useQueryClient()
  const lead = useLead()
  const [mine, setMine] = useState(false)
  const [arrivals, setArrivals] = useState(false)
  const [keysShown, setKeysShown] = useState(false)
  const [pathInput] = useState<{ current: HTMLInputElement | null }>({ current: null })
  const book = useInfiniteQuery(logbookQuery({ mine, quiet: !arrivals }))
  const undo = useMutation({
    mutationFn: (listId: number) => told(api.POST('/api/changes/{list_id}/undo', { params: { path: { list_id: listId } } })),
    onSettled: () => void queries.invalidateQueries(),
    onMutate: whereAsked,
    onError: (error, _listId, asked) => {
      const list = undoingList(error)
      if (list) lead(asked, `/changes/${String(list)}`)
    },
  })
  useKeys({ '?': () => setKeysShown(true), m: () => setMine(!mine), a: () => setArrivals(!arrivals), p: () => pathInput.current?.focus() })
  const entries = book.data?.pages.flatMap((page) => page.entries) ?? []
  return (
    <>
      <h1 className="unseen">Logbook</h1>
      <div className="logbook">
        <aside className="logside" aria-label="What is shown">
          <Checkbox className="tick" checked={mine} onChange={() => setMine(!mine)}>Only what I did <kbd>M</kbd></Checkbox>
          <Checkbox className="tick" checked={arrivals} onChange={() => setArrivals(!arrivals)}>Arrivals and take-in too <kbd>A</kbd></Checkbox>
          <OldPath inputRef={pathInput} />
        </aside>
        <section className="entries" aria-label="Entries" tabIndex={0}>
          {undo.error && <ProblemNote error={undo.error} />}
          {undo.data && <Undone done={undo.data} />}
          {book.error && <ProblemNote error={book.error} />}
          {book.isSuccess && entries.length === 0 && <div className="notice">Nothing has happened yet. What is filed, moved or undone stands here with its time and its person.</div>}
          {entries.map((entry, at) => (
            <div key={entry.id}>
              {dayOfMoment(entry.at) !== dayOfMoment(entries[at - 1]?.at ?? '') && <h2>{dayOfMoment(entry.at)}</h2>}
              <EntryRow entry={entry} onUndo={() => entry.list_id && undo.mutate(entry.list_id)} isBusy={undo.isPending} />
            </div>
          ))}
          {book.hasNextPage && (
            <Button onClick={() => void book.fetchNextPage()}>
              Earlier
            </Button>
          )}
        </section>
      </div>
      <KeyBar hints={HINTS} />
      <KeyOverview place="Logbook" hints={HINTS} open={keysShown} onClose={() => setKeysShown(false)} />
    </>
  )
}

function Undone({ done }: { done: Schemas['Undone'] }) {
  const back = done.path && done.number ? <Link to={`/d/${String(done.number)}`}>Look at it</Link> : null
  return (
    <div className="done" role="status">
      Undone: {titled(done.title)}. {back}
      {done.left.map((why) => (
        <p key={worded(why)} className="wait">
          Left alone: {worded(why)}.
        </p>
      ))}
    </div>
  )
}

function EntryRow({ entry, onUndo, isBusy }: { entry: Entry; onUndo: () => void; isBusy: boolean }) {
  const onDesk = entry.action === 'filed' || entry.action === 'arrived'
  return (
    <article className="entry-row">
      <time dateTime={entry.at}>{clock(entry.at)}</time>
      <span className="by" title={entry.person ?? 'Waka'}>
        {entry.initials ?? '–'}
      </span>
      <div className="what">
        <div>
          <b>
            {entry.undoes && entry.action !== 'unfiled' && 'undone: '}
            {ACTIONS[entry.action] ?? entry.action}
          </b>{' '}
          {entry.document_id && <Link to={`/d/${String(entry.document_id)}`}>No. {number(entry.document_id)}</Link>}
          {entry.reason && <span className="wait"> {worded(entry.reason)}</span>}
        </div>
        <div className="fromto">
          {entry.from_path && <End path={entry.from_path} segments={entry.from_segments} isDesk={onDesk} />}
          {entry.to_path && <End leads={entry.from_path !== null} path={entry.to_path} segments={entry.to_segments} isDesk={entry.action === 'unfiled' || entry.action === 'arrived'} />}
        </div>
      </div>
      {entry.undoable && (
        <Button onClick={onUndo} disabled={isBusy}>
          Undo
        </Button>
      )}
    </article>
  )
}

function End({ path, segments, isDesk, leads = false }: { path: string; segments: Segment[]; isDesk: boolean; leads?: boolean }) {
  const cut = path.lastIndexOf('/')
  const folder = cut < 0 ? '' : path.slice(0, cut)
  const stops = isDesk ? [{ text: 'Desk' }, ...(folder ? stopsOf(folder) : [])] : stopsOf(folder)
  return (
    <span className="end">
      {leads && '→ '}
      <PathLine stops={stops} /> <SegmentedName segments={segments} />
    </span>
  )
}

function OldPath({ inputRef }: { inputRef: { current: HTMLInputElement | null } }) {
  const [path, setPath] = useState('')
  const settled = useSettled(path, 250)
  const found = useQuery(oldPathQuery(settled))
  return (
    <div className="oldpath">
      <h2>
        <label htmlFor="oldpath">Where did this path go?</label> <kbd>P</kbd>
      </h2>
      <input
        id="oldpath"
        ref={inputRef}
        placeholder="Finance/Invoices/2026/…"
        value={path}
        onChange={(event) => setPath(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') event.currentTarget.blur()
        }}
      />
      <div role="status">
        {settled.trim() !== '' && found.data?.documents.length === 0 && <p className="soft">No document that you may see ever stood there.</p>}
        {found.data?.documents.map((document) => (
          <p key={document.number}>
            <Link to={`/d/${String(document.number)}`}>No. {number(document.number)}</Link> is now{' '}
            {document.state === 'waiting' ? 'on the desk as' : <PathLine stops={stopsOf(document.folder_path ?? '')} />} <code>{document.name}</code>
          </p>
        ))}
      </div>
    </div>
  )
}
