import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useCallback, useRef, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { Pick } from '../shared/controls/Pick'
import { api, listFileUrl, told, type ChangeList, type Schemas } from '../shared/api/client'
import { changeListQuery, isMoving, type StepFilter } from '../shared/api/queries'
import { clock, number, plural, size } from '../shared/format'
import { KeyBar, type KeyHint } from '../shared/KeyBar'
import { KeyOverview } from '../shared/KeyOverview'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { useLead, whereAsked } from '../shared/redirect'
import { titled, mendWorded, worded } from '../shared/said'
import { CODES } from '../shared/words.gen'
import { BeforeAfter } from './BeforeAfter'
import { Named } from './Named'
import { Facets } from './Facets'
import { Decide } from './Decide'
import { blockingOf, nextToDecide, type Mending } from './decisions'
import { Stages } from './Stages'
import { StepRows } from './StepRows'
import { useStepsInSight } from './steps'
import { findingOf, standing, timeLeft } from './words'

const HINTS: KeyHint[] = [
  { keys: '↑ ↓', does: 'step' },
  { keys: 'Space', does: 'tick' },
  { keys: 'D', does: 'what is to decide' },
  { keys: 'Y', does: 'try' },
  { keys: 'R', does: 'run, go on' },
  { keys: 'P', does: 'pause' },
  { keys: '#', does: 'jump to a step' },
  { keys: '?', does: 'all keys' },
]
const LOOKING = HINTS.filter((hint) => ['↑ ↓', '#', '?'].includes(hint.keys))
/** What the keys do in somebody else's list. */
const OF_ANOTHER: Record<Schemas['Named']['part'], KeyHint[]> = {
  look: LOOKING,
  decide: [...HINTS.slice(0, 3), ...LOOKING.slice(1)],
  approve: [{ keys: 'V', does: 'say yes to it' }, ...LOOKING],
}
const MORE: KeyHint[] = [
  { keys: 'PgUp PgDn', does: 'ten steps', group: 'Looking' },
  { keys: 'Home End', does: 'first, last', group: 'Looking' },
  { keys: '1 … 5', does: 'decide', group: 'Deciding' },
  { keys: 'A', does: 'for this step, for all alike', group: 'Deciding' },
  { keys: 'N', does: 'name others in it', group: 'With others' },
  { keys: 'V', does: 'say yes to it', group: 'With others' },
  { keys: 'O', does: 'proof', group: 'After' },
  { keys: 'U', does: 'undo it', group: 'After' },
]
const ALL: StepFilter = { finding: '', state: '', act: '' }

/** One change list: what it comes to, step by step; to be mended, tried, run, proved and undone. */
export function ListView() {
  const id = Number(useParams().list)
  const queries = useQueryClient()
  const navigate = useNavigate()
  const lead = useLead()
  const query = useQuery(changeListQuery(id))
  const [filter, setFilter] = useState<StepFilter>(ALL)
  const [cursor, setCursor] = useState(0)
  const [ticked, setTicked] = useState<ReadonlySet<number>>(new Set())
  const [keysShown, setKeysShown] = useState(false)
  const [isNaming, setNaming] = useState(false)
  const jump = useRef<HTMLInputElement>(null)
  const took = (list: ChangeList) => {
    queries.setQueryData(changeListQuery(id).queryKey, list)
    void queries.invalidateQueries({ queryKey: ['lists'] })
  }
  const path = { params: { path: { list_id: id } } }
  const seen = query.data?.checked_at ?? null // which edition of the list is looked at: a place in it is a place in that one
  const run = useMutation({ mutationFn: (what: { only: number[] | null; first: number | null }) => told(api.POST('/api/lists/{list_id}/run', { ...path, body: { ...what, seen } })), onSuccess: took })
  const rest = useMutation({ mutationFn: (wish: 'pause' | 'cancel') => told(wish === 'pause' ? api.POST('/api/lists/{list_id}/pause', path) : api.POST('/api/lists/{list_id}/cancel', path)), onSuccess: took })
  const check = useMutation({ mutationFn: () => told(api.POST('/api/lists/{list_id}/check', path)), onSuccess: took })
  const leave = useMutation({ mutationFn: () => told(api.POST('/api/lists/{list_id}/leave-failed', path)), onSuccess: took })
  const choose = useMutation({ mutationFn: (body: Partial<Schemas['Choices']>) => told(api.PATCH('/api/lists/{list_id}', { ...path, body: { collision: null, on_failure: null, remove_empty: null, title: null, ...body } })), onSuccess: took })
  const mend = useMutation({
    mutationFn: (body: Mending) => told(api.POST('/api/lists/{list_id}/mend', { ...path, body: { ...body, seen: body.finding ? null : seen } })), // a finding is the same wherever its steps stand
    onSuccess: (list) => {
      took(list)
      // one after another: as long as there is something of this sort to decide, it stays in sight
      setFilter((shown) => (list.summary.findings[shown.finding] ? shown : ALL))
      setTicked(new Set())
    },
  })
  const approve = useMutation({ mutationFn: (approves: boolean) => told(api.PUT('/api/lists/{list_id}/approval', { ...path, body: { approves, seen } })), onSuccess: took })
  const undo = useMutation({
    mutationFn: () => told(api.POST('/api/lists/{list_id}/undo', { ...path, body: { positions: ticked.size > 0 ? [...ticked] : null, seen } })),
    onMutate: whereAsked,
    onSuccess: (made, _nothing, asked) => lead(asked, `/changes/${String(made.id)}`),
  })
  const discard = useMutation({
    mutationFn: () => told(api.DELETE('/api/lists/{list_id}', path)),
    onMutate: whereAsked,
    onSuccess: (_done, _nothing, asked) => {
      void queries.invalidateQueries({ queryKey: ['lists'] })
      lead(asked, '/changes')
    },
  })
  const list = query.data
  const { stamp, total, at, current } = useStepsInSight(id, list, filter, cursor)
  const { mutate: chosen } = choose
  const onRemoveEmpty = useCallback((remove_empty: boolean) => chosen({ remove_empty }), [chosen])
  const tick = (position: number) => {
    const next = new Set(ticked)
    if (!next.delete(position)) next.add(position)
    setTicked(next)
  }
  const go = (by: number) => setCursor(Math.max(0, Math.min(total - 1, at + by)))
  const isOwn = list?.part === null
  const canStart = list !== undefined && isOwn && !isMoving(list) && (list.can_run || ['paused', 'failed', 'cancelled'].includes(list.state))
  const canApprove = list?.part === 'approve' && list.state === 'checked' && list.summary.blocked === 0
  // what keeps the list from running: of those that are shown, or else of the step at hand
  const finding = filter.finding !== '' && findingOf(filter.finding).blocks ? filter.finding : blockingOf(current)
  const toDecide = () => {
    const next = list && nextToDecide(list.summary.findings, Object.keys(CODES), filter.finding)
    if (next !== undefined) {
      setFilter({ ...ALL, finding: next })
      setCursor(0)
    }
  }
  const start = () => canStart && run.mutate({ only: null, first: null })
  const attempt = () => canStart && run.mutate(ticked.size > 0 ? { only: [...ticked], first: null } : { only: null, first: 3 })
  useKeys({
    ArrowDown: () => go(1),
    ArrowUp: () => go(-1),
    PageDown: () => go(10),
    PageUp: () => go(-10),
    Home: () => go(-total),
    End: () => go(total),
    ' ': () => current && tick(current.position),
    d: toDecide,
    y: attempt,
    r: start,
    p: () => list?.state === 'running' && rest.mutate('pause'),
    '#': () => jump.current?.focus(),
    o: () => void navigate(`/changes/${String(id)}/proof`),
    u: () => list?.can_undo && undo.mutate(),
    n: () => isOwn && list.state !== 'done' && setNaming(true),
    v: () => canApprove && approve.mutate(!list.approves),
    '?': () => setKeysShown(true),
  })
  if (query.error) {
    return (
      <div className="notice wide">
        <h1 className="unseen">Changes</h1>
        <ProblemNote error={query.error} />
      </div>
    )
  }
  if (!list) return <div className="opening" />
  const error = run.error ?? rest.error ?? check.error ?? choose.error ?? mend.error ?? undo.error ?? discard.error ?? leave.error ?? approve.error
  return (
    <>
      <h1 className="unseen">Changes</h1>
      <div className="changelist">
        <header className="listtop">
          <div>
            <p className="listtitle">
              <b>{titled(list.title, list.undo_of !== null)}</b> <span className="soft">· {clock(list.created_at)} · {standing(list)}</span>
            </p>
            <Stages list={list} />
          </div>
          <div className="listacts">
            {canApprove && (
              <Button type={list.approves ? 'default' : 'primary'} onClick={() => approve.mutate(!list.approves)} disabled={approve.isPending}>
                {list.approves ? 'Take your yes back' : 'Say yes to it'} <kbd>V</kbd>
              </Button>
            )}
            {isOwn && (list.state === 'running' || list.state === 'queued') ? (
              <>
                <Button onClick={() => rest.mutate('pause')}>
                  Pause <kbd>P</kbd>
                </Button>
                <Button onClick={() => rest.mutate('cancel')}>
                  Cancel
                </Button>
              </>
            ) : (
              <>
                {canStart && (
                  <Button onClick={attempt} disabled={run.isPending}>
                    {ticked.size > 0 ? `Try the ${number(ticked.size)} ticked` : list.steps_done > 0 ? 'Try 3 more' : 'Try the first 3'} <kbd>Y</kbd>
                  </Button>
                )}
                {isOwn && list.state !== 'done' && (
                  <Button type="primary" onClick={start} disabled={!canStart || run.isPending}>
                    {list.steps_done > 0 ? `Go on with ${number(list.steps - list.steps_done)}` : `Run ${number(list.steps)}`} <kbd>R</kbd>
                  </Button>
                )}
                {list.steps_done > 0 && (
                  <>
                    <Button onClick={() => void navigate(`/changes/${String(id)}/proof`)}>
                      Proof <kbd>O</kbd>
                    </Button>
                    {list.can_undo && (
                      <Button onClick={() => undo.mutate()} disabled={undo.isPending}>
                        {ticked.size > 0 ? `Undo the ${number(ticked.size)} ticked` : 'Undo'} <kbd>U</kbd>
                      </Button>
                    )}
                  </>
                )}
              </>
            )}
          </div>
          {(list.state === 'running' || list.state === 'queued') && <Progress list={list} />}
          {list.trouble && list.state !== 'queued' && (
            <div className="problem" role="alert">
              <b>{[worded(list.trouble), mendWorded(list.trouble)].filter(Boolean).join('. ')}.</b>
              <span>
                {plural(list.steps_done, 'step')} are done and stay so; the others have not moved. Put right what is wrong and go on, or{' '}
                <Button type="link" size="small" onClick={() => leave.mutate()}>
                  leave what failed where it is
                </Button>
                .
              </span>
            </div>
          )}
          {error && <ProblemNote error={error} />}
        </header>
        <div className="listpane">
          <Facets list={list} filter={filter} onFilter={(next) => { setFilter(next); setCursor(0) }} />
          <Named list={list} isNaming={isNaming} onNaming={setNaming} onChange={took} />
          <Choices list={list} onChoose={(body) => choose.mutate(body)} onDiscard={() => discard.mutate()} onCheck={() => check.mutate()} />
        </div>
        <section className="stepsbox" aria-label="Steps of the list">
          <StepRows list={id} filter={filter} stamp={stamp} total={total} digits={number(list.steps + list.summary.left).length} cursor={at} ticked={ticked} onCursor={setCursor} onTick={tick} />
          {finding !== undefined && list.state === 'checked' && list.can_decide && (
            <Decide key={finding} finding={finding} current={current} ticked={ticked} count={list.summary.findings[finding] ?? 0} isShownAlone={filter.finding === finding} isBusy={mend.isPending} onMend={(body) => mend.mutate(body)} />
          )}
        </section>
        <BeforeAfter list={list} onRemoveEmpty={onRemoveEmpty} />
      </div>
      <KeyBar hints={isOwn ? HINTS : OF_ANOTHER[list.part ?? 'look']}>
        <form
          className="jump"
          onSubmit={(event) => {
            event.preventDefault()
            const asked = Number(jump.current?.value)
            if (asked >= 1) setCursor(Math.floor(asked) - 1) // beyond the end, or before it is known how many there are: the last, then
            jump.current?.blur()
          }}
        >
          <label>
            step <input ref={jump} inputMode="numeric" size={6} aria-label="Jump to step" /> of {number(total)}
          </label>
        </form>{' '}
        <a href={listFileUrl(id, 'steps.csv')}>CSV</a> · <a href={listFileUrl(id, 'steps.xlsx')}>XLSX</a>
      </KeyBar>
      <KeyOverview place="Changes" hints={[...HINTS, ...MORE]} open={keysShown} onClose={() => setKeysShown(false)} />
    </>
  )
}

/** How far a list is: by steps and by bytes, its rate, the time left, the file at hand. */
function Progress({ list }: { list: ChangeList }) {
  const share = list.steps === 0 ? 0 : list.steps_done / list.steps
  const rate = list.seconds > 0 ? Math.round(list.steps_done / list.seconds) : 0
  return (
    <div className="progress" role="status" aria-label="Progress">
      <div className="track">
        <i style={{ width: `${(share * 100).toFixed(1)}%` }} />
      </div>
      <span>
        {number(list.steps_done)} of {number(list.steps)} · {size(list.bytes_done)} of {size(list.bytes)}
        {rate > 0 && ` · ${number(rate)} a second`} {timeLeft(list) && `· ${timeLeft(list)}`}
      </span>
      <code>{list.state === 'queued' ? (list.trouble ? worded(list.trouble) : 'waits for its turn') : (list.at_hand ?? '')}</code>
    </div>
  )
}

/** What holds for the whole list. */
function Choices({ list, onChoose, onDiscard, onCheck }: { list: ChangeList; onChoose: (body: Partial<Schemas['Choices']>) => void; onDiscard: () => void; onCheck: () => void }) {
  if (isMoving(list) || list.state === 'done' || !list.can_decide) return null
  const begun = list.begun_at !== null
  return (
    <div className="listchoices">
      {!begun && (
        <label>
          Where a name is taken
          <Pick label="Where a name is taken" value={list.collision} choices={COLLISIONS} onPick={(collision) => onChoose({ collision: collision as ChangeList['collision'] })} />
        </label>
      )}
      <label>
        Where a step fails
        <Pick label="When a step fails" value={list.on_failure} choices={FAILURES} onPick={(failure) => onChoose({ on_failure: failure as ChangeList['on_failure'] })} />
      </label>
      {!begun && (
        <p>
          <Button type="link" size="small" onClick={onCheck}>
            check again
          </Button>{' '}
          {list.part === null && (
            <>
              ·{' '}
              <Button type="link" size="small" onClick={onDiscard}>
                throw away
              </Button>
            </>
          )}
        </p>
      )}
    </div>
  )
}

const COLLISIONS = [
  { value: 'ask', label: 'ask' },
  { value: 'wait', label: 'leave it where it is' },
  { value: 'beside', label: 'file beside, numbered' },
  { value: 'version', label: 'file as new version' },
  { value: 'same', label: 'skip the very same, ask for others' },
]
const FAILURES = [
  { value: 'stop', label: 'stop' },
  { value: 'aside', label: 'set it aside and go on' },
]
