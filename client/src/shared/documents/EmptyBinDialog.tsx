import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { api, told } from '../api/client'
import { useSettled } from '../useSettled'
import { Dialog } from '../controls/Dialog'
import { number, plural, size } from '../format'
import { ProblemNote } from '../ProblemNote'
import { useLead, whereAsked } from '../redirect'

/** How much has lain in the bin for long, counted; only who types that number destroys it. */
export function EmptyBinDialog({ onClose }: { onClose: () => void }) {
  const lead = useLead()
  const queries = useQueryClient()
  const [days, setDays] = useState('30')
  const [typed, setTyped] = useState('')
  const asked = useSettled(days, 250)
  const isNumber = /^\d{1,5}$/.test(asked)
  const old = useQuery({
    queryKey: ['bin', 'old', asked],
    queryFn: () => told(api.GET('/api/bin/old', { params: { query: { days: Number(asked) } } })),
    enabled: isNumber,
  })
  const count = old.data?.count ?? 0
  const empty = useMutation({
    mutationFn: async () => {
      const list = await told(api.POST('/api/bin/old', { body: { days: Number(asked), count } }))
      if (list.can_run) await told(api.POST('/api/lists/{list_id}/run', { params: { path: { list_id: list.id } }, body: { only: null, first: null, seen: null } }))
      return list
    },
    onMutate: whereAsked,
    onSuccess: (list, _nothing, from) => lead(from, `/changes/${String(list.id)}`),
    onError: () => void queries.invalidateQueries({ queryKey: ['bin'] }),
  })
  const isConfirmed = count > 0 && typed.replace(/\D/g, '') === String(count)
  return (
    <Dialog title="Destroy what has been in the bin for long" width={560} onClose={onClose}>
      <form
        className="askform"
        onSubmit={(event) => {
          event.preventDefault()
          if (isConfirmed && !empty.isPending) empty.mutate()
        }}
      >
        <label>
          In the bin for more than so many days
          <Input inputMode="numeric" value={days} onChange={(event) => setDays(event.target.value)} />
        </label>
        <p role="status">
          {!isNumber && 'Type a number of days.'}
          {isNumber && old.data && count === 0 && 'Nothing has been there for so long, in folders that you keep.'}
          {isNumber && old.data && count > 0 && (
            <>
              <b>{plural(count, 'document')}</b>, {size(old.data.bytes)}, with all their versions. They cannot come back.
            </>
          )}
        </p>
        {count > 0 && (
          <label>
            Type {number(count)} to confirm
            <Input inputMode="numeric" value={typed} onChange={(event) => setTyped(event.target.value)} />
          </label>
        )}
        {old.error && <ProblemNote error={old.error} />}
        {empty.error && <ProblemNote error={empty.error} />}
        <div className="dialogacts">
          <Button type="primary" danger htmlType="submit" disabled={!isConfirmed || empty.isPending}>
            Destroy {count > 0 && number(count)} for good
          </Button>
        </div>
      </form>
    </Dialog>
  )
}
