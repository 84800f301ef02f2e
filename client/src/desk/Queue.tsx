import { useEffect, useRef } from 'react'
import { Link } from 'react-router'
import { FileName } from '../shared/FileName'
import type { Arrival, Desk } from '../shared/api/client'
import { clock, dayOfMoment, number, plural } from '../shared/format'
import { grouped } from './model'
import { worded } from '../shared/said'

/** What waits, by arrival point, with what needs a look said in a word. */
export function Queue({ desk, current }: { desk: Desk; current: number | null }) {
  const total = desk.waiting.length + desk.filed_today
  return (
    <nav className="queue" aria-label="Queue">
      <div className="queuehead">
        <h2>
          {number(desk.waiting.length)} waiting · {number(desk.filed_today)} filed today
        </h2>
        <div className="meter" aria-hidden="true">
          <i style={{ width: `${String(total ? Math.round((desk.filed_today / total) * 100) : 0)}%` }} />
        </div>
      </div>
      {grouped(desk.waiting).map((group) => (
        <section key={group.name}>
          <h2 className="grouphead">
            <span>{group.name}</span>
            <span>{group.arrivals.length}</span>
          </h2>
          {group.arrivals.map((arrival) => (
            <Row key={arrival.number} arrival={arrival} isCurrent={arrival.number === current} />
          ))}
        </section>
      ))}
      {desk.notices.length > 0 && (
        <section>
          <h2 className="grouphead">
            <span>Cannot be taken</span>
            <span>{desk.notices.length}</span>
          </h2>
          {desk.notices.map((notice) => (
            <div key={notice.shown} className="row">
              <code>{notice.shown}</code>
              <small className="wait">{worded(notice.reason)}</small>
            </div>
          ))}
        </section>
      )}
    </nav>
  )
}

function Row({ arrival, isCurrent }: { arrival: Arrival; isCurrent: boolean }) {
  const row = useRef<HTMLAnchorElement>(null)
  useEffect(() => {
    if (isCurrent) row.current?.scrollIntoView({ block: 'nearest' })
  }, [isCurrent])
  const note = noteOf(arrival)
  const when = dayOfMoment(arrival.added_at)
  const facts = [when === 'Today' ? clock(arrival.added_at) : when]
  if (arrival.pages) facts.push(plural(arrival.pages, 'page'))
  if (!arrival.was_read) facts.push('being read')
  else if (arrival.recognising_of) facts.push(`recognising ${number(arrival.recognising ?? 1)} of ${number(arrival.recognising_of)}`)
  return (
    <Link ref={row} className={isCurrent ? 'row on' : 'row'} to={`/desk/${String(arrival.number)}`} aria-current={isCurrent ? 'true' : undefined}>
      <FileName name={arrival.name} />
      <small>
        {facts.join(' · ')}
        {note && <span className="wait"> · {note}</span>}
      </small>
    </Link>
  )
}

const TROUBLES: Record<string, string> = {
  empty: 'empty', locked: 'needs a password', damaged: 'damaged', too_slow: 'could not be read', too_large: 'could not be read',
}

function noteOf(arrival: Arrival): string | null {
  if (arrival.trouble) return TROUBLES[arrival.trouble] ?? 'could not be read'
  const notes = []
  if (arrival.question?.answer && arrival.question.is_mine) notes.push(`${arrival.question.of} answered`)
  if (arrival.fitting_extension) notes.push(`is a ${arrival.fitting_extension.slice(1).toUpperCase()}`)
  if (arrival.same_as) notes.push(`same as No. ${number(arrival.same_as)}`)
  return notes.join(' · ') || null
}
