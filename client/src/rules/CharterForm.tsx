import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Alert, Button, Input, InputNumber, Select } from 'antd'
import { useEffect, useState, type ReactNode } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { houseQuery } from '../shared/api/queries'
import { OTHERS, takes } from '../shared/charter'
import { Pick } from '../shared/controls/Pick'
import { clock, dayOfMoment, number, plural } from '../shared/format'
import { useKeys } from '../shared/keys'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { PatternEditor, type PatternWish } from './PatternEditor'

type Shown = Schemas['CharterShown']
type Parts = Schemas['CharterParts']
type Part = keyof Schemas['CharterFrom']
type Others = Schemas['KindsTaken']['others']

const CHOICES = Object.entries(OTHERS).map(([value, label]) => ({ value, label }))
const NOTHING: Record<Part | 'destination', string> = {
  purpose: 'not said', keeper: 'nobody is named', kinds: 'documents of any kind', statement: 'nothing is asked',
  deepest: 'any depth', fullest: 'any number of documents', destination: 'wherever a person chooses',
}
/** What a part begins with where it is declared here and nothing holds from above. */
const EMPTY: Parts = { purpose: '', keeper: null, kinds: { codes: [], others: 'warn' }, statement: '', deepest: 3, fullest: 400, destination: '' }

/** The pattern that a folder declares itself, null where it comes from above. */
export function ownNames({ folder, names_by, revision }: Shown): PatternWish | null {
  return names_by === folder.id ? inForce(revision) : null
}

function inForce({ text, joiner, letter_case, transliterate, longest }: Shown['revision']): PatternWish {
  return { text, joiner, letter_case, transliterate, longest }
}

interface Props {
  shown: Shown
  beneath: { documents: number; folders: number }
  names: PatternWish | null // its own pattern, as it is written now
  onNames: (names: PatternWish | null) => void
}

/** A charter: each part declared here, or as it comes from above. */
export function CharterForm({ shown, beneath, names, onNames: setNames }: Props) {
  const { folder, holds, by, revision } = shown
  const isRoot = folder.path === ''
  const mayChange = folder.right === 'keeper'
  const kept = ownNames(shown)
  const [own, setOwn] = useState<Parts>(shown.own)
  const [fits, setFits] = useState<boolean | null>(true)
  const [early, setEarly] = useState<string | null>(null) // what was to be kept before it was known whether it can be
  // a part that is declared here is written even while it is still empty
  const [here, setHere] = useState<ReadonlySet<string>>(() => new Set(Object.entries(shown.own).filter(([, value]) => value !== null).map(([part]) => part)))
  const queries = useQueryClient()
  const put = useMutation({
    mutationFn: () => told(api.PUT('/api/folders/{folder}/charter', { params: { path: { folder: folder.id } }, body: { ...own, names, seen: shown.edition } })),
    onSuccess: () => queries.invalidateQueries(),
  })
  const now = JSON.stringify([own, names])
  const isOther = now !== JSON.stringify([shown.own, kept])
  const canKeep = mayChange && isOther && (names === null || fits === true) && !put.isPending
  const keep = () => {
    if (canKeep) put.mutate()
    else if (names !== null && fits === null) setEarly(now)
  }
  const keepsNow = canKeep && early === now && put.isIdle
  const { mutate } = put
  useEffect(() => {
    if (keepsNow) mutate()
  }, [keepsNow, mutate])
  useKeys({}, { 'ctrl+Enter': keep })

  const change = (part: Partial<Parts>) => setOwn({ ...own, ...part })
  const declare = (part: Part | 'destination') => {
    setHere(new Set([...here, part]))
    change({ [part]: holds[part] ?? EMPTY[part] })
  }
  const leave = (part: Part | 'destination') => {
    setHere(new Set([...here].filter((one) => one !== part)))
    change({ [part]: null })
  }
  const from = (source: number | null) => {
    if (source === null || source === folder.id) return ''
    const path = shown.paths.find((one) => one.folder === source)?.path
    return path === undefined ? 'from above' : `from ${path || 'Drive'}`
  }
  /** A row of the charter: what is written here, or what holds from above. */
  const row = (part: Part | 'destination', label: string, value: ReactNode, input: ReactNode) => {
    const isHere = here.has(part)
    const word = !isHere ? 'declare here' : part === 'destination' || isRoot ? 'leave out' : 'as above'
    const source = part === 'destination' ? null : by[part]
    return (
      <div className="charterrow">
        <h2>{label}</h2>
        <div>{isHere && mayChange ? input : (value ?? <span className="soft">{NOTHING[part]}</span>)}</div>
        <span className="charterfrom">
          {isHere ? <b>from here</b> : <span className="soft">{from(source)}</span>}
          {mayChange && (
            <Button size="small" type="link" aria-label={`${word}: ${label}`} onClick={() => (isHere ? leave(part) : declare(part))}>
              {word}
            </Button>
          )}
        </span>
      </div>
    )
  }
  const house = useQuery(houseQuery).data
  const kinds = house?.kinds ?? []
  const taken = here.has('kinds') ? own.kinds : holds.kinds
  return (
    <section className="charter" aria-label={`Charter of ${folder.path || 'the drive'}`}>
      <header>
        <PathLine stops={stopsOf(folder.path)} large />
        <span className="soft">holds for {plural(beneath.documents, 'document')} in {plural(beneath.folders, 'folder')}</span>
      </header>
      {row('purpose', 'Purpose', holds.purpose && <p>{holds.purpose}</p>, <Input.TextArea aria-label="Purpose" rows={2} maxLength={2000} value={own.purpose ?? ''} onChange={(event) => change({ purpose: event.target.value })} />)}
      {row(
        'keeper',
        'Keeper',
        shown.keeper && <>{shown.keeper} <small className="soft">to be asked</small></>,
        <Select aria-label="Keeper" showSearch={{ optionFilterProp: 'label' }} virtual={false} placeholder="whom to ask" style={{ minWidth: 220 }} value={own.keeper} options={shown.people.map((one) => ({ value: one.person, label: one.name }))} onChange={(keeper) => change({ keeper })} />,
      )}
      {row(
        'kinds',
        'Takes',
        holds.kinds && <>{takes(holds.kinds, kinds)}</>,
        <span className="charterkinds">
          <Select aria-label="Kinds that belong here" mode="multiple" showSearch={{ optionFilterProp: 'label' }} virtual={false} placeholder="kinds that belong here" style={{ minWidth: 260 }} value={own.kinds?.codes ?? []} options={kinds.filter((kind) => !kind.retired).map((kind) => ({ value: kind.code, label: kind.label }))} onChange={(codes) => change({ kinds: { codes, others: own.kinds?.others ?? 'warn' } })} />
          <Pick label="What becomes of others" value={own.kinds?.others ?? 'warn'} choices={CHOICES} onPick={(others) => change({ kinds: { codes: own.kinds?.codes ?? [], others: others as Others } })} />
        </span>,
      )}
      <div className="charterrow names">
        <h2>Names</h2>
        <div>{names === null && <code className="mono">{revision.text}</code>}</div>
        <span className="charterfrom">
          {names !== null ? <b>from here</b> : <span className="soft">{from(shown.names_by)}</span>}
          {mayChange && !isRoot && (
            <Button size="small" type="link" aria-label={names === null ? 'declare here: Names' : 'as above: Names'} onClick={() => setNames(names === null ? inForce(revision) : null)}>
              {names === null ? 'declare here' : 'as above'}
            </Button>
          )}
        </span>
      </div>
      {names !== null && <PatternEditor folder={folder.id} wish={names} mayChange={mayChange} onChange={setNames} onFits={setFits} />}
      {(taken !== null || here.has('destination')) &&
        row(
          'destination',
          'Filed under',
          own.destination && <code className="mono">{own.destination}</code>,
          <Input aria-label="Filed under" className="mono" maxLength={400} spellCheck={false} placeholder="{when yyyy}/{who}" addonBefore={folder.name || 'Drive'} value={own.destination ?? ''} onChange={(event) => change({ destination: event.target.value })} />,
        )}
      {row('statement', 'Statement', holds.statement && <>“{holds.statement}” <small className="soft">confirmed at each upload</small></>, <Input.TextArea aria-label="Statement" rows={2} maxLength={2000} placeholder="What whoever uploads here confirms: where it comes from, who agreed" value={own.statement ?? ''} onChange={(event) => change({ statement: event.target.value })} />)}
      {row('deepest', 'Depth', holds.deepest === null ? null : <>at most {plural(holds.deepest, 'level')} of folders, advised</>, <><InputNumber aria-label="Depth" min={1} max={40} value={own.deepest} onChange={(deepest) => change({ deepest })} /> levels of folders</>)}
      {row('fullest', 'Size', holds.fullest === null ? null : <>at most {number(holds.fullest)} documents a folder, advised</>, <><InputNumber aria-label="Size" min={1} max={1000000} value={own.fullest} onChange={(fullest) => change({ fullest })} /> documents a folder</>)}
      {put.error && <ProblemNote error={put.error} />}
      {mayChange ? (
        <div className="dialogacts">
          <Button type="primary" disabled={!isOther || (names !== null && fits === false)} loading={put.isPending} onClick={keep}>
            Keep it so <kbd>Ctrl ↵</kbd>
          </Button>
          {isOther && (
            <Button
              onClick={() => {
                setOwn(shown.own)
                setNames(kept)
              }}
            >
              As it was
            </Button>
          )}
          <span className="soft">Nothing is moved or renamed by this.</span>
        </div>
      ) : (
        <Alert type="info" showIcon={false} title={shown.keeper ? `${shown.keeper} is asked about what stands here.` : 'A keeper of this folder may change it.'} />
      )}
      {kept && revision.changed_by && (
        <p className="soft">
          The pattern is by {revision.changed_by}, {dayOfMoment(revision.changed_at)} {clock(revision.changed_at)}.
        </p>
      )}
    </section>
  )
}
