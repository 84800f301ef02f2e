import { useQuery } from '@tanstack/react-query'
import { Alert, Button, Form, Input, Select, Table } from 'antd'
import { useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { alikeQuery } from '../shared/api/queries'
import { number, plural } from '../shared/format'
import { DestinationItem } from './DestinationItem'
import { Dialog } from '../shared/controls/Dialog'
import { ProblemNote } from '../shared/ProblemNote'
import { MergeDialog, type Two } from './MergeDialog'
import { PartySheetDialog } from './PartySheetDialog'
import { usePut } from './usePut'

const SHOWN = 3 // pairs that may be one

type Rules = Schemas['Rules']
type Party = Schemas['NumberedParty']

/** Whom documents come from and go to, and how their names are written. */
export function Parties({ rules }: { rules: Rules }) {
  const [open, setOpen] = useState<Party | null>(null)
  const [wanted, setWanted] = useState('')
  const [merging, setMerging] = useState<Two | null>(null)
  const [bringing, setBringing] = useState(false)
  const alike = useQuery(alikeQuery).data?.pairs ?? []
  const low = wanted.trim().toLowerCase()
  const shown = rules.parties.filter(({ party }) => [party.name, party.short ?? '', ...party.spellings].some((name) => name.toLowerCase().includes(low)))
  return (
    <>
      <div className="ruleshead">
        <p>Whom documents come from and go to. New ones come to be when a document is filed.</p>
        <span className="partysheets">
          <Button href="/api/rules/parties.csv">As a spreadsheet</Button>
          <Button onClick={() => setBringing(true)}>Bring in a spreadsheet</Button>
        </span>
        <Input.Search allowClear aria-label="Find a party" placeholder={`Among ${plural(rules.parties.length, 'party', 'parties')}`} value={wanted} style={{ width: 240 }} onChange={(event) => setWanted(event.target.value)} />
      </div>
      {alike.slice(0, SHOWN).map(({ keep, merge, merge_documents: documents }) => (
        <Alert
          key={`${String(keep.id)}-${String(merge.id)}`}
          type="warning"
          className="mayone"
          title={
            <>
              <b>{merge.name}</b> ({plural(documents, 'document')}) may be <b>{keep.name}</b>
            </>
          }
          action={
            <Button size="small" onClick={() => setMerging({ party: merge, into: keep })}>
              Look at merging them
            </Button>
          }
        />
      ))}
      {alike.length > SHOWN && <p className="soft">{plural(alike.length - SHOWN, 'more pair', 'more pairs')} of parties may be one.</p>}
      <Table<Schemas['PartyUsed']>
        size="small"
        pagination={{ pageSize: 50, hideOnSinglePage: true, showSizeChanger: false }}
        rowKey={({ party }) => party.id}
        dataSource={shown}
        columns={[
          { title: 'Party', render: (_, { party }) => <b>{party.name}</b> },
          { title: 'Short form', render: (_, { party }) => (party.short ? <code>{party.short}</code> : '–') },
          { title: 'Also written', render: (_, { party }) => party.spellings.join(', ') || '–' },
          { title: 'Filed in', render: (_, { party }) => (party.destination ? <code>{party.destination}</code> : '–') },
          { title: 'Documents', align: 'right', render: (_, { documents }) => number(documents) },
          { title: <span className="unseen">What can be done</span>, align: 'right', render: (_, { party }) => <Button size="small" type="link" aria-label={`Change ${party.name}`} onClick={() => setOpen(party)}>change</Button> },
        ]}
      />
      {bringing && <PartySheetDialog onClose={() => setBringing(false)} />}
      {open && (
        <PartyDialog
          key={open.id}
          party={open}
          others={rules.parties.map(({ party }) => party).filter((party) => party.id !== open.id)}
          onMerge={(into) => {
            setOpen(null)
            setMerging({ party: open, into })
          }}
          onClose={() => setOpen(null)}
        />
      )}
      {merging && <MergeDialog two={merging} onClose={() => setMerging(null)} />}
    </>
  )
}

interface Wish {
  name: string
  short: string | null
  spellings: string[]
  destination: string | null
}

function PartyDialog({ party, others, onMerge, onClose }: { party: Party; others: Party[]; onMerge: (into: Party) => void; onClose: () => void }) {
  const [form] = Form.useForm<Wish>()
  const put = usePut((wish: Wish) => told(api.PUT('/api/rules/parties/{party}', { params: { path: { party: party.id } }, body: wish })), onClose)
  return (
    <Dialog title={party.name} width={480} onClose={onClose}>
      <Form<Wish> form={form} layout="vertical" initialValues={party} onFinish={(wish) => put.mutate(wish)}>
        <Form.Item name="name" label="Name" rules={[{ required: true, whitespace: true, message: 'A party needs a name' }]} extra="The name it has now stays one that it is found by.">
          <Input maxLength={200} />
        </Form.Item>
        <Form.Item name="short" label="Short form" extra="New names of documents are told by it; those that stand keep theirs.">
          <Input maxLength={16} />
        </Form.Item>
        <Form.Item name="spellings" label="Also written">
          <Select mode="tags" open={false} suffixIcon={null} placeholder="type one, then Enter" />
        </Form.Item>
        <DestinationItem />
        <Form.Item label="Is the same as" htmlFor="same-as" extra="Their documents become those of one party; what changes is shown first.">
          <Select
            id="same-as"
            showSearch={{ optionFilterProp: 'label' }}
            virtual={false}
            value={null}
            placeholder="another party"
            options={others.map((other) => ({ value: other.id, label: other.name }))}
            onChange={(into: number | null) => {
              const other = others.find((one) => one.id === into)
              if (other) onMerge(other)
            }}
          />
        </Form.Item>
        {put.error && <ProblemNote error={put.error} />}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" loading={put.isPending}>
            Keep it so <kbd>Enter</kbd>
          </Button>
        </div>
      </Form>
    </Dialog>
  )
}
