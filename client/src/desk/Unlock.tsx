import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button, Input, Space } from 'antd'
import { useState } from 'react'
import { api, told, type Arrival } from '../shared/api/client'
import { deskQuery } from '../shared/api/queries'
import { ProblemNote } from '../shared/ProblemNote'

/** A PDF that asks for a password is opened here: what is opened takes its place, and the password is kept nowhere. */
export function UnlockNote({ arrival, onOpened }: { arrival: Arrival; onOpened: (number: number) => void }) {
  const queries = useQueryClient()
  const [password, setPassword] = useState('')
  const unlock = useMutation({
    mutationFn: () => told(api.POST('/api/desk/{number}/unlock', { params: { path: { number: arrival.number } }, body: { password } })),
    onSuccess: async ({ numbers: [number] }) => {
      await queries.invalidateQueries({ queryKey: deskQuery.queryKey })
      if (number !== undefined) onOpened(number)
    },
  })
  if (arrival.trouble !== 'locked' || arrival.media_type !== 'application/pdf') return null
  const open = () => {
    if (password !== '' && !unlock.isPending) unlock.mutate()
  }
  return (
    <div className="unlock">
      <Space.Compact block>
        <Input.Password
          size="small"
          aria-label="Password of the document"
          autoComplete="off"
          placeholder="it asks for a password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          onPressEnter={(event) => {
            event.preventDefault()
            open()
          }}
        />
        <Button size="small" loading={unlock.isPending} onClick={open}>
          Open
        </Button>
      </Space.Compact>
      {unlock.error && <ProblemNote error={unlock.error} />}
    </div>
  )
}
