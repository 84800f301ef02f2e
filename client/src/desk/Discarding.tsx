import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { AutoComplete, Button, Drawer, Modal } from 'antd'
import { useRef, useState, type ComponentRef } from 'react'
import { FileName } from '../shared/FileName'
import { api, told, type Arrival } from '../shared/api/client'
import { discardedQuery } from '../shared/api/queries'
import { moment } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'

/** The reason that suggests itself, and others that are common. */
function reasonsFor(arrival: Arrival): string[] {
  const own = [arrival.same_as !== null && `the same as No. ${String(arrival.same_as)}`, arrival.trouble === 'empty' && 'empty', arrival.trouble === 'damaged' && 'damaged']
  return [...new Set([...own, 'empty', 'damaged', 'twice there', 'not for us'])].filter((one): one is string => one !== false)
}

/** Why an arrival is not worth filing. */
export function DiscardDialog({ arrival, onClose, onDiscarded }: { arrival: Arrival; onClose: () => void; onDiscarded: (done: { listId: number; name: string }) => void }) {
  const why = useRef<ComponentRef<typeof AutoComplete>>(null)
  const [first] = reasonsFor(arrival)
  const [reason, setReason] = useState(arrival.same_as !== null || arrival.trouble ? (first ?? '') : '')
  const discard = useMutation({
    mutationFn: () => told(api.POST('/api/desk/{number}/discard', { params: { path: { number: arrival.number } }, body: { reason } })),
    onSuccess: (done) => onDiscarded({ listId: done.list_id, name: arrival.name }),
  })
  return (
    <Modal open title="Discard this arrival" okText="Discard" onCancel={onClose} onOk={() => discard.mutate()} confirmLoading={discard.isPending} destroyOnHidden width={460} afterOpenChange={(open) => open && why.current?.focus()}>
      <p className="lead">
        <FileName name={arrival.name} /> goes into the bin. It can be taken back.
      </p>
      <AutoComplete
        ref={why}
        aria-label="Why"
        value={reason}
        placeholder="Why? empty, damaged … (may stay empty)"
        style={{ width: '100%' }}
        options={reasonsFor(arrival).map((value) => ({ value }))}
        onChange={setReason}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !discard.isPending) discard.mutate()
        }}
      />
      {discard.error && <ProblemNote error={discard.error} />}
    </Modal>
  )
}

/** What was discarded, each to be taken back. */
export function DiscardedDrawer({ onClose, onTakenBack }: { onClose: () => void; onTakenBack: (number: number) => void }) {
  const queries = useQueryClient()
  const discarded = useQuery(discardedQuery)
  const takeBack = useMutation({
    mutationFn: (number: number) => told(api.POST('/api/desk/{number}/take-back', { params: { path: { number } } })),
    onSuccess: async (_, number) => {
      await queries.invalidateQueries()
      onTakenBack(number)
    },
  })
  return (
    <Drawer open title="Discarded from the desk" onClose={onClose} size={460}>
      {(discarded.error ?? takeBack.error) && <ProblemNote error={discarded.error ?? takeBack.error} />}
      {discarded.data?.arrivals.length === 0 && <p className="soft">Nothing was discarded.</p>}
      <ul className="discarded">
        {discarded.data?.arrivals.map((one) => (
          <li key={one.number}>
            <span>
              <FileName name={one.name} />
              <small className="soft">
                {one.reason ? `${one.reason} · ` : ''}
                {one.binned_by}, {moment(one.binned_at)}
              </small>
            </span>
            <Button size="small" disabled={takeBack.isPending} onClick={() => takeBack.mutate(one.number)}>
              Back to the desk
            </Button>
          </li>
        ))}
      </ul>
    </Drawer>
  )
}
