import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox } from 'antd'
import { useState } from 'react'
import { Pick } from '../controls/Pick'
import { api, told, type Schemas } from '../api/client'
import { rightsQuery } from '../api/queries'
import { Dialog } from '../controls/Dialog'
import { number, plural } from '../format'
import { PathLine, stopsOf } from '../PathLine'
import { ProblemNote } from '../ProblemNote'

type Rights = Schemas['Rights']
type Wish = Schemas['Wish']
type Right = Schemas['WishedGrant']['right']

const RIGHTS = ['reader', 'filer', 'keeper'].map((right) => ({ value: right, label: right }))
const MAY: Record<string, string> = { reader: 'looks', filer: 'looks, adds, files, corrects', keeper: 'rearranges and grants as well' }

/** Who can see a folder and why; for its keepers, granting with a preview of what changes. */
export function RightsDialog({ folder, onClose }: { folder: number; onClose: () => void }) {
  const rights = useQuery(rightsQuery(folder))
  const path = rights.data?.folder.path
  return (
    <Dialog title={`Who can see ${path === undefined ? '' : path.split('/').join(' / ') || 'the drive'}`} width={720} onClose={onClose}>
      {rights.error && <ProblemNote error={rights.error} />}
      {rights.data && (
        <div className="rights">
          <People rights={rights.data} />
          {rights.data.folder.right === 'keeper' && <Granting key={JSON.stringify(rights.data.grants)} rights={rights.data} />}
        </div>
      )}
    </Dialog>
  )
}

function People({ rights }: { rights: Rights }) {
  const people = [...new Set(rights.people.map((why) => why.person_id))]
  return (
    <table className="plain">
      <thead>
        <tr>
          <th scope="col">Who</th>
          <th scope="col">May</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody>
        {people.map((id) => {
          const whys = rights.people.filter((why) => why.person_id === id)
          return (
            <tr key={id}>
              <td>{whys[0]?.name}</td>
              <td title={MAY[whys[0]?.right ?? '']}>{whys[0]?.right}</td>
              <td>
                {whys.map((why, at) => (
                  <div key={at}>
                    {why.right} {why.team ? `through ${why.team}` : 'by name'},{' '}
                    {why.path === null ? 'granted further up' : <>granted on <PathLine stops={stopsOf(why.path)} /></>}
                  </div>
                ))}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function Granting({ rights }: { rights: Rights }) {
  const queries = useQueryClient()
  const folder = rights.folder.id
  const [wish, setWish] = useState<Wish>({
    replaces: rights.replaces,
    grants: rights.grants.map((grant) => ({ person: grant.person_id, team: grant.team_id, right: grant.right as Right })),
  })
  const isRoot = rights.folder.path === ''
  const look = useMutation({ mutationFn: (next: Wish) => told(api.POST('/api/folders/{folder}/rights/look', { params: { path: { folder } }, body: next })) })
  const put = useMutation({
    mutationFn: () => told(api.PUT('/api/folders/{folder}/rights', { params: { path: { folder } }, body: wish })),
    onSuccess: () => void queries.invalidateQueries(),
  })
  const change = (next: Wish) => {
    setWish(next)
    put.reset()
    look.mutate(next)
  }
  const keyOf = (one: { person?: number | null | undefined; team?: number | null | undefined }) => (one.team ? `t${String(one.team)}` : `p${String(one.person)}`)
  const nameOf = (grant: Wish['grants'][number]) => rights.names.find((name) => (grant.team ? name.team_id === grant.team : name.id === grant.person))?.name ?? 'somebody who left'
  const free = rights.names.filter((name) => !wish.grants.some((grant) => keyOf(grant) === keyOf({ person: name.id, team: name.team_id })))
  const error = look.error ?? put.error
  const effects = look.data?.effects
  return (
    <section aria-label="Granting">
      <h2>Granted on this folder itself</h2>
      {!isRoot && (
        <Checkbox className="tick" checked={wish.replaces} onChange={() => change({ ...wish, replaces: !wish.replaces })}>Only these: take nothing over from the folders above</Checkbox>
      )}
      {wish.grants.map((grant, at) => (
        <div key={keyOf(grant)} className="grantrow">
          <span>
            {nameOf(grant)} {grant.team && <small className="soft">team</small>}
          </span>
          <Pick label={`Right of ${nameOf(grant)}`} value={grant.right} choices={RIGHTS} onPick={(right) => change({ ...wish, grants: wish.grants.map((one, index) => (index === at ? { ...one, right: right as Right } : one)) })} />
          <button type="button" className="link" onClick={() => change({ ...wish, grants: wish.grants.filter((_, index) => index !== at) })}>
            take away
          </button>
        </div>
      ))}
      <Pick
        label="Grant to"
        value=""
        choices={[{ value: '', label: 'grant to …' }, ...free.map((name) => ({ value: keyOf({ person: name.id, team: name.team_id }), label: `${name.name}${name.team_id ? ' (team)' : ''}` }))]}
        onPick={(key) => {
          const name = rights.names.find((one) => keyOf({ person: one.id, team: one.team_id }) === key)
          if (name) change({ ...wish, grants: [...wish.grants, { person: name.id, team: name.team_id, right: 'reader' }] })
        }}
      />
      {error && <ProblemNote error={error} />}
      {put.data ? (
        <p role="status" className="done">
          Granted.
        </p>
      ) : (
        effects && <Effects effects={effects} />
      )}
      <div className="dialogacts">
        <Button type="primary" disabled={!effects || effects.length === 0 || look.isPending || look.error !== null || put.isPending} onClick={() => put.mutate()}>
          Grant it so
        </Button>
      </div>
    </section>
  )
}

/** What a grant would change for whom, before it does. */
function Effects({ effects }: { effects: Schemas['Effect'][] }) {
  if (effects.length === 0) return <p className="soft">Nothing changes for anybody.</p>
  return (
    <ul className="effects" aria-label="What changes">
      {effects.map((effect, at) => (
        <li key={at} className={effect.after === null ? 'bad' : 'wait'}>
          <b>{effect.name}</b>: {effect.before ?? 'sees nothing'} → {effect.after ?? 'sees nothing'} · {plural(effect.documents, 'document')} in {number(effect.folders)} {effect.folders === 1 ? 'folder' : 'folders'}
        </li>
      ))}
    </ul>
  )
}
