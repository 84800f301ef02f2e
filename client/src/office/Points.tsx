import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Pick } from '../shared/controls/Pick'
import { api, told, type Schemas } from '../shared/api/client'
import { ProblemNote } from '../shared/ProblemNote'

/** Arrival points, and who sees what arrives there. */
export function Points({ office }: { office: Schemas['Office'] }) {
  const queries = useQueryClient()
  const put = useMutation({
    mutationFn: (change: { point: number; holders: Schemas['Holder'][] }) => told(api.PUT('/api/office/points/{point}', { params: { path: { point: change.point } }, body: { holders: change.holders } })),
    onSettled: () => void queries.invalidateQueries(),
  })
  return (
    <section aria-label="Arrival points">
      <h2>Arrival points, and who sees what arrives</h2>
      {put.error && <ProblemNote error={put.error} />}
      {office.points.map((point) => {
        const grants = office.point_grants.filter((grant) => grant.arrival_point_id === point.id)
        const holders = grants.map((grant) => ({ person: grant.person_id, team: grant.team_id }))
        const free = office.names.filter((name) => !grants.some((grant) => grant.person_id === name.id && grant.team_id === name.team_id))
        return (
          <div key={point.id} className="grantrow">
            <b>{point.name}</b>
            <span>
              {grants.map((grant) => (
                <button key={`${String(grant.person_id)} ${String(grant.team_id)}`} type="button" className="flag" title="Take it away" onClick={() => put.mutate({ point: point.id, holders: holders.filter((one) => one.person !== grant.person_id || one.team !== grant.team_id) })}>
                  {grant.name} ×
                </button>
              ))}
            </span>
            <Pick label={`Let see ${point.name}`} value="" choices={[{ value: '', label: 'add …' }, ...free.map((name, at) => ({ value: String(at), label: name.name }))]} onPick={(chosen) => {
              const name = free[Number(chosen)]
              if (chosen && name) put.mutate({ point: point.id, holders: [...holders, { person: name.id, team: name.team_id }] })
            }} />
          </div>
        )
      })}
    </section>
  )
}
