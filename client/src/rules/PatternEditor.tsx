import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Alert, Checkbox, Form, Input, InputNumber, Table } from 'antd'
import { useEffect, useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { houseQuery } from '../shared/api/queries'
import { FaultAt } from '../shared/controls/FaultAt'
import { Pick } from '../shared/controls/Pick'
import { ProblemNote } from '../shared/ProblemNote'
import { worded } from '../shared/said'
import { SegmentedName } from '../shared/SegmentedName'
import { useSettled } from '../shared/useSettled'
import { textOf, type PatternPart } from './parts'
import { PatternParts } from './PatternParts'

export type PatternWish = Schemas['PatternWish']
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

interface Props {
  folder: number
  wish: PatternWish
  mayChange: boolean
  onChange: (wish: PatternWish) => void
  onFits: (fits: boolean | null) => void // whether it can be used as it is written now; null: that is being asked
}

/** A pattern of names as movable parts and as text, tried on documents that are there while it is written. */
export function PatternEditor({ folder, wish, mayChange, onChange, onFits }: Props) {
  const change = (part: Partial<PatternWish>) => onChange({ ...wish, ...part })
  const fields = (useQuery(houseQuery).data?.fields ?? []).filter((field) => !field.retired)
  const now = JSON.stringify(wish)
  const asked = useSettled(now, 200)
  const look = useQuery({
    queryKey: ['pattern', folder, asked],
    queryFn: () => told(api.POST('/api/rules/names/look', { body: { ...(JSON.parse(asked) as PatternWish), folder } })),
    placeholderData: keepPreviousData,
    enabled: mayChange,
  })
  const fault = look.data?.fault ?? null
  const isKnown = asked === now && look.isSuccess && !look.isPlaceholderData
  const fits = isKnown ? fault === null : null
  useEffect(() => onFits(fits), [fits, onFits])
  // a part that was just moved counts at once: the answer of the server tells it again
  const [mine, setMine] = useState<PatternPart[]>([])
  const parts = [look.data?.parts ?? [], mine].find((one) => textOf(one) === wish.text)
  if (!mayChange) return <code className="mono">{wish.text}</code>
  return (
    <div className="patterneditor">
      {parts && (
        <PatternParts
          parts={parts}
          fields={fields}
          onParts={(next) => {
            setMine(next)
            change({ text: textOf(next) })
          }}
        />
      )}
      <Form layout="vertical">
        <Form.Item label="The same as text" htmlFor="pattern" validateStatus={fault ? 'error' : ''} help={fault && <FaultAt text={wish.text} fault={fault} />}>
          <Input id="pattern" className="mono" value={wish.text} spellCheck={false} onChange={(event) => change({ text: event.target.value })} />
        </Form.Item>
        <div className="patternstyle">
          <label>
            Between words
            <Pick label="Between words" value={wish.joiner} choices={JOINERS} onPick={(joiner) => change({ joiner: joiner as PatternWish['joiner'] })} />
          </label>
          <label>
            Letters
            <Pick label="Letters" value={wish.letter_case} choices={CASES} onPick={(letter_case) => change({ letter_case: letter_case as PatternWish['letter_case'] })} />
          </label>
          <label>
            Longest, in characters
            <InputNumber min={10} max={240} value={wish.longest} onChange={(longest) => longest !== null && change({ longest })} />
          </label>
          <Checkbox checked={wish.transliterate} onChange={(event) => change({ transliterate: event.target.checked })}>
            Letters beyond a–z are written with a–z
          </Checkbox>
        </div>
      </Form>
      {look.error && <ProblemNote error={look.error} />}
      {look.data?.advice.map((one) => <Alert key={one.code + worded(one)} type="warning" showIcon={false} title={capital(worded(one))} />)}
      <Table<Sample>
        size="small"
        pagination={false}
        rowKey="number"
        dataSource={fault ? [] : (look.data?.samples ?? [])}
        locale={{ emptyText: fault ? 'As soon as the pattern can be read, names stand here.' : 'No document here says enough for a name yet.' }}
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
