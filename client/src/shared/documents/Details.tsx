import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { Open } from './Dialogs'
import type { Ask } from './useChanges'
import { ACTIONS } from '../actions'
import { Button } from 'antd'
import { api, told, type Document, type House, type Schemas } from '../api/client'
import { documentQuery, houseQuery, logbookQuery } from '../api/queries'
import { said } from '../fields'
import { day, moment, money, number } from '../format'
import { PageView } from '../PageView'
import { PathLine, stopsOf } from '../PathLine'
import { ProblemNote } from '../ProblemNote'
import { slipFrom } from './slipFrom'
import { Versions } from './Versions'

interface Props {
  number: number | null
  many?: number // how many are chosen
  wide: boolean
  onWide: () => void
  onOpen?: (open: Open) => void
  onRun?: (ask: Ask) => void
  idle?: ReactNode // what stands there while nothing is chosen
}

/** A chosen document: its page, its fields, what is put on it, where it has been. */
export function Details({ number: chosen, many = 1, wide, onWide, onOpen, onRun, idle }: Props) {
  const document = useQuery({ ...documentQuery(chosen ?? 0), enabled: chosen !== null })
  if (chosen === null) {
    return (
      <aside className="details" aria-label="Document">
        <p className="soft">Choose a document: its page and what is known of it stand here.</p>
        {idle}
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
      {many > 1 && <p className="soft">{number(many)} are chosen; this is the one under the cursor.</p>}
      <Viewed key={`${String(chosen)}-${String(document.data.version)}`} document={document.data} wide={wide} />
      {document.data.state === 'binned' && (
        <p className="wait">
          In the bin since {moment(document.data.binned_at ?? '')}
          {document.data.binned_by && `, by ${document.data.binned_by}`}
          {document.data.bin_reason && `: ${document.data.bin_reason}`}
        </p>
      )}
      <Facts document={document.data} onRun={onRun} />
      <Labels document={document.data} onOpen={onOpen} onRun={onRun} />
      <Been document={document.data} />
    </aside>
  )
}

/** The page of a document, or of what it was before; and its versions, where there are any. */
function Viewed({ document, wide }: { document: Document; wide: boolean }) {
  const [earlier, setEarlier] = useState<Schemas['Version'] | null>(null)
  const shown: Document = earlier
    ? { ...document, name: earlier.name, size: earlier.size, sha256: earlier.sha256, pages: earlier.pages, trouble: earlier.trouble, media_type: earlier.media_type }
    : document
  return (
    <>
      {earlier && (
        <p className="wait" role="status">
          This is version {earlier.version}, as it was until {moment(earlier.ended_at)}.{' '}
          <button type="button" className="link" onClick={() => setEarlier(null)}>
            Back to the newest
          </button>
        </p>
      )}
      <PageView key={earlier?.id ?? 'newest'} document={shown} version={earlier?.id ?? null} searchable={wide} />
      {document.version > 1 && <Versions document={document} shown={earlier} onShow={setEarlier} />}
    </>
  )
}

/** Which fields are known from the document's name alone; one press says that they are right. */
function FromName({ document, house, onRun }: { document: Document; house: House; onRun: ((ask: Ask) => void) | undefined }) {
  if (document.from_name.length === 0 || document.state !== 'filed') return null
  const labels = house.fields.filter((field) => document.from_name.includes(field.code)).map((field) => field.label)
  return (
    <p className="fromname soft">
      {labels.join(', ')} {labels.length === 1 ? 'is' : 'are'} from its name
      {onRun && document.right !== 'reader' && (
        <Button size="small" type="link" onClick={() => onRun({ act: 'correct', documents: [document.number], editions: { [document.number]: document.edition }, fields: slipFrom(document, house), name: '' })}>
          {labels.length === 1 ? 'it is right' : 'they are right'}
        </Button>
      )}
    </p>
  )
}

function Facts({ document, onRun }: { document: Document; onRun: ((ask: Ask) => void) | undefined }) {
  const house = useQuery(houseQuery).data
  const kinds = house?.kinds ?? []
  const facts: [string, string | null][] = [
    ['kind', kinds.find((kind) => kind.code === document.kind)?.label ?? document.kind],
    ['who', document.who],
    ['when', document.when ? day(document.when) : null],
    ['what', document.what],
    ['reference', document.reference],
    ['amount', document.amount ? money(document.amount, document.currency) : null],
    ...(house?.fields ?? []).filter((field) => document.fields[field.code]).map((field): [string, string] => [field.label.toLowerCase(), said(field, document.fields[field.code])]),
    ['in', document.folder_path === '' ? 'Drive' : (document.folder_path?.split('/').join(' / ') ?? document.arrival_point)],
    ['changed', `${moment(document.changed_at)}${document.changed_by ? ` by ${document.changed_by}` : ''}`],
  ]
  return (
    <>
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
      {house && <FromName document={document} house={house} onRun={onRun} />}
    </>
  )
}

/** Tags, note, further folders, who can see it: put on and taken off here, where the person may. */
function Labels({ document, onOpen, onRun }: { document: Document; onOpen: ((open: Open) => void) | undefined; onRun: ((ask: Ask) => void) | undefined }) {
  const queries = useQueryClient()
  const files = document.right !== 'reader' && document.state === 'filed'
  const after = () => void queries.invalidateQueries()
  const tags = useMutation({ mutationFn: (name: string) => told(api.PUT('/api/tags', { body: { documents: [document.number], put_on: [], take_off: [name] } })), onSuccess: after })
  const unrefer = useMutation({
    mutationFn: (folder: number) => told(api.PUT('/api/documents/{number}/references', { params: { path: { number: document.number } }, body: { folder, shown: false } })),
    onSuccess: after,
  })
  return (
    <dl className="facts labels">
      {(document.tags.length > 0 || (files && onOpen)) && (
        <div>
          <dt>tags</dt>
          <dd>
            {document.tags.map((tag) =>
              files ? (
                <button key={tag} type="button" className="flag" title="Take it off" onClick={() => tags.mutate(tag)}>
                  {tag} ×
                </button>
              ) : (
                <span key={tag} className="flag">
                  {tag}
                </span>
              ),
            )}
            {files && onOpen && (
              <button type="button" className="link" onClick={() => onOpen({ what: 'tag', worn: document.tags })}>
                tag <kbd>T</kbd>
              </button>
            )}
          </dd>
        </div>
      )}
      {document.references.length > 0 && (
        <div>
          <dt>also in</dt>
          <dd>
            {document.references.map((place) => (
              <div key={place.id}>
                <Link to={`/folders/${String(place.id)}?d=${String(document.number)}`}>
                  <PathLine stops={stopsOf(place.path)} />
                </Link>{' '}
                {files && (
                  <button type="button" className="link" onClick={() => unrefer.mutate(place.id)}>
                    no longer
                  </button>
                )}
              </div>
            ))}
          </dd>
        </div>
      )}
      {document.seen_by.length > 0 && (
        <div>
          <dt>seen by</dt>
          <dd>
            {document.seen_by.slice(0, 6).join(', ')}
            {document.seen_by.length > 6 && ` and ${String(document.seen_by.length - 6)} more`}{' '}
            {onOpen && document.folder !== null && (
              <button type="button" className="link" onClick={() => onOpen({ what: 'rights', folder: document.folder ?? 0 })}>
                why?
              </button>
            )}
          </dd>
        </div>
      )}
      <Note key={document.note} document={document} mayWrite={files} />
      {files && onOpen && onRun && (
        <div>
          <dt>fields</dt>
          <dd>
            <button type="button" className="link" onClick={() => onOpen({ what: 'fields', number: document.number })}>
              correct <kbd>B</kbd>
            </button>
          </dd>
        </div>
      )}
      <div>
        <dt>sha256</dt>
        <dd>
          <code title={document.sha256}>{document.sha256.slice(0, 12)}…</code>
        </dd>
      </div>
    </dl>
  )
}

function Note({ document, mayWrite }: { document: Document; mayWrite: boolean }) {
  const queries = useQueryClient()
  const [text, setText] = useState(document.note ?? '')
  const [isOpen, setOpen] = useState(false)
  const save = useMutation({
    mutationFn: () => told(api.PUT('/api/documents/{number}/note', { params: { path: { number: document.number } }, body: { note: text } })),
    onSuccess: () => {
      setOpen(false)
      void queries.invalidateQueries({ queryKey: ['document'] })
    },
  })
  if (!mayWrite && !document.note) return null
  return (
    <div>
      <dt>note</dt>
      <dd>
        {isOpen ? (
          <>
            <textarea
              autoFocus
              aria-label="Note"
              rows={3}
              value={text}
              onChange={(event) => setText(event.target.value)}
              onBlur={() => (text === (document.note ?? '') ? setOpen(false) : save.mutate())}
              onKeyDown={(event) => {
                if (event.key === 'Escape') setOpen(false)
                if (event.key === 'Enter' && event.ctrlKey) save.mutate()
              }}
            />
            {save.error && <ProblemNote error={save.error} />}
          </>
        ) : (
          <>
            {document.note}{' '}
            {mayWrite && (
              <button type="button" className="link" onClick={() => setOpen(true)}>
                {document.note ? 'change' : 'write one'}
              </button>
            )}
          </>
        )}
      </dd>
    </div>
  )
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
            {moment(entry.at)} {ACTIONS[entry.action] ?? entry.action}
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
