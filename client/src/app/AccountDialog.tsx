import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Form, Input, Modal, Table } from 'antd'
import { api, told, type Me } from '../shared/api/client'
import { mySessionsQuery } from '../shared/api/queries'
import { moment } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'

interface Words {
  old: string
  new: string
}

/** What a browser says of itself, as far as a person can use it. */
function browser(agent: string | null): string {
  const name = ['Edg', 'Firefox', 'Chrome', 'Safari'].find((word) => agent?.includes(word))
  const system = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac OS', 'Linux'].find((word) => agent?.includes(word))
  return [name === 'Edg' ? 'Edge' : name, system].filter(Boolean).join(' on ') || 'a browser'
}

/** One's own password, and where one is signed in. */
export function AccountDialog({ me, onClose }: { me: Me; onClose: () => void }) {
  const queries = useQueryClient()
  const [form] = Form.useForm<Words>()
  const sessions = useQuery(mySessionsQuery)
  const change = useMutation({
    mutationFn: (words: Words) => told(api.PUT('/api/me/password', { body: words })),
    onSuccess: () => {
      form.resetFields()
      void queries.invalidateQueries({ queryKey: mySessionsQuery.queryKey })
    },
  })
  const end = useMutation({
    mutationFn: (session: number) => told(api.DELETE('/api/me/sessions/{session}', { params: { path: { session } } })),
    onSettled: () => void queries.invalidateQueries({ queryKey: mySessionsQuery.queryKey }),
  })
  return (
    <Modal open title={`${me.name}: password and sessions`} width={640} footer={null} onCancel={onClose}>
      <Form form={form} layout="vertical" className="account" requiredMark={false} onFinish={(words) => change.mutate(words)}>
        <Form.Item label="Present password" name="old" rules={[{ required: true, message: 'Give the password that you have now.' }]}>
          <Input.Password autoFocus autoComplete="current-password" />
        </Form.Item>
        <Form.Item label="New password" name="new" extra="At least ten characters; several words that do not belong together are best." rules={[{ min: 10, required: true, message: 'At least ten characters.' }]}>
          <Input.Password autoComplete="new-password" />
        </Form.Item>
        <Button type="primary" htmlType="submit" loading={change.isPending}>
          Change it; sign out everywhere else
        </Button>{' '}
        {change.isSuccess && <span role="status">It is changed. All other sessions have ended.</span>}
      </Form>
      {change.error && <ProblemNote error={change.error} />}
      <Table
        size="small"
        rowKey="id"
        pagination={false}
        loading={sessions.isPending}
        dataSource={sessions.data?.sessions ?? []}
        title={() => <b>Where you are signed in</b>}
        columns={[
          { title: 'With', render: (_, one) => browser(one.agent) },
          { title: 'From', dataIndex: 'address' },
          { title: 'Last used', render: (_, one) => moment(one.seen_at) },
          { title: '', render: (_, one) => one.is_this ? 'this one' : <Button size="small" onClick={() => end.mutate(one.id)}>End</Button> },
        ]}
      />
      {end.error && <ProblemNote error={end.error} />}
    </Modal>
  )
}
