import { useQueries } from '@tanstack/react-query'
import { useVirtualizer } from '@tanstack/react-virtual'
import { Checkbox } from 'antd'
import { useEffect, useRef, type CSSProperties } from 'react'
import type { Step } from '../shared/api/client'
import { STEP_PAGE, stepsQuery, type StepFilter } from '../shared/api/queries'
import { differing } from '../shared/differing'
import { number } from '../shared/format'
import { PathLine, stopsOf, type Stop } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { SegmentedName } from '../shared/SegmentedName'
import { mendWorded, worded } from '../shared/said'
import { findingOf, STEP_STATES, TO_LOOK_AT } from './words'

/** What stands between the two paths of a step. */
const ARROWS: Record<string, string> = { copy: 'copy →', make_folder: 'made in', version: 'as a new version →', unversion: 'by itself again →' }

interface Props {
  list: number
  filter: StepFilter
  stamp: string // changes when the steps may have
  total: number
  digits: number // of the longest position
  cursor: number
  ticked: ReadonlySet<number>
  onCursor: (at: number) => void
  onTick: (position: number) => void
}

/** The steps as a list of any length: only those in sight are made, only their pages are fetched. */
export function StepRows({ list, filter, stamp, total, digits, cursor, ticked, onCursor, onTick }: Props) {
  const box = useRef<HTMLDivElement>(null)
  // the library's own object changes inside; it is read anew in every render on purpose
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({ count: total, getScrollElement: () => box.current, estimateSize: () => 62, overscan: 3 })
  const shown = rows.getVirtualItems()
  const wanted = [...new Set(shown.map((row) => Math.floor(row.index / STEP_PAGE)))]
  const pages = useQueries({ queries: wanted.map((page) => stepsQuery(list, filter, page, stamp)) })
  const steps = new Map<number, Step>()
  pages.forEach((page, at) => page.data?.steps.forEach((step, index) => steps.set((wanted[at] ?? 0) * STEP_PAGE + index, step)))
  useEffect(() => {
    if (cursor >= 0 && cursor < total) rows.scrollToIndex(cursor)
    // follows the cursor, not every measurement
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [cursor, total])
  const error = pages.find((page) => page.error)?.error
  return (
    <div className="steps" ref={box} tabIndex={0} role="grid" aria-label="Steps" aria-rowcount={total}>
      {error && <ProblemNote error={error} />}
      <div style={{ height: rows.getTotalSize(), position: 'relative', '--digits': digits } as CSSProperties} role="rowgroup">
        {shown.map((row) => {
          const step = steps.get(row.index)
          return (
            <div
              key={row.key}
              ref={rows.measureElement}
              data-index={row.index}
              role="row"
              aria-rowindex={row.index + 1}
              aria-selected={row.index === cursor}
              className={['step', row.index === cursor ? 'on' : '', step ? tone(step) : ''].join(' ')}
              style={{ transform: `translateY(${String(row.start)}px)` }}
              onClick={() => onCursor(row.index)}
            >
              {step ? (
                <StepRow step={step} isTicked={ticked.has(step.position)} onTick={() => onTick(step.position)} />
              ) : (
                <span role="gridcell" className="soft">
                  {number(row.index + 1)} …
                </span>
              )}
            </div>
          )
        })}
      </div>
    </div>
  )
}

function tone(step: Step): string {
  if (step.state === 'failed' || step.findings.some((finding) => findingOf(finding.code).blocks)) return 'wrong'
  if (step.findings.some((finding) => TO_LOOK_AT.includes(finding.code))) return 'seen'
  return step.state === 'left' ? 'resting' : step.state === 'done' ? 'ran' : ''
}

function StepRow({ step, isTicked, onTick }: { step: Step; isTicked: boolean; onTick: () => void }) {
  const [from, to] = [split(step.from_path), split(step.to_path)]
  const renamed = from.name !== to.name && step.to_path !== ''
  const [first, second] = differing(from.folders, to.folders)
  const moves = step.to_path !== '' && from.folders.join('/') !== to.folders.join('/')
  return (
    <>
      <span role="gridcell" className="stepno">
        <Checkbox checked={isTicked} onChange={onTick} aria-label={`Tick step ${String(step.position)}`}>{number(step.position)}</Checkbox>
      </span>
      <span role="gridcell" className="stepwhat">
        <span className="stepnames">
          <Name path={step.from_path || step.to_path} segments={step.from_path ? step.from_segments : step.to_segments} />
          {renamed && step.from_path && (
            <>
              <span aria-label="becomes"> → </span>
              <Name path={step.to_path} segments={step.to_segments} changed />
            </>
          )}
        </span>
        <span className="steppaths">
          {step.from_path !== '' && <Line folders={from.folders} marks={moves ? first : []} />}
          {step.act === 'bin' ? (
            <b className="arrow">→ the bin</b>
          ) : step.act === 'destroy' ? (
            <b className="arrow">destroyed, for good</b>
          ) : step.act === 'remove_folder' ? (
            <b className="arrow">removed, empty</b>
          ) : (
            (moves || step.from_path === '') && (
              <>
                <span className="arrow" aria-label="to">
                  {ARROWS[step.act] ?? '→'}
                </span>
                <Line folders={to.folders} marks={step.from_path === '' ? [] : second} />
              </>
            )
          )}
        </span>
        {step.findings.map((finding) => (
          <span key={finding.code + String(finding.other)} className={findingOf(finding.code).blocks ? 'finding bad' : 'finding wait'}>
            {worded(finding)}
            {finding.other !== null && ` (step ${number(finding.other)})`}
            {mendWorded(finding) && <span className="soft"> · {mendWorded(finding)}</span>}
            {finding.offer && <span className="soft"> · would do: {finding.offer}</span>}
          </span>
        ))}
        {step.state === 'failed' && step.failure && <span className="finding bad">{worded(step.failure)}</span>}
      </span>
      <span role="gridcell" className="stepstate">
        {step.state === 'proposed' && tone(step) === 'wrong' ? 'to decide' : (STEP_STATES[step.state] ?? step.state)}
      </span>
    </>
  )
}

function Name({ path, segments, changed = false }: { path: string; segments: Step['from_segments']; changed?: boolean }) {
  const name = path.slice(path.lastIndexOf('/') + 1)
  const shown = segments.length > 0 ? <SegmentedName segments={segments} /> : <span className="name foldername">{name}</span>
  return changed ? <span className="changed">{shown}</span> : shown
}

function Line({ folders, marks }: { folders: string[]; marks: boolean[] }) {
  const stops = folders.length === 0 ? stopsOf('') : folders.map((text, key) => ({ text, key }))
  const draw = (stop: Stop) => (stop.key !== undefined && marks[stop.key] ? <b className="differs">{stop.text}</b> : <>{stop.text}</>)
  return <PathLine stops={stops} render={draw} />
}

function split(path: string): { folders: string[]; name: string } {
  const parts = path === '' ? [] : path.split('/')
  return { folders: parts.slice(0, -1), name: parts.at(-1) ?? '' }
}
