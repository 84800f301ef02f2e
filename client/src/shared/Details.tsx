import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Document } from './api/client'
import { documentQuery, houseQuery, logbookQuery } from './api/queries'
import { day, moment, money, number } from './format'
import { PageView } from './PageView'
import { ProblemNote } from './ProblemNote'

/** A chosen document: its page, its fields, where it has been. */
export function Details({ number: chosen, wide, onWide }: { number: number | null; wide: boolean; onWide: () => void }) {
  const document = useQuery({ ...documentQuery(chosen ?? 0), enabled: chosen !== null })
  if (chosen === null) {
    return (
      <aside className="details" aria-label="Document">
        <p className="soft">Choose a document: its page and what is known of it stand here.</p>
      </aside>
    )
  }
  if (document.error) {
    return (
      <aside className="details" aria-label="Document">
        <ProblemNote error={document.error} />
      </aside>
    )
  }
  if (!document.data) return <aside className="details" aria-label="Document" />
  return (
    <aside className={wide ? 'details wide' : 'details'} aria-label="Document">
      <div className="detailhead">
        <h2>
          <Link to={`/d/${String(chosen)}`} title="A link that keeps working after moves">
            No. {number(chosen)}
          </Link>
        </h2>
        <button type="button" className="link" onClick={onWide}>
          {wide ? 'smaller' : 'large'} <kbd>Space</kbd>
        </button>
      </div>
      <PageView key={chosen} document={document.data} />
      <Facts document={document.data} />
      <Been document={document.data} />
    </aside>
  )
}

function Facts({ document }: { document: Document }) {
  const kinds = useQuery(houseQuery).data?.kinds ?? []
  const facts: [string, string | null][] = [
    ['kind', kinds.find((kind) => kind.code === document.kind)?.label ?? document.kind],
    ['who', document.who],
    ['when', document.when ? day(document.when) : null],
    ['what', document.what],
    ['reference', document.reference],
    ['amount', document.amount ? money(document.amount) : null],
    ['in', document.folder_path === '' ? 'Drive' : (document.folder_path?.split('/').join(' / ') ?? document.arrival_point)],
    ['changed', `${moment(document.changed_at)}${document.changed_by ? ` by ${document.changed_by}` : ''}`],
  ]
  return (
    <dl className="facts">
      {facts
        .filter(([, value]) => value)
        .map(([word, value]) => (
          <div key={word}>
            <dt>{word}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      {document.same_as && (
        <div>
          <dt>same as</dt>
          <dd>
            <Link to={`/d/${String(document.same_as)}`}>No. {number(document.same_as)}</Link>, byte for byte
          </dd>
        </div>
      )}
    </dl>
  )
}

const DONE: Record<string, string> = {
  arrived: 'arrived', filed: 'filed', unfiled: 'put back on the desk', taken_in: 'taken in', put_back: 'filing interrupted',
  gone: 'gone', returned: 'came back', changed_outside: 'changed outside Waka',
}

function Been({ document }: { document: Document }) {
  const entries = useInfiniteQuery(logbookQuery({ mine: false, quiet: false, number: document.number }))
  const found = entries.data?.pages.flatMap((page) => page.entries) ?? []
  return (
    <section className="been">
      <h2>Where it has been</h2>
      <ul>
        {found.map((entry) => (
          <li key={entry.id}>
            {moment(entry.at)} {DONE[entry.action] ?? entry.action}
            {entry.initials && ` by ${entry.initials}`}
            {entry.action === 'filed' && entry.from_path && (
              <>
                {' '}
                from <code>{entry.from_path}</code>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
