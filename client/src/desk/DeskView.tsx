import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Alert, Button } from 'antd'
import { useEffect, useRef, useState, type DragEvent } from 'react'
import { useLocation, useNavigate, useParams } from 'react-router'
import { FileName } from '../shared/FileName'
import { api, told, type Arrival, type Slip } from '../shared/api/client'
import { deskQuery, documentQuery, houseQuery } from '../shared/api/queries'
import { plural } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { KeyOverview } from '../shared/KeyOverview'
import { useKeys } from '../shared/keys'
import { NO_MARKS, PageView, type Mark } from '../shared/PageView'
import { ProblemNote } from '../shared/ProblemNote'
import { isStillAt, isStillIn, whereAsked } from '../shared/redirect'
import { useOfPlace } from '../shared/useOfPlace'
import { DiscardDialog, DiscardedDrawer } from './Discarding'
import { FilingSlip, type FiledNow, type Lead } from './FilingSlip'
import { following, grouped, slipOf } from './model'
import { PagesDialog } from './PagesDialog'
import { PageWords } from './PageWords'
import { AskDialog } from './Question'
import { HINTS, MORE } from './hints'
import { Queue } from './Queue'
import type { Gone } from './Same'
import { TogetherDialog } from './TogetherDialog'
import { Uploads, type Upload } from './Uploads'
import { useFilings } from './useFilings'
import { useNext } from './useNext'

/** The daily loop: look, name, file, next. */
export function DeskView() {
  const params = useParams()
  const navigate = useNavigate()
  const queries = useQueryClient()
  const desk = useQuery(deskQuery)
  const house = useQuery(houseQuery)
  const [last, setLast] = useState<FiledNow | null>(null)
  const [over, setOver] = useState(false)
  const [marks, setMarks] = useState<Mark[]>(NO_MARKS)
  const [discardedShown, setDiscardedShown] = useState(false)
  const [discarded, setDiscarded] = useState<{ listId: number; name: string } | null>(null)
  const filings = useFilings((filed) => {
    setLast(filed)
    setDiscarded(null)
  })
  const waiting = (desk.data?.waiting ?? []).filter((arrival) => !filings.isAway(arrival.number))
  const { pathname } = useLocation()
  const [shown, setShown] = useState<{ number: number | null; from: string } | null>(null)
  // what is shown next is shown at once; the address follows a moment later
  const asked = shown?.from === pathname ? shown.number : params.number ? Number(params.number) : null
  const first = grouped(waiting)[0]?.arrivals[0]?.number ?? null
  const current = waiting.find((arrival) => arrival.number === asked) ?? null
  // a window is that of one arrival, and is gone with it: by the browser's Back, or filed by somebody else
  const place = String(current?.number ?? '')
  const [opened, setOpened] = useOfPlace<{ what: 'discard' | 'pages' | 'together' | 'ask'; of: Arrival }>(place)
  const [keysShown, setKeysShown] = useOfPlace<boolean>(place)
  const windowOf = (what: string) => (opened?.what === what ? opened.of : null)
  const [discarding, paging, together, asking] = [windowOf('discard'), windowOf('pages'), windowOf('together'), windowOf('ask')]
  const document = useQuery({ ...documentQuery(current?.number ?? 0), enabled: current !== null })
  const uploads = useUploads(() => void queries.invalidateQueries({ queryKey: ['desk'] }))

  const takerRef = useRef<(text: string) => void>(() => undefined) // puts what stands on the page into the field at hand

  const show = (number: number | null) => {
    setShown({ number, from: pathname })
    void navigate(number === null ? '/desk' : `/desk/${String(number)}`, { replace: true })
  }
  useEffect(() => {
    // whatever is asked for and no longer waits gives way to the first that does; but not while the
    // queue is on its way, which may bring it (an arrival just put back by undo)
    if (desk.data && !desk.isFetching && current === null && first !== asked && isStillIn('/desk')) void navigate(first === null ? '/desk' : `/desk/${String(first)}`, { replace: true })
  })
  const undo = useMutation({
    mutationFn: (listId: number) => told(api.POST('/api/changes/{list_id}/undo', { params: { path: { list_id: listId } } })),
    onMutate: whereAsked,
    onSuccess: async (outcome, _listId, asked) => {
      setLast(null)
      setDiscarded(null)
      await queries.invalidateQueries()
      if (isStillAt(asked)) show(outcome.number)
    },
  })
  const later = useMutation({
    mutationFn: () =>
      told(api.PUT('/api/desk/{number}/later', { params: { path: { number: current?.number ?? 0 } }, body: { later: !current?.later } })),
    onMutate: whereAsked,
    onSuccess: (_done, _nothing, asked) => {
      if (current && isStillAt(asked)) show(following(waiting, current.number))
      void queries.invalidateQueries({ queryKey: ['desk'] })
    },
  })
  const step = (by: number) => {
    const order = grouped(waiting).flatMap((group) => group.arrivals)
    const at = order.findIndex((arrival) => arrival.number === current?.number)
    const next = order[at + by]
    if (next) show(next.number)
  }
  const undoLast = () => {
    const done = discarded ?? last
    if (done && !undo.isPending) undo.mutate(done.listId)
  }
  const refused = filings.refused.find((one) => one.number === current?.number) ?? null
  const elsewhere = filings.refused.filter((one) => one.number !== current?.number)
  const backToRefused = () => {
    const [first] = elsewhere
    if (first) show(first.number)
  }
  const next = current ? following(waiting, current.number) : null
  useNext(waiting.find((arrival) => arrival.number === next))
  const file = (slip: Slip, stay: boolean, lead: Lead) => {
    if (!current) return
    const next = following(waiting, current.number)
    if (!stay) show(next)
    const asked = whereAsked()
    void filings.file(current, slip, stay, lead).then((went) => {
      if (went && stay && isStillAt(asked)) show(next)
    })
  }
  const gone = (from: Arrival, done: Gone) => {
    show(following(waiting, from.number))
    setOpened(null)
    setDiscarded(done.as === 'discarded' ? done : null)
    if (done.as === 'version') setLast({ ...done, slip: slipOf(from) })
    void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'me' })
  }
  const discard = () => setOpened(current && { what: 'discard', of: current })
  const toPages = () => setOpened(current?.pages ? { what: 'pages', of: current } : null)
  const toAsk = () => setOpened(current && { what: 'ask', of: current })
  const toTogether = () => setOpened(current && { what: 'together', of: current })
  useKeys(
    { '?': () => setKeysShown(true), u: uploads.choose, ArrowDown: () => step(1), ArrowUp: () => step(-1), 'ctrl+z': undoLast, Delete: discard, p: toPages, m: toTogether, q: toAsk },
    { 'alt+b': backToRefused, 'alt+Delete': discard, 'alt+p': toPages, 'alt+m': toTogether, 'alt+q': toAsk, 'alt+ArrowDown': () => step(1), 'alt+ArrowUp': () => step(-1), ...(last || discarded ? { 'ctrl+z': undoLast } : {}) },
  )
  const drop = (event: DragEvent) => {
    event.preventDefault()
    setOver(false)
    uploads.send([...event.dataTransfer.files])
  }
  if (desk.error && !desk.data) return <ProblemNote error={desk.error} />
  if (!desk.data) return <div className="opening" />
  return (
    <>
      <h1 className="unseen">Desk</h1>
      <div className="deskplace">
        {elsewhere.map((one) => (
          <Alert
            key={one.number}
            type="error"
              banner
            role="alert"
            title={`“${one.name}” was not filed: ${one.error.message}`}
            action={
              <Button size="small" onClick={() => show(one.number)}>
                Back to it <kbd>Alt B</kbd>
              </Button>
            }
          />
        ))}
      <div
        className={over ? 'desk over' : 'desk'}
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={(event) => {
          if (event.currentTarget === event.target) setOver(false)
        }}
        onDrop={drop}
      >
        <div className="queuecolumn">
          <Queue desk={{ ...desk.data, waiting }} current={current?.number ?? null} />
          <Uploads uploads={uploads.list} onChoose={uploads.choose} inputRef={uploads.input} onFiles={uploads.send} onClear={uploads.clear} />
          {desk.data.may_file && (
            <div className="queuefoot">
              <Button type="link" size="small" disabled={!current?.pages} onClick={toPages}>
                Pages … <kbd>Alt P</kbd>
              </Button>
              <Button type="link" size="small" disabled={current === null} onClick={toTogether}>
                Alike <kbd>Alt M</kbd>
              </Button>
              <Button type="link" size="small" disabled={current === null} onClick={toAsk}>
                Ask <kbd>Alt Q</kbd>
              </Button>
              <Button type="link" size="small" aria-label="What was discarded" onClick={() => setDiscardedShown(true)}>
                Discarded …
              </Button>
              <Button type="link" size="small" disabled={current === null} onClick={discard}>
                Discard <kbd>Alt Del</kbd>
              </Button>
            </div>
          )}
        </div>
        {current && house.isSuccess ? (
          <>
            {document.data ? <PageView key={`page-${String(current.number)}`} document={document.data} marks={marks} over={(page) => <PageWords number={current.number} page={page} onTake={(text) => takerRef.current(text)} />} /> : <div className="opening">{document.error && <ProblemNote error={document.error} />}</div>}
            <FilingSlip
              key={current.number}
              arrival={current}
              desk={desk.data}
              last={last}
              refused={refused?.error ?? null}
              isFiling={filings.isFiling(current.number)}
              onFile={file}
              onChange={() => filings.forget(current.number)}
              onLater={() => later.mutate()}
              onTaken={([first]) => first !== undefined && show(first)}
              onGone={(done) => gone(current, done)}
              onMarks={setMarks}
              takerRef={takerRef}
            />
          </>
        ) : (
          <Empty mayFile={desk.data.may_file} isEmpty={waiting.length === 0} error={document.error} />
        )}
      </div>
      </div>
      <KeyBar hints={HINTS}>
        {undo.error ? (
          <span className="bad">{undo.error.message}</span>
        ) : discarded ? (
          <>
            Discarded: <FileName name={discarded.name} />{' '}
            <Button type="link" size="small" onClick={undoLast}>
              undo
            </Button>
          </>
        ) : last ? (
          <>
            Filed: <code>{last.path.split('/').pop()}</code>{' '}
            <button type="button" className="link" onClick={undoLast}>
              undo
            </button>
          </>
        ) : (
          plural(desk.data.filed_today, 'document') + ' filed by you today'
        )}
      </KeyBar>
      {discarding && (
        <DiscardDialog
          key={discarding.number}
          arrival={discarding}
          onClose={() => setOpened(null)}
          onDiscarded={(done) => gone(discarding, { as: 'discarded', ...done })}
        />
      )}
      {paging && (
        <PagesDialog
          key={paging.number}
          arrival={paging}
          waiting={waiting}
          onClose={() => setOpened(null)}
          onMade={([first]) => {
            setOpened(null)
            if (first !== undefined) show(first)
          }}
        />
      )}
      {asking && (
        <AskDialog
          key={asking.number}
          arrival={asking}
          onClose={() => setOpened(null)}
          onAsked={() => {
            setOpened(null)
            show(following(waiting, asking.number))
          }}
        />
      )}
      {together && (
        <TogetherDialog
          key={together.number}
          arrival={together}
          waiting={waiting}
          onClose={() => setOpened(null)}
          onFiled={(listId, rows, [first]) => {
            setOpened(null)
            setDiscarded(null)
            const went = rows.map((row) => row.number)
            show(grouped(waiting).flatMap((group) => group.arrivals).find((one) => !went.includes(one.number))?.number ?? null)
            if (first && rows[0]) setLast({ listId, number: first.number, path: first.path, slip: rows[0].slip })
          }}
        />
      )}
      {discardedShown && (
        <DiscardedDrawer
          onClose={() => setDiscardedShown(false)}
          onTakenBack={(number) => {
            setDiscardedShown(false)
            show(number)
          }}
        />
      )}
      <KeyOverview place="Desk" hints={[...HINTS, ...MORE]} open={keysShown === true} onClose={() => setKeysShown(null)} />
    </>
  )
}

function Empty({ mayFile, isEmpty, error }: { mayFile: boolean; isEmpty: boolean; error: unknown }) {
  if (error) return <ProblemNote error={error} />
  if (!isEmpty) return <div className="opening" />
  return (
    <div className="notice wide">
      <b>{mayFile ? 'The desk is clear.' : 'Nothing waits here for you.'}</b>
      <p>
        {mayFile
          ? 'Drop files anywhere on this page, press U to choose some, or put them into the arrivals folder: they appear here with a number.'
          : 'You may look things up: press F to find a record, or walk through Folders.'}
      </p>
    </div>
  )
}

function useUploads(onArrived: () => void) {
  const [list, setList] = useState<Upload[]>([])
  const [input] = useState<{ current: HTMLInputElement | null }>({ current: null })
  const change = (id: string, part: Partial<Upload>) => setList((now) => now.map((one) => (one.id === id ? { ...one, ...part } : one)))
  const send = (files: File[]) => {
    for (const file of files) {
      const id = crypto.randomUUID()
      setList((now) => [...now, { id, name: file.name, share: 0, error: null }])
      // loaded when it is first needed: most days begin with what the scanner brought
      void import('../shared/api/sending').then(({ sending }) =>
        sending(file, { path: file.name }, {
          onProgress: (sent) => change(id, { share: sent / Math.max(1, file.size) }),
          onSuccess: () => {
            setList((now) => now.filter((one) => one.id !== id))
            onArrived()
          },
          onError: (error) => change(id, { error }),
        }).start(),
      )
    }
  }
  return { list, send, input, choose: () => input.current?.click(), clear: (id: string) => setList((now) => now.filter((one) => one.id !== id)) }
}
