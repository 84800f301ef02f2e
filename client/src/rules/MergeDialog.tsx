import { queryOptions, useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { api, told } from '../shared/api/client'
import { Dialog } from '../shared/controls/Dialog'
import { plural } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { usePut } from './usePut'

export interface Two {
  party: { id: number; name: string } // that is merged
  into: { id: number; name: string } // that it is from then on
}

function mergingQuery(party: number, into: number) {
  return queryOptions({
    queryKey: ['merging', party, into],
    queryFn: () => told(api.GET('/api/rules/parties/{party}/merging', { params: { path: { party }, query: { into } } })),
  })
}

/** Two parties that are one: what changes is seen before they are. */
export function MergeDialog({ two, onClose }: { two: Two; onClose: () => void }) {
  const [{ party, into }, setTwo] = useState(two)
  const look = useQuery(mergingQuery(party.id, into.id))
  useQuery(mergingQuery(into.id, party.id)) // the other way round is told at once, and no button moves under the pointer
  const put = usePut((seen: number) => told(api.POST('/api/rules/parties/{party}/merge', { params: { path: { party: party.id } }, body: { into: into.id, seen } })), onClose)
  const found = look.data
  return (
    <Dialog title={`Merge ${party.name}`} width={520} onClose={onClose}>
      <form
        className="merging"
        onSubmit={(event) => {
          event.preventDefault()
          if (found) put.mutate(found.documents)
        }}
      >
        <p>
          <b>{party.name}</b> is <b>{into.name}</b> from now on.
        </p>
        {found && (
          <ul>
            <li>{found.documents === 0 ? 'No document names it.' : `${plural(found.documents, 'document names', 'documents name')} ${into.name} then.`}</li>
            <li>It is found by {found.spellings.map((name) => `“${name}”`).join(', ')} as well.</li>
            {found.short && (
              <li>
                New names tell it by <code>{found.short}</code>.
              </li>
            )}
            {found.short_gone && found.named > 0 && (
              <li className="wait">
                {plural(found.named, 'name', 'names')} with <code>{found.short_gone}</code> can no longer be read back; Fields of many renames them.
              </li>
            )}
            {found.destination && (
              <li>
                Its documents are filed in <code>{found.destination}</code>.
              </li>
            )}
          </ul>
        )}
        <p className="soft">What was done before is still undone step by step; the merging itself is not.</p>
        {look.error && <ProblemNote error={look.error} />}
        {put.error && <ProblemNote error={put.error} />}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={!found} loading={put.isPending}>
            Merge <kbd>Enter</kbd>
          </Button>
          <Button onClick={() => setTwo({ party: into, into: party })}>The other way round</Button>
        </div>
      </form>
    </Dialog>
  )
}
