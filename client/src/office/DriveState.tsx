import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Alert, Button, Space, Table } from 'antd'
import { Link } from 'react-router'
import { api, told } from '../shared/api/client'
import { driveQuery } from '../shared/api/queries'
import { moment, number, plural } from '../shared/format'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { worded } from '../shared/said'

const PARTS: Record<string, string> = {
  following: 'following the drive', settling: 'settling what was interrupted', reading: 'reading its text', index: 'making it findable', arrivals: 'taking arrivals', store: 'keeping versions', lists: 'running a list of changes', tidying: 'clearing away what is not needed', names: 'reading names by a new pattern',
}

/** What is being taken in, what is asked, what could not be taken in; storage. */
export function DriveState() {
  const queries = useQueryClient()
  const drive = useQuery(driveQuery)
  const answer = useMutation({
    mutationFn: (said: { question: number; answer: 'same' | 'other' }) => told(api.POST('/api/drive/questions/{question}', { params: { path: { question: said.question } }, body: { answer: said.answer } })),
    onSettled: () => void queries.invalidateQueries(),
  })
  const answerFolder = useMutation({
    mutationFn: (said: { question: number; answer: 'same' | 'other' }) => told(api.POST('/api/drive/folder-questions/{question}', { params: { path: { question: said.question } }, body: { answer: said.answer } })),
    onSettled: () => void queries.invalidateQueries(),
  })
  const again = useMutation({
    mutationFn: (stuck: number) => told(api.POST('/api/drive/stuck/{stuck}/again', { params: { path: { stuck } } })),
    onSettled: () => void queries.invalidateQueries(),
  })
  const data = drive.data
  if (!data) return null
  return (
    <section aria-label="The drive">
      <div className="officehead">
        <h2>The drive</h2>
        <Link to="/storage">Storage at a glance</Link>
      </div>
      {data.held && (
        <Alert type="error" showIcon title={worded(data.held)} description={data.whole_at ? `The drive was last looked over completely at ${moment(data.whole_at)}. Nothing is followed, moved or tidied until this is mended.` : undefined} />
      )}
      {data.to_take > 0 ? (
        <p role="status">
          Taking in: {number(data.taken)} of {plural(data.to_take, 'file')}
          <span className="meter">
            <i style={{ width: `${String(Math.round((data.taken / data.to_take) * 100))}%` }} />
          </span>
        </p>
      ) : (
        !data.held && <p className="soft">{data.whole_at ? `Looked over completely at ${moment(data.whole_at)}${data.stuck.length === 0 ? '; records and folders agree.' : '.'}` : 'Not looked over yet.'}</p>
      )}
      {data.stuck.length > 0 && (
        <Table
          size="small"
          className="stuck"
          pagination={data.stuck.length > 8 ? { pageSize: 8, size: 'small' } : false}
          rowKey="id"
          dataSource={data.stuck}
          title={() => <b>{plural(data.stuck.length, 'thing')} set aside: nothing else waits for {data.stuck.length === 1 ? 'it' : 'them'}</b>}
          columns={[
            { title: 'What', dataIndex: 'shown', render: (shown: string) => <code>{shown}</code> },
            { title: 'Why', dataIndex: 'reason', render: worded },
            { title: 'While', dataIndex: 'part', render: (part: string) => PARTS[part] ?? part },
            { title: 'Tried', render: (_, item) => (item.part === 'store' ? '' : `${number(item.tries)} ×, since ${moment(item.since)}`) },
            {
              title: 'Next',
              render: (_, item) =>
                item.can_be_tried && (
                  <Space>
                    <span className="soft">{moment(item.next_at)}</span>
                    <Button size="small" loading={again.isPending && again.variables === item.id} onClick={() => again.mutate(item.id)}>
                      Try now
                    </Button>
                  </Space>
                ),
            },
          ]}
        />
      )}
      {again.error && <ProblemNote error={again.error} />}
      {data.folder_questions.map((question) => (
        <div key={question.id} className="question">
          <p>
            <b>Is this the same folder?</b> It holds {plural(question.documents, 'document')} of one that is gone and had grants of its own. Until you say so, it has the rights of the folder above.
          </p>
          <p className="fromto">
            Once <PathLine stops={stopsOf(question.stood_at)} /> now <PathLine stops={stopsOf(question.found_path)} />
          </p>
          <Space>
            <Button type="primary" onClick={() => answerFolder.mutate({ question: question.id, answer: 'same' })}>
              Yes, with the grants it had
            </Button>
            <Button onClick={() => answerFolder.mutate({ question: question.id, answer: 'other' })}>
              No, as it is
            </Button>
          </Space>
        </div>
      ))}
      {answerFolder.error && <ProblemNote error={answerFolder.error} />}
      {answer.error && <ProblemNote error={answer.error} />}
      {data.questions.map((question) => (
        <div key={question.id} className="question">
          <p>
            <b>Is this the same document?</b> {question.why}.
          </p>
          <p>
            No. {number(question.missing_id)}, once <code>{question.stood_at}</code>
            <br />
            No. {number(question.found_id)}, now <PathLine stops={stopsOf(question.found_folder)} /> <Link to={`/d/${String(question.found_id)}`}><code>{question.found_name}</code></Link>
          </p>
          <Space>
            <Button type="primary" onClick={() => answer.mutate({ question: question.id, answer: 'same' })}>
              Yes, it keeps No. {number(question.missing_id)}
            </Button>
            <Button onClick={() => answer.mutate({ question: question.id, answer: 'other' })}>
              No, another one
            </Button>
          </Space>
        </div>
      ))}
      {data.notices.length > 0 && (
        <details>
          <summary>{plural(data.notices.length, 'thing')} on the drive to know of</summary>
          <ul>
            {data.notices.map((notice) => (
              <li key={notice.path}>
                <code>{notice.path}</code>: {worded(notice.reason)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}
