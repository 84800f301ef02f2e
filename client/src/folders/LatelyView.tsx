import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { latelyQuery, outlineQuery } from '../shared/api/queries'
import { moment, number } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { SegmentedName } from '../shared/SegmentedName'
import { ACTIONS } from '../shared/actions'
import { Outline } from './Outline'

/** What I had open lately, and what others changed lately. */
export function LatelyView() {
  const outline = useQuery(outlineQuery)
  const lately = useQuery(latelyQuery)
  return (
    <>
      <h1 className="unseen">Lately</h1>
      <div className="folders lately">
        <Outline folders={outline.data?.folders ?? []} current={null} />
        {lately.error && <ProblemNote error={lately.error} />}
        <section className="latelylist" aria-label="What I had open" tabIndex={0}>
          <h2>What I had open</h2>
          {lately.data?.opened.length === 0 && <p className="soft">Nothing yet. What is looked at large (Space) stands here, latest first.</p>}
          <ul>
            {lately.data?.opened.map((document) => (
              <li key={document.number}>
                <Link to={`/folders/${String(document.folder)}?d=${String(document.number)}`}>
                  <SegmentedName segments={document.segments} />
                </Link>
                <PathLine stops={stopsOf(document.folder_path ?? '')} />
              </li>
            ))}
          </ul>
        </section>
        <section className="latelylist" aria-label="What others changed" tabIndex={0}>
          <h2>What others changed</h2>
          {lately.data?.changed.length === 0 && <p className="soft">Nothing yet.</p>}
          <ul>
            {lately.data?.changed.map((entry) => (
              <li key={entry.id}>
                <span>
                  <time dateTime={entry.at}>{moment(entry.at)}</time> {entry.person ?? 'another program'} <b>{ACTIONS[entry.action] ?? entry.action}</b>{' '}
                  {entry.document_id && <Link to={`/d/${String(entry.document_id)}`}>No. {number(entry.document_id)}</Link>}
                </span>
                <code>{entry.to_path ?? entry.from_path}</code>
              </li>
            ))}
          </ul>
        </section>
      </div>
      <KeyBar hints={[{ keys: 'Tab', does: 'to the next' }, { keys: 'Enter', does: 'go there' }, { keys: 'F', does: 'find' }]} />
    </>
  )
}
