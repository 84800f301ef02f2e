import { useMutation, useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { api, told } from '../shared/api/client'
import { ProblemNote } from '../shared/ProblemNote'

/** Where an invitation leads: choose a password, then sign in. */
export function Welcome({ secret }: { secret: string }) {
  const [password, setPassword] = useState('')
  const invited = useQuery({ queryKey: ['invited', secret], queryFn: () => told(api.GET('/api/invitations/{secret}', { params: { path: { secret } } })), retry: false })
  const accept = useMutation({
    mutationFn: () => told(api.POST('/api/invitations/{secret}', { params: { path: { secret } }, body: { password } })),
    onSuccess: () => location.assign('/'),
  })
  return (
    <div className="signin">
      <main>
        <h1>Welcome to Waka</h1>
        {invited.error && <ProblemNote error={invited.error} />}
        {invited.data && (
          <form
            onSubmit={(event) => {
              event.preventDefault()
              accept.mutate()
            }}
          >
            <p>
              You sign in as <code>{invited.data.login}</code>. Choose a password of ten signs or more; several words do well.
            </p>
            <label>
              Password
              <input type="password" autoFocus autoComplete="new-password" value={password} onChange={(event) => setPassword(event.target.value)} />
            </label>
            {accept.error && <ProblemNote error={accept.error} />}
            <Button type="primary" htmlType="submit" disabled={password.length < 10 || accept.isPending}>
              Choose it
            </Button>
          </form>
        )}
      </main>
    </div>
  )
}
