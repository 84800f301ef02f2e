import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button, Input, Modal, type InputRef } from 'antd'
import { useRef, useState } from 'react'
import { api, carry, told, type Me } from '../shared/api/client'
import { ProblemNote } from '../shared/ProblemNote'
import { signedIn } from '../shared/session'

/** The session ended in the middle of the work: signed in again in place, with everything as it was. */
export function SignInAgain({ me }: { me: Me }) {
  const queries = useQueryClient()
  const input = useRef<InputRef>(null)
  const [password, setPassword] = useState('')
  const signIn = useMutation({
    mutationFn: () => told(api.POST('/api/sign-in', { body: { login: me.login, password } })),
    onSuccess: (again) => {
      carry(again.csrf)
      queries.setQueryData(['me'], again)
      signedIn()
      void queries.invalidateQueries()
    },
  })
  return (
    <Modal open closable={false} mask={{ closable: false }} keyboard={false} footer={null} width={440} title="Your session has ended" afterOpenChange={(open) => open && input.current?.focus()}>
      <p>Nothing of what you typed is lost. Sign in again, {me.name}, and go on where you were.</p>
      <form
        className="again"
        onSubmit={(event) => {
          event.preventDefault()
          signIn.mutate()
        }}
      >
        <Input.Password ref={input} autoFocus aria-label="Password" autoComplete="current-password" value={password} onChange={(event) => setPassword(event.target.value)} />
        <Button type="primary" htmlType="submit" loading={signIn.isPending}>
          Sign in
        </Button>
        <Button onClick={() => location.assign('/')}>Somebody else</Button>
      </form>
      {signIn.error && <ProblemNote error={signIn.error} />}
    </Modal>
  )
}
