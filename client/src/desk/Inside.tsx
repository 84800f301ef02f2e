import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Modal, Table } from 'antd'
import { useState } from 'react'
import { api, told, type Arrival, type Schemas } from '../shared/api/client'
import { insideQuery } from '../shared/api/queries'
import { number, plural, size } from '../shared/format'
import { nameOf, useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'

type Held = Schemas['Held']

const REFUSED: Record<NonNullable<Held['refused']>, string> = {
  climbs_out: 'its path leads out of where it is unpacked',
  asks_password: 'asks for a password',
  is_link: 'is a link, not a file',
  too_large: 'is too large to be taken out here',
  is_bomb: 'would unpack to far more than it is',
}

/** Says that an arrival holds other files, and lets them be looked at and taken out. */
export function InsideNote({ arrival, onTaken }: { arrival: Arrival; onTaken: (numbers: number[]) => void }) {
  const [isOpen, setOpen] = useState(false)
  const inside = useQuery({ ...insideQuery(arrival.number), enabled: arrival.holds && arrival.was_read && arrival.trouble === null })
  const held = inside.data?.held ?? []
  const open = () => {
    if (held.length > 0) setOpen(true)
  }
  useKeys({ i: open }, { 'alt+i': open })
  return (
    <>
      {arrival.holder_name !== null && (
        <p className="samenote soft">
          Taken out of <code>{arrival.holder_name}</code>
          {arrival.holder !== null && `, No. ${number(arrival.holder)}`}
        </p>
      )}
      {inside.error && <ProblemNote error={inside.error} />}
      {held.length > 0 && (
        <p className="samenote">
          {plural(held.length, 'file')} inside.{' '}
          <Button size="small" onClick={open}>
            Look inside <kbd>Alt I</kbd>
          </Button>
        </p>
      )}
      {isOpen && (
        <InsideDialog
          arrival={arrival}
          held={held}
          onClose={() => setOpen(false)}
          onTaken={(numbers) => {
            setOpen(false)
            onTaken(numbers)
          }}
        />
      )}
    </>
  )
}

/** What is in it, each to be taken out as an arrival of its own. */
function InsideDialog({ arrival, held, onClose, onTaken }: { arrival: Arrival; held: Held[]; onClose: () => void; onTaken: (numbers: number[]) => void }) {
  const queries = useQueryClient()
  const [chosen, setChosen] = useState<number[]>(held.filter((one) => one.refused === null && !one.is_out).map((one) => one.at))
  const bytes = held.filter((one) => chosen.includes(one.at)).reduce((sum, one) => sum + one.size, 0)
  const take = useMutation({
    mutationFn: () => told(api.POST('/api/desk/{number}/inside', { params: { path: { number: arrival.number } }, body: { places: chosen } })),
    onSuccess: async (done) => {
      await Promise.all([queries.invalidateQueries({ queryKey: ['desk'] }), queries.invalidateQueries({ queryKey: ['inside'] })])
      onTaken(done.numbers)
    },
  })
  const submit = () => {
    if (chosen.length > 0 && !take.isPending) take.mutate()
  }
  return (
    <Modal open title={`Inside “${arrival.name}”`} width={760} style={{ top: 60 }} footer={null} onCancel={onClose} className="dialog">
      <div
        onKeyDown={(event) => {
          if (nameOf(event.nativeEvent) !== 'Enter' || event.target instanceof HTMLButtonElement) return
          event.preventDefault()
          submit()
        }}
      >
        <div className="heldfiles">
        <Table<Held>
          size="small"
          rowKey="at"
          dataSource={held}
          pagination={false}
          rowSelection={{
            selectedRowKeys: chosen,
            onChange: (keys) => setChosen(keys.map(Number)),
            getCheckboxProps: (one) => ({ disabled: one.refused !== null || one.is_out, 'aria-label': one.name }),
          }}
          columns={[
            { title: 'Name', dataIndex: 'name', render: (name: string) => <code>{name}</code> },
            { title: 'Size', dataIndex: 'size', width: 90, align: 'right', render: (bytes: number) => size(bytes) },
            { title: 'State', width: 230, render: (_, one) => (one.refused ? <span className="bad">{REFUSED[one.refused]}</span> : one.is_out ? <span className="soft">is taken out</span> : 'can be taken out') },
          ]}
        />
        </div>
        {take.error && <ProblemNote error={take.error} />}
        <div className="compareacts">
          <Button type="primary" autoFocus disabled={chosen.length === 0 || take.isPending} onClick={submit}>
            Take {plural(chosen.length, 'file')} out, {size(bytes)} <kbd>Enter</kbd>
          </Button>
          <span className="soft">Each becomes an arrival of its own; this one stays as it is.</span>
        </div>
      </div>
    </Modal>
  )
}
