import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { listFileUrl, type Schemas } from '../shared/api/client'
import { proofQuery } from '../shared/api/queries'
import { number, plural, size } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'

/** Count in, count out: a page that can be printed. */
export function ProofView() {
  const id = Number(useParams().list)
  const [read, setRead] = useState(false)
  const query = useQuery(proofQuery(id, read))
  useKeys({ p: () => print() })
  const proof = query.data
  return (
    <>
      <h1 className="unseen">Proof</h1>
      <article className="proof" tabIndex={0} aria-label="Proof">
        {query.error && <ProblemNote error={query.error} />}
        {!proof && !query.error && <p className="soft">Counting what stands on disk …</p>}
        {proof && (
          <>
            <header>
              <p>
                <Link to={`/changes/${String(id)}`}>{proof.title}</Link>
              </p>
              <p className={proof.count_amiss === 0 ? 'verdict' : 'verdict bad'}>
                {proof.count_amiss === 0 ? `All ${number(proof.arrived)} of ${number(proof.files)} arrived.` : `${number(proof.arrived)} of ${number(proof.files)} arrived; ${number(proof.count_amiss)} did not.`}
              </p>
              <p className="soft">
                {size(proof.bytes_before)} before, {size(proof.bytes_after)} after.{' '}
                {proof.was_read ? 'Every file was read again and has its recorded checksum.' : 'A file that was moved keeps its inode and size, so its recorded checksum holds; copies were read when they were made.'}
                {proof.moved_on > 0 && ` ${plural(proof.moved_on, 'document has', 'documents have')} been moved on or edited since.`}
                {proof.not_done > 0 && ` ${plural(proof.not_done, 'step was', 'steps were')} not carried out.`}
              </p>
              <p className="proofacts">
                {!read && (
                  <button type="button" className="btn quiet" onClick={() => setRead(true)}>
                    Read every file again
                  </button>
                )}
                <button type="button" className="btn quiet" onClick={() => print()}>
                  Print <kbd>P</kbd>
                </button>
                <a className="btn quiet" href={listFileUrl(id, 'proof.csv')}>
                  Save as CSV
                </a>
              </p>
            </header>
            {proof.amiss.length > 0 && (
              <section>
                <h2>What did not arrive</h2>
                <table className="plain">
                  <thead>
                    <tr>
                      <th scope="col">Step</th>
                      <th scope="col">No.</th>
                      <th scope="col">Path</th>
                      <th scope="col">Why</th>
                    </tr>
                  </thead>
                  <tbody>
                    {proof.amiss.map((one) => (
                      <tr key={one.position}>
                        <td>{number(one.position)}</td>
                        <td>{one.number === null ? '–' : number(one.number)}</td>
                        <td>
                          <code>{one.path}</code>
                        </td>
                        <td>{one.why || one.outcome}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
                {proof.count_amiss > proof.amiss.length && <p className="soft">The CSV has them all.</p>}
              </section>
            )}
            <Counts title="By type" head="type" rows={proof.by_type} />
            <Counts title="By folder that they went to" head="folder" rows={proof.by_folder} />
          </>
        )}
      </article>
      <KeyBar hints={[{ keys: 'P', does: 'print' }]}>
        <Link to={`/changes/${String(id)}`}>back to the list</Link>
      </KeyBar>
    </>
  )
}

function Counts({ title, head, rows }: { title: string; head: string; rows: Schemas['Tally'][] }) {
  if (rows.length === 0) return null
  return (
    <section>
      <h2>{title}</h2>
      <table className="plain figures">
        <thead>
          <tr>
            <th scope="col">{head}</th>
            <th scope="col">files before</th>
            <th scope="col">after</th>
            <th scope="col">bytes before</th>
            <th scope="col">after</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.what} className={row.files_before !== row.files_after ? 'bad' : ''}>
              <td>{row.what}</td>
              <td>{number(row.files_before)}</td>
              <td>{number(row.files_after)}</td>
              <td>{number(row.bytes_before)}</td>
              <td>{number(row.bytes_after)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
