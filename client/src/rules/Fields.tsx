import { Button, Checkbox, Form, Input, Select, Switch, Table, Tag } from 'antd'
import { useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { RESERVED_CODES } from '../shared/words.gen'
import { isFirst, type Field } from '../shared/fields'
import { number } from '../shared/format'
import { useKeys } from '../shared/keys'
import { Dialog } from '../shared/controls/Dialog'
import { ProblemNote } from '../shared/ProblemNote'
import { codeFor, usePut } from './usePut'

type Rules = Schemas['Rules']
type FieldUsed = Schemas['FieldUsed']

const TYPES: Record<Field['type'], string> = {
  text: 'Text', code: 'Number or code of others', date: 'Date', party: 'Party', money: 'Amount of money', number: 'Number', choice: 'One of a few words',
}

interface Wish {
  label: string
  type: Field['type']
  kinds: string[]
  choices: string[]
  shown: boolean
  retired: boolean
}

/** Which fields documents have: Waka's own, and those that the team added. */
export function Fields({ rules }: { rules: Rules }) {
  const [open, setOpen] = useState<Field | 'new' | null>(null)
  useKeys({ n: () => setOpen('new') })
  const kinds = new Map(rules.kinds.map(({ kind }) => [kind.code, kind.label]))
  return (
    <>
      <div className="ruleshead">
        <p>What a slip asks for, what lists show, sort and group by, what is found, told by names, and set by spreadsheets.</p>
        <Button type="primary" onClick={() => setOpen('new')}>
          New field <kbd>N</kbd>
        </Button>
      </div>
      <Table<FieldUsed>
        size="small"
        pagination={false}
        rowKey={({ field }) => field.code}
        dataSource={rules.fields}
        rowClassName={({ field }) => (field.retired ? 'ended' : '')}
        columns={[
          { title: 'Field', render: (_, { field }) => <><b>{field.label}</b> {field.own && <Tag variant="filled">your own</Tag>}</> },
          { title: 'Holds', render: (_, { field }) => (field.type === 'choice' && field.choices.length > 0 ? field.choices.map((choice) => choice.label).join(', ') : TYPES[field.type]) },
          { title: 'Asked of', render: (_, { field }) => (field.retired ? 'nothing any more' : field.kinds.length === 0 ? 'all documents' : field.kinds.map((kind) => kinds.get(kind) ?? kind).join(', ')) },
          { title: 'In names and sheets', render: (_, { field }) => <code>{field.code}</code> },
          { title: 'Said in', align: 'right', render: (_, { field, documents }) => (isFirst(field.code) ? '' : number(documents)) },
          { title: <span className="unseen">What can be done</span>, align: 'right', render: (_, { field }) => !isFirst(field.code) && <Button size="small" type="link" aria-label={`Change ${field.label}`} onClick={() => setOpen(field)}>change</Button> },
        ]}
      />
      {open && <FieldDialog key={open === 'new' ? 'new' : open.code} field={open === 'new' ? null : open} rules={rules} onClose={() => setOpen(null)} />}
    </>
  )
}

function FieldDialog({ field, rules, onClose }: { field: Field | null; rules: Rules; onClose: () => void }) {
  const [form] = Form.useForm<Wish>()
  const type = Form.useWatch('type', form) ?? field?.type ?? 'text'
  const codes = rules.fields.map((one) => one.field.code)
  const put = usePut((wish: Wish) => {
    const code = field?.code ?? codeFor(wish.label, [...codes, ...RESERVED_CODES])
    const known = new Map(field?.choices.map((choice) => [choice.label, choice.code]))
    const choices: { code: string; label: string }[] = []
    for (const label of type === 'choice' ? wish.choices : []) {
      choices.push({ label, code: known.get(label) ?? codeFor(label, [...known.values(), ...choices.map((choice) => choice.code)]) })
    }
    return told(api.PUT('/api/rules/fields/{code}', { params: { path: { code } }, body: { label: wish.label, type: wish.type, kinds: wish.kinds, choices, shown: wish.shown, retired: wish.retired } }))
  }, onClose)
  const initial: Wish = field ? { ...field, choices: field.choices.map((choice) => choice.label) } : { label: '', type: 'text', kinds: [], choices: [], shown: true, retired: false }
  return (
    <Dialog title={field ? `The field ${field.label}` : 'A new field'} width={520} onClose={onClose}>
      <Form<Wish> form={form} layout="vertical" initialValues={initial} onFinish={(wish) => put.mutate(wish)}>
        <Form.Item name="label" label="What it is called" rules={[{ required: true, whitespace: true, message: 'A field needs a name' }]}>
          <Input maxLength={60} placeholder="Hull number, Sailing area …" />
        </Form.Item>
        <Form.Item name="type" label="What it holds" extra={field ? 'Documents have it already: it stays so.' : undefined}>
          <Select disabled={field !== null} options={Object.entries(TYPES).map(([value, label]) => ({ value, label }))} />
        </Form.Item>
        {type === 'choice' && (
          <Form.Item name="choices" label="The words to choose from" rules={[{ required: true, type: 'array', min: 1, message: 'Give at least one word' }]}>
            <Select mode="tags" open={false} suffixIcon={null} placeholder="type one, then Enter" />
          </Form.Item>
        )}
        <Form.Item name="kinds" label="Asked of documents of the kind">
          <Select mode="multiple" placeholder="all" options={rules.kinds.map(({ kind }) => ({ value: kind.code, label: kind.label }))} />
        </Form.Item>
        <Form.Item name="shown" valuePropName="checked">
          <Checkbox>Shown as a column, unless a person chose others</Checkbox>
        </Form.Item>
        {field && (
          <Form.Item name="retired" label="Asked for no more" valuePropName="checked" extra="What documents say in it stays, and is found.">
            <Switch size="small" />
          </Form.Item>
        )}
        {put.error && <ProblemNote error={put.error} />}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" loading={put.isPending}>
            {field ? 'Keep it so' : 'Add it'} <kbd>Enter</kbd>
          </Button>
        </div>
      </Form>
    </Dialog>
  )
}
