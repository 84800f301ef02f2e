import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useLocation } from 'react-router'
import { api, told } from '../shared/api/client'
import { carriedQuery, outlineQuery } from '../shared/api/queries'
import { plural, size } from '../shared/format'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { useLead, whereAsked } from '../shared/redirect'
import { wholeChoice } from '../shared/documents/useChanges'

const AT_ONCE = 10 // as many are moved by hand, without a list

/** What is carried from one folder to another; it goes along everywhere and outlives a reload. */
export function CarryBar() {
  const queries = useQueryClient()
  const lead = useLead()
  const load = useQuery(carriedQuery).data
  const folders = useQuery(outlineQuery).data?.folders ?? []
  const here = /^\/folders\/(\d+)$/.exec(useLocation().pathname)
  const folder = folders.find((entry) => entry.id === Number(here?.[1]))
  const drop = useMutation({ mutationFn: () => told(api.DELETE('/api/carried')), onSettled: () => queries.invalidateQueries() })
  const put = useMutation({
    mutationFn: async (into: number) => {
      const numbers = load?.documents.map((document) => document.number) ?? []
      if (load && load.total <= AT_ONCE && numbers.every((number) => load.documents.find((one) => one.number === number)?.folder !== into)) {
        const look = await told(api.POST('/api/changes/look', { body: { act: 'move', documents: numbers, folder: into, beside: false, fields: null, into: null, name: '', private: false, reason: '', seen: null, editions: {} } }))
        if (look.look === null && look.findings.length === 0) {
          await told(api.POST('/api/changes', { body: { act: 'move', documents: numbers, folder: into, beside: false, fields: null, into: null, name: '', private: false, reason: '', seen: null, editions: {} } }))
          await told(api.DELETE('/api/carried'))
          return null
        }
      }
      return told(api.POST('/api/lists', { body: wholeChoice({ do: 'move', carried: true, into }) }))
    },
    onMutate: whereAsked,
    onSuccess: (list, _into, asked) => {
      if (list) lead(asked, `/changes/${String(list.id)}`)
    },
    onSettled: () => queries.invalidateQueries(),
  })
  const canPut = folder !== undefined && folder.right !== 'reader'
  useKeys(load && load.total > 0 ? { j: () => canPut && put.mutate(folder.id), 'shift+Escape': () => drop.mutate() } : {})
  if (!load || load.total === 0) return null
  const first = load.documents[0]?.name
  return (
    <aside className="carrybar" aria-label="What you carry">
      <span className="load" aria-hidden="true" />
      <span>
        Carrying <b>{plural(load.total, 'document')}</b> {load.total === load.documents.length && size(load.documents.reduce((sum, one) => sum + one.size, 0))}
      </span>
      <code>
        {first}
        {load.total > 1 && ` and ${plural(load.total - 1, 'more', 'more')}`}
      </code>
      <span className="right">
        {canPut ? (
          <Button type="primary" disabled={put.isPending} onClick={() => put.mutate(folder.id)}>
            Put down in {folder.name || 'Drive'} <kbd>J</kbd>
          </Button>
        ) : (
          <span className="soft">Go to a folder to put them down</span>
        )}{' '}
        <button type="button" className="link" onClick={() => drop.mutate()}>
          leave them where they are
        </button>
      </span>
      {put.error && <ProblemNote error={put.error} />}
    </aside>
  )
}
