import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { api, told } from '../shared/api/client'
import { ProblemNote } from '../shared/ProblemNote'
import { SegmentedName } from '../shared/SegmentedName'

const EXAMPLE = [
  { text: 'when', field: 'when' },
  { text: '_', field: 'rest' },
  { text: 'who', field: 'who' },
  { text: '_', field: 'rest' },
  { text: 'what', field: 'what' },
]

export function SignIn() {
  const queries = useQueryClient()
  const [login, setLogin] = useState('')
  const [password, setPassword] = useState('')
  const signIn = useMutation({
    mutationFn: () => told(api.POST('/api/sign-in', { body: { login, password } })),
    onSuccess: (me) => queries.setQueryData(['me'], me),
  })
  return (
    <div className="signin">
      <main>
        <h1>
          <svg width="52" height="20" aria-hidden="true">
            <path d="M7 10 H42" stroke="currentColor" strokeWidth="2" opacity=".6" />
            <circle cx="7" cy="10" r="4.5" fill="currentColor" />
            <circle cx="24" cy="10" r="4.5" fill="currentColor" />
            <circle cx="43" cy="10" r="6" fill="none" stroke="var(--wait)" strokeWidth="3" />
          </svg>
          Waka
        </h1>
        <p className="motto">
          Every record has its place, and a name that says <SegmentedName segments={EXAMPLE} />.
        </p>
        <form
          onSubmit={(event) => {
            event.preventDefault()
            signIn.mutate()
          }}
        >
          <label>
            Sign-in
            <input autoFocus autoComplete="username" required value={login} onChange={(event) => setLogin(event.target.value)} />
          </label>
          <label>
            Password
            <input type="password" autoComplete="current-password" required value={password} onChange={(event) => setPassword(event.target.value)} />
          </label>
          <Button type="primary" htmlType="submit" disabled={signIn.isPending}>
            Sign in <kbd>Enter</kbd>
          </Button>
        </form>
        {signIn.error && <ProblemNote error={signIn.error} />}
        <p className="soft">No account yet? An administrator adds you with “bin/waka person add”.</p>
      </main>
    </div>
  )
}
