import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Modal, Select } from 'antd'
import { useRef, useState } from 'react'
import { api, pageUrl, told, type Arrival } from '../shared/api/client'
import { beginsQuery } from '../shared/api/queries'
import { number, plural } from '../shared/format'
import { nameOf } from '../shared/keys'
import { PageImage } from '../shared/PageImage'
import { ProblemNote } from '../shared/ProblemNote'
import { Outline } from './Outline'
import { changed, documentsOf, isAnythingDone, leavesOf, moved, type Leaf } from './pages'

interface Props {
  arrival: Arrival
  waiting: Arrival[]
  onClose: () => void
  onMade: (numbers: number[]) => void
}

/** The pages of arrivals made into others: a stack parted, photographs joined, pages turned or left out. */
export function PagesDialog(props: Props) {
  const begins = useQuery(beginsQuery(props.arrival.number))
  const [held, hold] = useState<string | null>(null) // changed by hand: what is read later changes nothing any more
  const now = String(begins.data?.is_read)
  return (
    <Modal open title="Pages" width="min(1080px, 96vw)" style={{ top: 32 }} footer={null} onCancel={props.onClose} className="dialog">
      {begins.data?.is_read === false && <p role="status" className="soft">The pages are being read: where documents begin is marked in a moment.</p>}
      {begins.data ? <Leaves {...props} key={held ?? now} onTouched={() => hold(held ?? now)} first={leavesOf(props.arrival, begins.data.begins, begins.data.blank)} /> : begins.error ? <ProblemNote error={begins.error} /> : <div className="opening" />}
    </Modal>
  )
}

function Leaves({ arrival, waiting, first, onMade, onTouched }: Props & { first: Leaf[]; onTouched: () => void }) {
  const queries = useQueryClient()
  const [leaves, write] = useState(first)
  const setLeaves = (next: Leaf[]) => {
    write(next)
    onTouched()
  }
  const [at, setAt] = useState(0)
  const [outlining, setOutlining] = useState(false)
  const box = useRef<HTMLDivElement>(null)
  const made = documentsOf(leaves)
  const make = useMutation({
    mutationFn: () =>
      told(
        api.POST('/api/desk/pages', {
          body: { documents: made.map((some) => some.map((leaf) => ({ number: leaf.number, page: leaf.page, turn: leaf.turn, straighten: leaf.isStraightened, corners: leaf.isStraightened && leaf.corners ? [...leaf.corners] : [] }))) },
        }),
      ),
    onSuccess: async (done) => {
      await queries.invalidateQueries({ queryKey: ['desk'] })
      onMade(done.numbers)
    },
  })
  const isReady = isAnythingDone(leaves) && made.length > 0 && !make.isPending
  const go = (to: number) => {
    const next = Math.max(0, Math.min(leaves.length - 1, to))
    setAt(next)
    box.current?.querySelectorAll<HTMLElement>('.leaf')[next]?.focus()
  }
  const change = (part: (leaf: Leaf) => Partial<Leaf>) => setLeaves(changed(leaves, at, part))
  const move = (by: -1 | 1) => {
    setLeaves(moved(leaves, at, by))
    go(at + by)
  }
  const keys: Record<string, () => void> = {
    ArrowRight: () => go(at + 1),
    ArrowLeft: () => go(at - 1),
    b: () => at > 0 && change((leaf) => ({ begins: !leaf.begins })),
    x: () => change((leaf) => ({ isOut: !leaf.isOut })),
    t: () => change((leaf) => ({ turn: (leaf.turn + 1) % 4 })),
    s: () => change((leaf) => ({ isStraightened: leaf.isPhoto && !leaf.isStraightened })),
    o: () => setOutlining(leaves[at]?.isPhoto ?? false),
    'ctrl+ArrowRight': () => move(1),
    'ctrl+ArrowLeft': () => move(-1),
    Enter: () => isReady && make.mutate(),
  }
  const others = waiting.filter((one) => (one.pages ?? 0) > 0 && !leaves.some((leaf) => leaf.number === one.number))
  const add = (chosen: number) => {
    const other = others.find((one) => one.number === chosen)
    if (other) setLeaves([...leaves, ...leavesOf(other, [], [], true)])
  }
  const current = leaves[at]
  if (outlining && current) {
    const leave = () => setOutlining(false)
    return (
      <Outline
        leaf={current}
        onLeave={leave}
        onTake={(corners) => {
          change(() => ({ corners, isStraightened: true }))
          leave()
        }}
      />
    )
  }
  const nth = (leaf: Leaf) => made.findIndex((some) => some.includes(leaf))
  return (
    <>
      <div
        className="leaves"
        ref={box}
        role="group"
        aria-label="Pages"
        onKeyDown={(event) => {
          const act = keys[nameOf(event.nativeEvent)]
          if (!act) return
          event.preventDefault()
          act()
        }}
      >
        {leaves.map((leaf, place) => {
          const of = nth(leaf)
          const isFirst = of >= 0 && made[of]?.[0] === leaf
          return (
            <Button
              key={`${String(leaf.number)}-${String(leaf.page)}`}
              type="text"
              autoFocus={place === at}
              className={`leaf${leaf.isOut ? ' out' : ''}${isFirst && of > 0 ? ' begins' : ''}`}
              aria-current={place === at}
              onFocus={() => setAt(place)}
              onClick={() => place > 0 && place === at && change((one) => ({ begins: !one.begins }))}
            >
              <span className="leafpage">
                <PageImage alt={`Page ${String(leaf.page)} of No. ${String(leaf.number)}`} style={{ rotate: `${String(leaf.turn * 90)}deg` }} src={pageUrl(leaf.number, leaf.page, 240)} onFailed={() => undefined} />
              </span>
              <small>{leaf.isOut ? 'left out' : isFirst && made.length > 1 ? `document ${String(of + 1)}` : `page ${String(leaf.page)}`}</small>
              {leaf.isPhoto && <small className="soft">{!leaf.isStraightened ? 'as it is' : leaf.corners ? 'by your outline' : 'made straight'}</small>}
            </Button>
          )
        })}
      </div>
      <p className="soft leafkeys">
        <kbd>←</kbd> <kbd>→</kbd> to a page · <kbd>B</kbd> a document begins here · <kbd>X</kbd> leave out · <kbd>T</kbd> turn · <kbd>S</kbd> straighten a photograph · <kbd>O</kbd> its outline · <kbd>Ctrl ←</kbd> <kbd>Ctrl →</kbd> move
      </p>
      {make.error && <ProblemNote error={make.error} />}
      <div className="compareacts">
        <Button type="primary" disabled={!isReady} loading={make.isPending} onClick={() => make.mutate()}>
          {made.length > 1 ? `Part into ${plural(made.length, 'document')}` : 'Make one document'} <kbd>Enter</kbd>
        </Button>
        <Select<number>
          aria-label="Add pages of another arrival"
          placeholder="add pages of another arrival …"
          style={{ width: 320 }}
          showSearch={{ optionFilterProp: 'label' }}
          value={null}
          options={others.map((one) => ({ value: one.number, label: `${one.name} · No. ${number(one.number)}` }))}
          onChange={add}
        />
        <span className="soft">What they were made of goes into the bin and can be taken back: {arrival.name}</span>
      </div>
      <p className="soft leafkeys">
        Stacks are parted surely where a <a href="/api/desk/divider" target="_blank" rel="noreferrer">printed sheet</a> lay between two documents when they were scanned.
      </p>
    </>
  )
}
