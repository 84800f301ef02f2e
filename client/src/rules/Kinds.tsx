import { Button, Form, Input, Switch, Table } from 'antd'
import { useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { number } from '../shared/format'
import { useKeys } from '../shared/keys'
import { DestinationItem } from './DestinationItem'
import { Dialog } from '../shared/controls/Dialog'
import { ProblemNote } from '../shared/ProblemNote'
import { codeFor, usePut } from './usePut'

type Rules = Schemas['Rules']
type Kind = Schemas['KindInRules']

interface Wish {
  label: string
  retired: boolean
  destination: string | null
}

/** What kinds of documents there are. */
export function Kinds({ rules }: { rules: Rules }) {
  const [open, setOpen] = useState<Kind | 'new' | null>(null)
  useKeys({ n: () => setOpen('new') })
  return (
    <>
      <div className="ruleshead">
        <p>What a document is. A kind says which fields are asked for.</p>
        <Button type="primary" onClick={() => setOpen('new')}>
          New kind <kbd>N</kbd>
        </Button>
      </div>
      <Table<Schemas['KindUsed']>
        size="small"
        pagination={false}
        rowKey={({ kind }) => kind.code}
        dataSource={rules.kinds}
        rowClassName={({ kind }) => (kind.retired ? 'ended' : '')}
        columns={[
          { title: 'Kind', render: (_, { kind }) => <b>{kind.label}</b> },
          { title: 'Fields of its own', render: (_, { kind }) => rules.fields.filter(({ field }) => field.kinds.includes(kind.code)).map(({ field }) => field.label).join(', ') || '–' },
          { title: 'Filed in', render: (_, { kind }) => (kind.destination ? <code>{kind.destination}</code> : '–') },
          { title: 'In sheets', render: (_, { kind }) => <code>{kind.code}</code> },
          { title: 'Documents', align: 'right', render: (_, { documents }) => number(documents) },
          { title: <span className="unseen">What can be done</span>, align: 'right', render: (_, { kind }) => <Button size="small" type="link" aria-label={`Change ${kind.label}`} onClick={() => setOpen(kind)}>change</Button> },
        ]}
      />
      {open && <KindDialog kind={open === 'new' ? null : open} rules={rules} onClose={() => setOpen(null)} />}
    </>
  )
}

function KindDialog({ kind, rules, onClose }: { kind: Kind | null; rules: Rules; onClose: () => void }) {
  const [form] = Form.useForm<Wish>()
  const put = usePut((wish: Wish) => {
    const code = kind?.code ?? codeFor(wish.label, rules.kinds.map((one) => one.kind.code))
    return told(api.PUT('/api/rules/kinds/{code}', { params: { path: { code } }, body: { label: wish.label, retired: wish.retired ?? false, destination: wish.destination } }))
  }, onClose)
  return (
    <Dialog title={kind ? `The kind ${kind.label}` : 'A new kind'} width={500} onClose={onClose}>
      <Form form={form} layout="vertical" initialValues={kind ?? { label: '', retired: false, destination: null }} onFinish={(wish) => put.mutate(wish)}>
        <Form.Item name="label" label="What it is called" rules={[{ required: true, whitespace: true, message: 'A kind needs a name' }]}>
          <Input maxLength={60} placeholder="Survey, Logbook page …" />
        </Form.Item>
        <DestinationItem />
        {kind && (
          <Form.Item name="retired" label="Offered no more" valuePropName="checked" extra="Documents of this kind stay so.">
            <Switch size="small" />
          </Form.Item>
        )}
        {put.error && <ProblemNote error={put.error} />}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" loading={put.isPending}>
            {kind ? 'Keep it so' : 'Add it'} <kbd>Enter</kbd>
          </Button>
        </div>
      </Form>
    </Dialog>
  )
}
