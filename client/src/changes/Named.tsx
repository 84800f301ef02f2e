import { useMutation, useQuery } from '@tanstack/react-query'
import { Button, Table } from 'antd'
import { useState } from 'react'
import { api, told, type ChangeList, type Schemas } from '../shared/api/client'
import { Dialog } from '../shared/controls/Dialog'
import { Pick } from '../shared/controls/Pick'
import { ProblemNote } from '../shared/ProblemNote'

type Part = Schemas['Named']['part']
const PARTS: { value: Part; label: string }[] = [
  { value: 'look', label: 'looks at it' },
  { value: 'decide', label: 'decides, too' },
  { value: 'approve', label: 'has to say yes' },
]

/** What somebody was named for, and what they said. */
function saysOf(one: Schemas['Named']): string {
  if (one.part !== 'approve') return one.part === 'look' ? 'looks' : 'decides'
  return one.approves ? 'says yes' : 'has yet to say yes'
}

/** Whose list it is and who is named in it; its maker names them here. */
export function Named({ list, isNaming, onNaming, onChange }: { list: ChangeList; isNaming: boolean; onNaming: (on: boolean) => void; onChange: (list: ChangeList) => void }) {
  const isOwn = list.part === null
  if (isOwn && list.state === 'done' && list.named.length === 0) return null
  return (
    <section className="named" aria-label="Who is named in it">
      <h2>{isOwn ? 'With others' : `Made by ${list.maker}`}</h2>
      <ul>
        {list.named.map((one) => (
          <li key={one.person_id} className={one.part === 'approve' ? (one.approves ? 'yes' : 'lacks') : ''}>
            <b>{one.name}</b> {saysOf(one)}
          </li>
        ))}
      </ul>
      {isOwn && list.state !== 'done' && (
        <Button size="small" onClick={() => onNaming(true)}>
          {list.named.length > 0 ? 'Name others' : 'Name somebody'} <kbd>N</kbd>
        </Button>
      )}
      {isNaming && isOwn && <Naming list={list} onClose={() => onNaming(false)} onChange={onChange} />}
    </section>
  )
}

function Naming({ list, onClose, onChange }: { list: ChangeList; onClose: () => void; onChange: (list: ChangeList) => void }) {
  const [named, setNamed] = useState<{ person: number; name: string; part: Part }[]>(() => list.named.map((one) => ({ person: one.person_id, name: one.name, part: one.part })))
  const able = useQuery({
    queryKey: ['could-be-named', list.id],
    queryFn: () => told(api.GET('/api/lists/{list_id}/could-be-named', { params: { path: { list_id: list.id } } })),
  })
  const save = useMutation({
    mutationFn: () =>
      told(api.PUT('/api/lists/{list_id}/named', { params: { path: { list_id: list.id } }, body: { named: named.map(({ person, part }) => ({ person, part })) } })),
    onSuccess: (changed) => {
      onChange(changed)
      onClose()
    },
  })
  const people = able.data?.people ?? []
  const others = people.filter((one) => !named.some((known) => known.person === one.id))
  const add = (id: string) => {
    const one = people.find((known) => String(known.id) === id)
    if (one) setNamed([...named, { person: one.id, name: one.name, part: 'approve' }])
  }
  return (
    <Dialog title="Name others in this list" onClose={onClose}>
      <p className="soft">
        Whoever is named sees every step and the proof. Those who may see all that the list is about can be named; running it stays with you, and waits for each yes. What is checked
        anew needs a new one.
      </p>
      <Pick label="Person" value="" choices={[{ value: '', label: others.length > 0 ? 'Add a person …' : able.isPending ? '…' : people.length > 0 ? 'Everybody who may see it is named' : 'Nobody else may see all of it' }, ...others.map((one) => ({ value: String(one.id), label: one.name }))]} onPick={add} />
      <Table
        size="small"
        pagination={false}
        rowKey="person"
        dataSource={named}
        locale={{ emptyText: 'Nobody is named: the list is yours alone.' }}
        columns={[
          { title: 'Who', dataIndex: 'name' },
          {
            title: 'Part',
            render: (_, one) => (
              <Pick label={`Part of ${one.name}`} value={one.part} choices={PARTS} onPick={(part) => setNamed(named.map((other) => (other.person === one.person ? { ...other, part: part as Part } : other)))} />
            ),
          },
          {
            title: <span className="unseen">What can be done</span>,
            align: 'right',
            render: (_, one) => (
              <Button size="small" onClick={() => setNamed(named.filter((other) => other.person !== one.person))}>
                Take out
              </Button>
            ),
          },
        ]}
      />
      {save.error && <ProblemNote error={save.error} />}
      <div className="dialogacts">
        <Button type="primary" onClick={() => save.mutate()} disabled={save.isPending}>
          Name them
        </Button>
      </div>
    </Dialog>
  )
}
