import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { ChangeList } from '../shared/api/client'
import { listsQuery } from '../shared/api/queries'
import { clock, dayOfMoment, number } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { titled } from '../shared/said'
import { useLead } from '../shared/redirect'
import { Stages } from './Stages'
import { standing } from './words'

const SheetForm = lazy(() => import('./SheetForm').then((m) => ({ default: m.SheetForm })))
const MappingForm = lazy(() => import('./MappingForm').then((m) => ({ default: m.MappingForm })))

/** Bulk work in the open: the lists that are under way and those that were, and how to begin one. */
export function ChangesView() {
  const lead = useLead()
  const [search, setSearch] = useSearchParams()
  const query = useQuery(listsQuery)
  const making = search.get('make')
  const make = (how: string | null) => setSearch(how ? { make: how } : {})
  useKeys({ s: () => make('sheet'), m: () => make('mapping'), Escape: () => make(null) })
  const lists = query.data?.lists ?? []
  const open = (list: { id: number }, asked: string | undefined) => lead(asked, `/changes/${String(list.id)}`)
  return (
    <>
      <h1 className="unseen">Changes</h1>
      <div className="changes" tabIndex={0} role="region" aria-label="Changes">
        <section className="begin" aria-label="Begin a list">
          <button type="button" className={making === 'sheet' ? 'way on' : 'way'} onClick={() => make(making === 'sheet' ? null : 'sheet')}>
            <b>
              From a spreadsheet <kbd>S</kbd>
            </b>
            <small>two columns, from and to: pasted, CSV or XLSX</small>
          </button>
          <button type="button" className={making === 'mapping' ? 'way on' : 'way'} onClick={() => make(making === 'mapping' ? null : 'mapping')}>
            <b>
              Restructure by path <kbd>M</kbd>
            </b>
            <small>
              <code>Letters/{'{type}/{year}'}</code> → <code>Letters/{'{year}/{type}'}</code>
            </small>
          </button>
          <Link className="way" to="/folders">
            <b>From what you choose</b>
            <small>in Folders: move, copy or bin more than ten, drag a folder, or carry documents along</small>
          </Link>
        </section>
        <Suspense fallback={<p className="soft">…</p>}>
          {making === 'sheet' && <SheetForm onMade={open} />}
          {making === 'mapping' && <MappingForm onMade={open} />}
        </Suspense>
        {query.error && <ProblemNote error={query.error} />}
        {query.data && lists.length === 0 && (
          <div className="notice">
            <b>No list yet.</b>
            <p>A list shows every step as from → to before anything moves. It is checked, can be tried on the first three, run, proved, and undone.</p>
          </div>
        )}
        {lists.length > 0 && (
          <section aria-label="Lists">
            {lists.map((list, at) => (
              <Row key={list.id} list={list} day={dayOfMoment(list.created_at)} before={lists[at - 1] ? dayOfMoment(lists[at - 1]?.created_at ?? '') : null} />
            ))}
          </section>
        )}
      </div>
      <KeyBar hints={[{ keys: 'S', does: 'from a spreadsheet' }, { keys: 'M', does: 'restructure by path' }, { keys: 'F', does: 'find' }]} />
    </>
  )
}

function Row({ list, day, before }: { list: ChangeList; day: string; before: string | null }) {
  const tone = list.summary.blocked > 0 && list.begun_at === null ? 'bad' : ['failed', 'paused'].includes(list.state) ? 'wait' : 'soft'
  return (
    <>
      {day !== before && <h2>{day}</h2>}
      <Link className="listrow" to={`/changes/${String(list.id)}`}>
        <time>{clock(list.created_at)}</time>
        <span>
          <b>{titled(list.title, list.undo_of !== null)}</b> <span className={tone}>{standing(list)}</span>
          {list.part !== null && <span className="soft"> · of {list.maker}</span>}
        </span>
        <Stages list={list} />
        <em>{number(list.steps)}</em>
      </Link>
    </>
  )
}
