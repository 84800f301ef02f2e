import { Button, Form, Input, Segmented, Table, Tag } from 'antd'
import { useState, type KeyboardEvent } from 'react'
import { api, told, type Schemas } from '../api/client'
import { Dialog } from '../controls/Dialog'
import { FaultAt } from '../controls/FaultAt'
import { differing } from '../differing'
import { number, plural } from '../format'
import { ProblemNote } from '../ProblemNote'
import { KeptTexts } from './KeptTexts'
import { worded } from '../said'
import { andThen } from './clauses'
import { PartsOfName } from './PartsOfName'
import { useProposing } from './useProposing'

type Asked = Schemas['RenamingAsked']
type Name = Schemas['NewName']

const ORDERS = [
  { value: 'shown', label: 'as chosen' },
  { value: 'name', label: 'by name' },
  { value: 'when', label: 'by date' },
] as const

interface Props {
  numbers: readonly number[]
  onClose: () => void
}

/** Names of many: correct one or two by hand, and the sentence that explains them is proposed for the others. */
export function RenameManyDialog({ numbers, onClose }: Props) {
  const [corrected, setCorrected] = useState<ReadonlyMap<number, string>>(new Map())
  const [said, setSaid] = useState<string | null>(null) // null: looked for by what was corrected
  const [order, setOrder] = useState<(typeof ORDERS)[number]['value']>('shown')
  const [monthFirst, setMonthFirst] = useState<boolean | null>(null) // of dates that no name decides
  const [editing, setEditing] = useState<number | null>(numbers[0] ?? null)
  const body: Asked = {
    documents: [...numbers], sentence: said, order, month_first: monthFirst,
    examples: [...corrected].map(([one, name]) => ({ number: one, name })),
  }
  const { found, isKnown, cannot, isGoing, go, error } = useProposing({
    name: 'renaming', body, onClose,
    look: (asked) => told(api.POST('/api/lists/renaming/look', { body: asked })),
    make: (asked) => told(api.POST('/api/lists/renaming', { body: asked })),
    fits: (looked) => looked.fault === null && looked.changing > 0,
  })
  const fault = found?.fault ?? null
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return
    event.preventDefault()
    go()
  }
  const correct = (one: Name, name: string) => {
    const next = new Map(corrected)
    if (name.trim() && name.trim() !== one.new) next.set(one.number, name.trim())
    setCorrected(next)
  }
  const asWas = (one: Name) => setCorrected(new Map([...corrected].filter(([document]) => document !== one.number)))
  const right = (one: Name) => setCorrected(new Map([...corrected, [one.number, one.new]]))
  const names = found?.names ?? []
  const step = (by: number) => {
    const at = names.findIndex((one) => one.number === editing)
    const next = names[at + by]
    if (next) setEditing(next.number)
  }
  const ask = isKnown && said === null ? (names.find((one) => one.number === found?.ask) ?? null) : null
  return (
    <Dialog title={`Names of ${plural(numbers.length, 'document')}`} width={980} onClose={onClose}>
      <div className="renaming" onKeyDown={onKey}>
        <p className="soft">Correct a name as it should be: what explains it is proposed for the others. Nothing is renamed before the list is run.</p>
        <Table<Name>
          size="small"
          virtual
          pagination={false}
          scroll={{ y: 300, x: 936 }}
          rowKey="number"
          dataSource={names}
          rowClassName={(one) => (one.in_doubt ? 'doubt' : '')}
          columns={[
            { title: 'Now', width: 370, render: (_, one) => <Letters text={one.old} other={one.new} /> },
            {
              title: 'Will be',
              width: 400,
              render: (_, one) =>
                editing === one.number ? (
                  <NameInput key={one.number} one={one} onSay={(name) => correct(one, name)} onStep={step} onLeave={() => setEditing(null)} />
                ) : (
                  <Button type="text" size="small" className="newname" aria-label={one.new === one.old ? `as it is: correct ${one.old}` : `Correct ${one.new}`} onClick={() => setEditing(one.number)}>
                    {one.new === one.old ? <span className="soft">as it is</span> : <Letters text={one.new} other={one.old} isNew />}
                  </Button>
                ),
            },
            {
              title: 'Says',
              width: 168,
              render: (_, one) => (
                <>
                  {one.says.map((why) => (
                    <small key={why.code} className="bad">
                      {worded(why)}
                    </small>
                  ))}
                  {one.by_hand && (
                    <Tag closable={{ 'aria-label': `Forget the correction of ${one.old}` }} onClose={(event) => { event.preventDefault(); asWas(one) }}>
                      by hand
                    </Tag>
                  )}
                  {one.in_doubt && (
                    <Button size="small" type="link" onClick={() => right(one)}>
                      in doubt: is it right?
                    </Button>
                  )}
                </>
              ),
            },
          ]}
        />
        {found && found.parts.length > 0 && <PartsOfName parts={found.parts} onClause={(clause) => setSaid(andThen(said ?? found.sentence ?? '', clause))} />}
        <Form.Item layout="vertical" label="As a sentence" htmlFor="sentence" validateStatus={fault ? 'error' : ''} help={fault && <FaultAt text={said ?? ''} fault={fault} />}>
          <Input.TextArea
            id="sentence"
            className="mono"
            rows={2}
            spellCheck={false}
            value={said ?? found?.sentence ?? ''}
            placeholder={'drop the leading number; write the date as yyyy-mm-dd; put "-" for each " "'}
            onChange={(event) => setSaid(event.target.value.trim() === '' ? null : event.target.value.replaceAll('\n', ' '))}
          />
        </Form.Item>
        {corrected.size > 0 && isKnown && said === null && found?.sentence === null && <p className="wait">No sentence explains {corrected.size === 1 ? 'this correction' : 'these corrections'}: only what was corrected by hand is renamed.</p>}
        <div className="groupchoice">
          <span>Counters go</span>
          <Segmented size="small" aria-label="Counters go" value={order} options={[...ORDERS]} onChange={(value) => setOrder(value)} />
          {found?.either_way && (
            <>
              <span>In digits comes first</span>
              <Segmented size="small" aria-label="In digits comes first" value={monthFirst === null ? '' : monthFirst ? 'month' : 'day'} options={[{ value: 'day', label: 'the day' }, { value: 'month', label: 'the month' }]} onChange={(value) => setMonthFirst(value === 'month')} />
            </>
          )}
          {said !== null && corrected.size > 0 && (
            <Button size="small" onClick={() => setSaid(null)}>
              What my corrections say
            </Button>
          )}
          {ask && (
            <Button size="small" className="asks" onClick={() => setEditing(ask.number)}>
              Not sure of “{ask.old}”: what should it be?
            </Button>
          )}
        </div>
        <KeptTexts what="renaming" called="sentence" text={fault === null ? (said ?? found?.sentence ?? null) : null} onUse={setSaid} />
        {error && <ProblemNote error={error} />}
        <div className="dialogacts">
          <Button type="primary" disabled={cannot} loading={isGoing} onClick={go}>
            Look at the list <kbd>Ctrl ↵</kbd>
          </Button>
          {found && fault === null && (
            <span className="soft" aria-live="polite">
              {number(found.changing)} of {number(found.documents)} change{found.in_doubt > 0 && ` · ${number(found.in_doubt)} in doubt`}
              {found.in_the_way > 0 && <span className="bad"> · {plural(found.in_the_way, 'name')} in the way</span>}
            </span>
          )}
        </div>
      </div>
    </Dialog>
  )
}

/** A new name being written; Enter takes it and goes to the next. */
function NameInput({ one, onSay, onStep, onLeave }: { one: Name; onSay: (name: string) => void; onStep: (by: number) => void; onLeave: () => void }) {
  const [typed, setTyped] = useState<string | null>(null)
  const onKey = (event: KeyboardEvent) => {
    const by = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (event.ctrlKey || event.metaKey) return
    if (by) {
      event.preventDefault()
      if (typed !== null) onSay(typed)
      onStep(by)
    } else if (event.key === 'Escape' && typed !== null) {
      event.stopPropagation() // what was typed is left, not the question
      setTyped(null)
    }
  }
  return (
    <Input
      autoFocus
      size="small"
      className="mono"
      spellCheck={false}
      aria-label={`New name of ${one.old}`}
      value={typed ?? one.new}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={onKey}
      onBlur={() => {
        if (typed !== null) onSay(typed)
        onLeave()
      }}
    />
  )
}

/** A name with the letters emphasised that the other has not. */
function Letters({ text, other, isNew = false }: { text: string; other: string; isNew?: boolean }) {
  const [marks] = differing([...text], [...other])
  const pieces: { text: string; differs: boolean }[] = []
  for (const [at, letter] of [...text].entries()) {
    const last = pieces[pieces.length - 1]
    if (last?.differs === (marks[at] ?? false)) last.text += letter
    else pieces.push({ text: letter, differs: marks[at] ?? false })
  }
  return (
    <span className="mono letters">
      {pieces.map((piece, at) => (piece.differs ? isNew ? <ins key={at}>{piece.text}</ins> : <del key={at}>{piece.text}</del> : piece.text))}
    </span>
  )
}
