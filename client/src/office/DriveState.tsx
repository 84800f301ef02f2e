import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, told } from '../shared/api/client'
import { driveQuery } from '../shared/api/queries'
import { moment, number, plural } from '../shared/format'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'

/** What is being taken in, what is asked, what could not be taken in; storage. */
export function DriveState() {
  const queries = useQueryClient()
  const drive = useQuery(driveQuery)
  const answer = useMutation({
    mutationFn: (said: { question: number; answer: 'same' | 'other' }) => told(api.POST('/api/drive/questions/{question}', { params: { path: { question: said.question } }, body: { answer: said.answer } })),
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
      {data.held && <p className="bad">{data.held}</p>}
      {data.to_take > 0 ? (
        <p role="status">
          Taking in: {number(data.taken)} of {plural(data.to_take, 'file')}
          <span className="meter">
            <i style={{ width: `${String(Math.round((data.taken / data.to_take) * 100))}%` }} />
          </span>
        </p>
      ) : (
        <p className="soft">{data.swept_at ? `Looked over last at ${moment(data.swept_at)}; records and folders agree.` : 'Not looked over yet.'}</p>
      )}
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
          <button type="button" className="btn" onClick={() => answer.mutate({ question: question.id, answer: 'same' })}>
            Yes, it keeps No. {number(question.missing_id)}
          </button>{' '}
          <button type="button" className="btn quiet" onClick={() => answer.mutate({ question: question.id, answer: 'other' })}>
            No, another one
          </button>
        </div>
      ))}
      {data.notices.length > 0 && (
        <details>
          <summary>{plural(data.notices.length, 'thing')} on the drive cannot be taken in</summary>
          <ul>
            {data.notices.map((notice) => (
              <li key={notice.path}>
                <code>{notice.path}</code>: {notice.reason}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}
