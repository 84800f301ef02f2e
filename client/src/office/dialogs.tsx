import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox, Input } from 'antd'
import { useState } from 'react'
import { Pick } from '../shared/controls/Pick'
import { api, told, type Schemas } from '../shared/api/client'
import { Dialog } from '../shared/controls/Dialog'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'

type Account = Schemas['Account']
type Office = Schemas['Office']

export function Invite({ office, onClose, onInvited }: { office: Office; onClose: () => void; onInvited: (link: { name: string; secret: string }) => void }) {
  const queries = useQueryClient()
  const [name, setName] = useState('')
  const [login, setLogin] = useState('')
  const [teams, setTeams] = useState<number[]>([])
  const invite = useMutation({
    mutationFn: () => told(api.POST('/api/office/people', { body: { name, login, teams } })),
    onSuccess: (made) => {
      void queries.invalidateQueries()
      onClose()
      onInvited({ name, secret: made.secret })
    },
  })
  return (
    <Dialog title="Invite somebody" width={480} onClose={onClose}>
      <form
        className="askform"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim() && login.trim()) invite.mutate()
        }}
      >
        <label>
          Whole name
          <Input value={name} onChange={(event) => setName(event.target.value)} />
        </label>
        <label>
          Signs in as
          <Input value={login} onChange={(event) => setLogin(event.target.value)} />
        </label>
        {office.teams.map((team) => (
          <Checkbox key={team.id} className="tick" checked={teams.includes(team.id)} onChange={() => setTeams(teams.includes(team.id) ? teams.filter((id) => id !== team.id) : [...teams, team.id])}>{team.name}</Checkbox>
        ))}
        {invite.error && <ProblemNote error={invite.error} />}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={!name.trim() || !login.trim() || invite.isPending}>
            Make the link <kbd>Enter</kbd>
          </Button>
        </div>
      </form>
    </Dialog>
  )
}

export function LinkDialog({ name, secret, onClose }: { name: string; secret: string; onClose: () => void }) {
  const link = `${location.origin}/welcome/${secret}`
  return (
    <Dialog title={`A link for ${name}`} width={560} onClose={onClose}>
      <p>Give it to {name} yourself. It is told only now, works once, and ends after 14 days.</p>
      <Input readOnly aria-label="Link" value={link} onFocus={(event) => event.target.select()} />
      <div className="dialogacts">
        <Button type="primary" onClick={() => void navigator.clipboard.writeText(link)}>
          Copy
        </Button>
      </div>
    </Dialog>
  )
}

export function TeamDialog({ office, team, onClose }: { office: Office; team: Schemas['Team'] | null; onClose: () => void }) {
  const queries = useQueryClient()
  const [name, setName] = useState(team?.name ?? '')
  const [members, setMembers] = useState<number[]>(team?.members ?? [])
  const after = () => {
    void queries.invalidateQueries()
    onClose()
  }
  const put = useMutation({
    mutationFn: () => (team ? told(api.PUT('/api/office/teams/{team}', { params: { path: { team: team.id } }, body: { name, members } })) : told(api.POST('/api/office/teams', { body: { name, members } }))),
    onSuccess: after,
  })
  const remove = useMutation({ mutationFn: () => told(api.DELETE('/api/office/teams/{team}', { params: { path: { team: team?.id ?? 0 } } })), onSuccess: after })
  const error = put.error ?? remove.error
  return (
    <Dialog title={team ? `Team ${team.name}` : 'New team'} width={480} onClose={onClose}>
      <form
        className="askform"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim()) put.mutate()
        }}
      >
        <label>
          Name
          <Input value={name} onChange={(event) => setName(event.target.value)} />
        </label>
        {office.accounts
          .filter((account) => !account.ended_at)
          .map((account) => (
            <Checkbox key={account.id} className="tick" checked={members.includes(account.id)} onChange={() => setMembers(members.includes(account.id) ? members.filter((id) => id !== account.id) : [...members, account.id])}>{account.name}</Checkbox>
          ))}
        {error && <ProblemNote error={error} />}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={!name.trim() || put.isPending}>
            {team ? 'Change' : 'Make'} <kbd>Enter</kbd>
          </Button>
          {team && (
            <Button onClick={() => remove.mutate()}>
              Remove the team
            </Button>
          )}
        </div>
      </form>
    </Dialog>
  )
}

export function Leaving({ office, account, onClose }: { office: Office; account: Account; onClose: () => void }) {
  const queries = useQueryClient()
  const [handTo, setHandTo] = useState<number | null>(null)
  const belongings = useQuery({
    queryKey: ['belongings', account.id],
    queryFn: () => told(api.GET('/api/office/people/{account}/belongings', { params: { path: { account: account.id } } })),
  })
  const end = useMutation({
    mutationFn: () => told(api.POST('/api/office/people/{account}/switch-off', { params: { path: { account: account.id } }, body: { hand_to: handTo } })),
    onSuccess: () => {
      void queries.invalidateQueries()
      onClose()
    },
  })
  return (
    <Dialog title={`${account.name} leaves`} width={520} onClose={onClose}>
      <div className="askform">
        <p>They are signed out everywhere at once and can no longer sign in. The logbook keeps their name.</p>
        {belongings.data && belongings.data.belongings.length > 0 && (
          <>
            <h2>Granted to them by name</h2>
            <ul>
              {belongings.data.belongings.map((one) => (
                <li key={`${one.path} ${one.right}`}>
                  {one.right} of <PathLine stops={stopsOf(one.path)} />
                </li>
              ))}
            </ul>
          </>
        )}
        <label>
          Who takes over?
          <Pick label="Who takes over" value={handTo === null ? '' : String(handTo)} choices={[{ value: '', label: 'nobody' }, ...office.accounts.filter((one) => !one.ended_at && one.id !== account.id).map((one) => ({ value: String(one.id), label: one.name }))]} onPick={(chosen) => setHandTo(chosen ? Number(chosen) : null)} />
        </label>
        {end.error && <ProblemNote error={end.error} />}
        <div className="dialogacts">
          <Button type="primary" disabled={end.isPending} onClick={() => end.mutate()}>
            Switch off
          </Button>
        </div>
      </div>
    </Dialog>
  )
}
