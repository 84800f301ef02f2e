import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { officeQuery } from '../shared/api/queries'
import { moment } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { Invite, Leaving, LinkDialog, TeamDialog } from './dialogs'
import { DriveState } from './DriveState'
import { Points } from './Points'
import { Settings } from './Settings'

type Account = Schemas['Account']

/** People, teams, arrival points, and how the drive stands. */
export function OfficeView() {
  const queries = useQueryClient()
  const office = useQuery(officeQuery)
  const [open, setOpen] = useState<'invite' | 'team' | null>(null)
  const [editing, setEditing] = useState<Schemas['Team'] | null>(null)
  const [leaving, setLeaving] = useState<Account | null>(null)
  const [link, setLink] = useState<{ name: string; secret: string } | null>(null)
  const again = useMutation({
    mutationFn: async (account: Account) => {
      const made = await told(api.POST('/api/office/people/{account}/invitation', { params: { path: { account: account.id } } }))
      setLink({ name: account.name, secret: made.secret })
    },
    onSuccess: () => void queries.invalidateQueries(),
  })
  useKeys({ i: () => setOpen('invite'), t: () => setOpen('team') })
  if (office.error) {
    return (
      <div className="notice wide">
        <h1 className="unseen">Office</h1>
        <ProblemNote error={office.error} />
      </div>
    )
  }
  if (!office.data) return <div className="opening" />
  const data = office.data
  return (
    <>
      <h1 className="unseen">Office</h1>
      <div className="office" tabIndex={0} role="region" aria-label="Office">
        <DriveState />
        {data.unkept.length > 0 && (
          <p className="wait">
            <b>Nobody keeps</b> {data.unkept.map((path) => path || 'Drive').join(', ')}.
          </p>
        )}
        {again.error && <ProblemNote error={again.error} />}
        <section aria-label="People">
          <div className="officehead">
            <h2>People</h2>
            <Button onClick={() => setOpen('invite')}>
              Invite somebody <kbd>I</kbd>
            </Button>
          </div>
          <table className="plain">
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">Signs in as</th>
                <th scope="col">Teams</th>
                <th scope="col">Here last</th>
                <th scope="col">
                  <span className="unseen">What can be done</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {data.accounts.map((account) => (
                <tr key={account.id} className={account.ended_at ? 'ended' : ''}>
                  <td>
                    {account.name} {account.administrator && <small className="soft">administrator</small>}
                  </td>
                  <td>
                    <code>{account.login}</code>
                  </td>
                  <td>{data.teams.filter((team) => team.members.includes(account.id)).map((team) => team.name).join(', ') || '–'}</td>
                  <td>{account.ended_at ? `left ${moment(account.ended_at)}` : account.invited ? <span className="wait">invited</span> : account.seen_at ? moment(account.seen_at) : 'not yet'}</td>
                  <td className="acts">
                    {!account.ended_at && (
                      <>
                        <button type="button" className="link" onClick={() => again.mutate(account)}>
                          {account.invited ? 'new link' : 'new password'}
                        </button>
                        <button type="button" className="link" onClick={() => setLeaving(account)}>
                          leaves
                        </button>
                      </>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section aria-label="Teams">
          <div className="officehead">
            <h2>Teams</h2>
            <Button onClick={() => setOpen('team')}>
              New team <kbd>T</kbd>
            </Button>
          </div>
          {data.teams.length === 0 && <p className="soft">No team yet. Rights that are granted to a team follow whoever is in it.</p>}
          <ul className="teams">
            {data.teams.map((team) => (
              <li key={team.id}>
                <button type="button" className="link" onClick={() => setEditing(team)}>
                  {team.name}
                </button>{' '}
                <span className="soft">{data.accounts.filter((account) => team.members.includes(account.id)).map((account) => account.name).join(', ') || 'nobody'}</span>
              </li>
            ))}
          </ul>
        </section>
        <Points office={data} />
        <Settings />
      </div>
      <KeyBar hints={[{ keys: 'I', does: 'invite' }, { keys: 'T', does: 'new team' }, { keys: 'F', does: 'find' }]} />
      {open === 'invite' && <Invite office={data} onClose={() => setOpen(null)} onInvited={setLink} />}
      {(open === 'team' || editing) && (
        <TeamDialog
          office={data}
          team={editing}
          onClose={() => {
            setOpen(null)
            setEditing(null)
          }}
        />
      )}
      {leaving && <Leaving office={data} account={leaving} onClose={() => setLeaving(null)} />}
      {link && <LinkDialog {...link} onClose={() => setLink(null)} />}
    </>
  )
}
