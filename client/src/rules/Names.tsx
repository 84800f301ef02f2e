import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Alert, Button, Checkbox, Form, Input, InputNumber, Progress, Table, type InputRef } from 'antd'
import { useRef, useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { namesQuery } from '../shared/api/queries'
import { Learned } from './Learned'
import { FaultAt } from '../shared/controls/FaultAt'
import { Pick } from '../shared/controls/Pick'
import { clock, dayOfMoment, number } from '../shared/format'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { worded } from '../shared/said'
import { SegmentedName } from '../shared/SegmentedName'
import { useSettled } from '../shared/useSettled'

type Wish = Schemas['PatternWish']
type Sample = Schemas['Sample']

const JOINERS = [
  { value: '-', label: 'a hyphen: mizzen-sail' },
  { value: '_', label: 'a low line: mizzen_sail' },
  { value: ' ', label: 'a space: mizzen sail' },
  { value: '.', label: 'a dot: mizzen.sail' },
  { value: '', label: 'nothing: MizzenSail' },
]
const CASES = [
  { value: 'lower', label: 'small' },
  { value: 'keep', label: 'as they are written' },
  { value: 'title', label: 'A Capital Each' },
  { value: 'upper', label: 'CAPITALS' },
]

/** How names are made, tried on documents that are there while it is written. */
export function Names({ rules }: { rules: Schemas['Rules'] }) {
  const names = useQuery(namesQuery)
  if (names.error) return <ProblemNote error={names.error} />
  if (!names.data) return <div className="opening" />
  const { revision } = names.data
  return <Editor key={revision.revision} names={names.data} fields={rules.fields.map(({ field }) => field).filter((field) => !field.retired)} />
}

function Editor({ names, fields }: { names: Schemas['PatternInUse']; fields: Schemas['FieldShape'][] }) {
  const { revision, counts } = names
  const kept: Wish = { text: revision.text, joiner: revision.joiner, letter_case: revision.letter_case, transliterate: revision.transliterate, longest: revision.longest }
  const [wish, setWish] = useState(kept)
  const change = (part: Partial<Wish>) => setWish({ ...wish, ...part })
  const input = useRef<InputRef>(null)
  const queries = useQueryClient()
  const asked = useSettled(JSON.stringify(wish), 200)
  const look = useQuery({
    queryKey: ['pattern', asked],
    queryFn: () => told(api.POST('/api/rules/names/look', { body: JSON.parse(asked) as Wish })),
    placeholderData: keepPreviousData,
  })
  const put = useMutation({
    mutationFn: () => told(api.PUT('/api/rules/names', { body: { ...wish, seen: revision.revision } })),
    onSuccess: () => queries.invalidateQueries(),
  })
  const isOther = JSON.stringify(wish) !== JSON.stringify(kept)
  const fault = look.data?.fault ?? null
  const keep = () => isOther && fault === null && asked === JSON.stringify(wish) && !put.isPending && put.mutate()
  useKeys({}, { 'ctrl+Enter': keep })
  /** Write a field where the cursor stands. */
  const insert = (code: string) => {
    const at = input.current?.input?.selectionStart ?? wish.text.length
    const written = `{${code}}`
    change({ text: wish.text.slice(0, at) + written + wish.text.slice(at) })
    requestAnimationFrame(() => {
      input.current?.focus()
      input.current?.input?.setSelectionRange(at + written.length, at + written.length)
    })
  }
  return (
    <div className="patternplace">
      <Form layout="vertical" className="patternform">
        <Form.Item label="The pattern of names" htmlFor="pattern" validateStatus={fault ? 'error' : ''} help={fault && <FaultAt text={wish.text} fault={fault} />}>
          <Input id="pattern" ref={input} className="mono" value={wish.text} spellCheck={false} onChange={(event) => change({ text: event.target.value })} />
        </Form.Item>
        <div className="fieldwords" role="group" aria-label="Write a field where the cursor stands">
          {fields.map((field) => (
            <Button key={field.code} size="small" onClick={() => insert(field.code)}>
              {field.label}
            </Button>
          ))}
        </div>
        <div className="patternstyle">
          <label>
            Between words
            <Pick label="Between words" value={wish.joiner} choices={JOINERS} onPick={(joiner) => change({ joiner: joiner as Wish['joiner'] })} />
          </label>
          <label>
            Letters
            <Pick label="Letters" value={wish.letter_case} choices={CASES} onPick={(letter_case) => change({ letter_case: letter_case as Wish['letter_case'] })} />
          </label>
          <label>
            Longest, in characters
            <InputNumber min={10} max={240} value={wish.longest} onChange={(longest) => longest !== null && change({ longest })} />
          </label>
          <Checkbox checked={wish.transliterate} onChange={(event) => change({ transliterate: event.target.checked })}>
            Letters beyond a–z are written with a–z
          </Checkbox>
        </div>
        {look.data?.advice.map((one) => <Alert key={one.code + worded(one)} type="warning" showIcon={false} title={capital(worded(one))} />)}
        {put.error && <ProblemNote error={put.error} />}
        <div className="dialogacts">
          <Button type="primary" disabled={!isOther || fault !== null} loading={put.isPending} onClick={keep}>
            Use it from now on <kbd>Ctrl ↵</kbd>
          </Button>
          {isOther && <Button onClick={() => setWish(kept)}>As it was</Button>}
        </div>
        <section className="conformance" aria-label="How many names conform">
          <Progress aria-label="Names that conform" percent={counts.documents === 0 ? 100 : Math.floor((100 * counts.conforming) / counts.documents)} size="small" />
          <p className="soft">
            {number(counts.conforming)} of {number(counts.documents)} names conform to the pattern in use{names.is_being_read ? '; they are being read by it just now' : ''}. Names that are there stay as they are when it changes.
            {revision.changed_by && ` Changed by ${revision.changed_by}, ${dayOfMoment(revision.changed_at)} ${clock(revision.changed_at)}.`}
          </p>
        </section>
        <Learned onUse={setWish} />
      </Form>
      <Table<Sample>
        size="small"
        pagination={false}
        rowKey="number"
        dataSource={fault ? [] : (look.data?.samples ?? [])}
        locale={{ emptyText: fault ? 'As soon as the pattern can be read, names stand here.' : 'No document says enough for a name yet.' }}
        columns={[
          { title: 'Now', width: '50%', render: (_, one) => <SegmentedName segments={one.now} /> },
          {
            title: 'By this pattern',
            render: (_, one) => (
              <>
                {one.same ? <span className="soft">the same</span> : one.made.length > 0 && <SegmentedName segments={one.made} />}
                {one.says.map((said) => (
                  <small key={said.code} className="wait">
                    {worded(said)}
                  </small>
                ))}
              </>
            ),
          },
        ]}
      />
    </div>
  )
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1) + '.'
}
