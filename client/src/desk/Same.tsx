import { useMutation, useQuery } from '@tanstack/react-query'
import { Alert, Button, Modal } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { FileName } from '../shared/FileName'
import { api, told, type Arrival, type Schemas, type Slip } from '../shared/api/client'
import { differingQuery, documentQuery, sameQuery } from '../shared/api/queries'
import { day, number, plural } from '../shared/format'
import { nameOf, useKeys } from '../shared/keys'
import { PageView, placed } from '../shared/PageView'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { keeper } from './useSlip'

const NONE: Word[] = []
type SameDocument = Schemas['SameDocument']
interface Word {
  page: number
  box: number[] // left, top, width, height as shares of the page
}

/** What became of an arrival that is here already. */
export type Gone = { as: 'discarded'; listId: number; name: string } | { as: 'version'; listId: number; number: number; path: string }

interface Props {
  arrival: Arrival
  slip: Slip
  change: (part: Partial<Slip>) => void
  onGone: (gone: Gone) => void
}

const SAID: Record<SameDocument['how'], string> = {
  bytes: 'is here already, byte for byte:',
  same: 'is here already, it seems:',
  edition: 'seems to be another edition of:',
}

/** Says that an arrival is here already, and lets both be compared. */
export function SameNote(props: Props) {
  const { arrival, slip, change } = props
  const [isOpen, setOpen] = useState(false)
  const found = useQuery(sameQuery(arrival.number)).data?.found ?? []
  const [first] = found
  useKeys({ d: () => first && setOpen(true) }, { 'alt+d': () => first && setOpen(true) })
  if (!first) return null
  if (slip.see_also) {
    return (
      <p className="samenote">
        A note on it will lead to No. {number(slip.see_also)}.{' '}
        <Button size="small" type="text" onClick={() => change({ see_also: null })}>
          no note
        </Button>
      </p>
    )
  }
  return (
    <>
      <Alert
        className="samenote"
        type="warning"
        title={
          <>
            It {SAID[first.how]} <FileName name={first.name} />
          </>
        }
        action={
          <Button size="small" onClick={() => setOpen(true)}>
            Compare <kbd>Alt D</kbd>
          </Button>
        }
      />
      {isOpen && <Compare {...props} found={found} onClose={() => setOpen(false)} />}
    </>
  )
}

/** Both side by side, with what only one of them says marked; and what to do with the one that has arrived. */
function Compare({ arrival, change, onGone, found, onClose }: Props & { found: SameDocument[]; onClose: () => void }) {
  const [at, setAt] = useState(0)
  const other = found[at] ?? found[0]
  const here = useQuery(documentQuery(arrival.number))
  const there = useQuery({ ...documentQuery(other?.number ?? 0), enabled: other !== undefined })
  const differing = useQuery({ ...differingQuery(arrival.number, other?.number ?? 0), enabled: other !== undefined })
  const path = { number: arrival.number }
  const discard = useMutation({
    mutationFn: () => told(api.POST('/api/desk/{number}/discard', { params: { path }, body: { reason: `the same as No. ${String(other?.number)}` } })),
    onSuccess: (done) => onGone({ as: 'discarded', listId: done.list_id, name: arrival.name }),
  })
  const version = useMutation({
    mutationFn: async () => {
      const seen = await keeper.settle(arrival.number) // what was typed is on its way no more
      return told(api.POST('/api/desk/{number}/file-onto', { params: { path, query: { seen } }, body: { onto: other?.number ?? 0 } }))
    },
    onSuccess: (done) => onGone({ as: 'version', listId: done.list_id, number: done.number, path: done.path }),
  })
  const isBusy = discard.isPending || version.isPending
  const both = () => {
    change({ see_also: other?.number ?? null })
    onClose()
  }
  const next = () => setAt((at + 1) % found.length)
  const keys: Record<string, (() => void) | undefined> = { b: discard.mutate, v: other?.how === 'bytes' ? undefined : version.mutate, n: both, ArrowDown: next }
  if (!other) return null
  const only = differing.data
  return (
    <Modal open title="Is it here already?" width="min(1180px, 96vw)" style={{ top: 24 }} footer={null} onCancel={onClose} className="dialog">
      <div
        onKeyDown={(event) => {
          const act = keys[nameOf(event.nativeEvent)]
          if (!act || isBusy) return
          event.preventDefault()
          act()
        }}
      >
      <div className="compare">
        <Side head="Has arrived" name={arrival.name} path={null} document={here.data} words={only?.here} />
        <Side head={`No. ${number(other.number)}${other.when ? `, ${day(other.when)}` : ''}`} name={other.name} path={other.folder_path} document={there.data} words={only?.there} />
      </div>
      <p role="status" className="soft">
        {only ? (only.here.length + only.there.length === 0 ? 'Both say the same.' : `${plural(only.here.length, 'word')} only in what has arrived, ${plural(only.there.length, 'word')} only in what is here.`) : 'Being compared …'}
      </p>
      {(discard.error ?? version.error ?? differing.error) && <ProblemNote error={discard.error ?? version.error ?? differing.error} />}
      <div className="compareacts">
        <Button autoFocus={other.how !== 'edition'} type={other.how === 'edition' ? 'default' : 'primary'} disabled={isBusy} onClick={() => discard.mutate()}>
          Into the bin <kbd>B</kbd>
        </Button>
        <Button autoFocus={other.how === 'edition'} type={other.how === 'edition' ? 'primary' : 'default'} disabled={isBusy || other.how === 'bytes'} onClick={() => version.mutate()}>
          File as a new version of No. {number(other.number)} <kbd>V</kbd>
        </Button>
        <Button disabled={isBusy} onClick={both}>
          Keep both, with a note <kbd>N</kbd>
        </Button>
        {found.length > 1 && (
          <Button type="text" onClick={next}>
            {at + 1} of {found.length}: the next <kbd>↓</kbd>
          </Button>
        )}
      </div>
      </div>
    </Modal>
  )
}

function Side({ head, name, path, document, words = NONE }: { head: string; name: string; path: string | null; document: Schemas['Document'] | undefined; words?: Word[] | undefined }) {
  const box = useRef<HTMLElement>(null)
  useEffect(() => {
    // the first word that differs is seen without a search, once its page has its size
    const sheets = box.current?.querySelector('.sheets')
    if (!sheets || words.length === 0) return
    const observer = new ResizeObserver(() => box.current?.querySelector('.unlike')?.scrollIntoView({ block: 'center' }))
    observer.observe(sheets)
    return () => observer.disconnect()
  }, [words, document])
  return (
    <section aria-label={head} ref={box}>
      <h3>{head}</h3>
      <FileName name={name} />
      {path === null ? <span className="soft">on the desk</span> : <PathLine stops={stopsOf(path)} />}
      {document ? (
        <PageView
          document={document}
          label={`${head}: the document`}
          keys={false}
          over={(page) =>
            words
              .filter((word) => word.page === page)
              .map(({ box }, at) => <i key={at} className="unlike" style={placed(box)} />)
          }
        />
      ) : (
        <div className="opening" />
      )}
    </section>
  )
}
