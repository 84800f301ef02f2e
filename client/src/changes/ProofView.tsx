import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useEffect, useState } from 'react'
import { Link, useParams } from 'react-router'
import { listFileUrl, type Schemas } from '../shared/api/client'
import { proofQuery, readAgainQuery } from '../shared/api/queries'
import { number, plural, size } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { titled, worded } from '../shared/said'

/** Count in, count out: a page that can be printed. */
export function ProofView() {
  const id = Number(useParams().list)
  const [reads, setReads] = useState(false)
  const query = useQuery(proofQuery(id))
  const again = useInfiniteQuery({ ...readAgainQuery(id), enabled: reads })
  const { hasNextPage, isFetching, fetchNextPage, error } = again
  useEffect(() => {
    if (reads && hasNextPage && !isFetching && !error) void fetchNextPage()
  }, [reads, hasNextPage, isFetching, error, fetchNextPage])
  useKeys({ p: () => print() })
  const proof = query.data
  const slices = again.data?.pages ?? []
  const done = slices.length > 0 && !hasNextPage
  const wrong = slices.flatMap((slice) => slice.amiss)
  const amiss = proof ? [...proof.amiss, ...wrong.filter((one) => !proof.amiss.some((known) => known.number === one.number))] : []
  const amissCount = proof ? proof.count_amiss + amiss.length - proof.amiss.length : 0
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
                <Link to={`/changes/${String(id)}`}>{titled(proof.title, proof.undoes)}</Link>
              </p>
              <p className={amissCount === 0 ? 'verdict' : 'verdict bad'}>{verdict(proof, amissCount)}</p>
              <p className="soft">
                {size(proof.bytes_before)} before, {size(proof.bytes_after)} after.{' '}
                {!done && 'A file that was moved keeps its inode and size, so its recorded checksum holds; copies were read when they were made.'}
                {proof.moved_on > 0 && ` ${plural(proof.moved_on, 'document has', 'documents have')} been moved on or edited since.`}
                {proof.not_done > 0 && ` ${plural(proof.not_done, 'step was', 'steps were')} not carried out.`}
              </p>
              {(reads || slices.length > 0) && <ReadAgain slices={slices} done={done} wrong={wrong.length} of={proof.bytes_after} />}
              {error && <ProblemNote error={error} />}
              <p className="proofacts">
                {!done && proof.files > 0 && (
                  <Button onClick={() => setReads(!reads)}>
                    {reads ? 'Stop reading' : slices.length > 0 ? 'Go on reading' : 'Read every file again'}
                  </Button>
                )}
                <Button onClick={() => print()}>
                  Print <kbd>P</kbd>
                </Button>
                <a className="btn quiet" href={listFileUrl(id, 'proof.csv')}>
                  Save as CSV
                </a>
              </p>
            </header>
            {amiss.length > 0 && (
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
                    {amiss.map((one) => (
                      <tr key={`${String(one.position)} ${String(one.number)}`}>
                        <td>{number(one.position)}</td>
                        <td>{one.number === null ? '–' : number(one.number)}</td>
                        <td>
                          <code>{one.path}</code>
                        </td>
                        <td>{one.why ? worded(one.why) : one.outcome}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
                {amissCount > amiss.length && <p className="soft">The CSV has them all.</p>}
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

function verdict(proof: Schemas['Proof'], amiss: number): string {
  if (proof.files === 0 && proof.destroyed > 0) return `All ${number(proof.destroyed)} of ${number(proof.destroyed)} are destroyed; nothing of them is left in the bin.`
  const arrived = amiss === 0 ? `All ${number(proof.arrived)} of ${number(proof.files)} arrived.` : `${number(proof.files - amiss)} of ${number(proof.files)} arrived; ${number(amiss)} did not.`
  return proof.destroyed > 0 ? `${arrived} ${number(proof.destroyed)} are destroyed.` : arrived
}

/** How far the reading is; what it found, once all is read. */
function ReadAgain({ slices, done, wrong, of }: { slices: Schemas['ReadSlice'][]; done: boolean; wrong: number; of: number }) {
  const files = slices.reduce((sum, slice) => sum + slice.files, 0)
  const bytes = slices.reduce((sum, slice) => sum + slice.bytes, 0)
  if (done) return <p role="status">{wrong === 0 ? `Every one of ${plural(files, 'file')} was read again and has its recorded checksum.` : `${plural(files, 'file')} were read again; ${number(wrong)} of them are not as recorded.`}</p>
  return (
    <div className="progress">
      <div className="track" role="progressbar" aria-label="Read again" aria-valuenow={Math.floor((bytes / Math.max(1, of)) * 100)} aria-valuemin={0} aria-valuemax={100}>
        <i style={{ width: `${String((bytes / Math.max(1, of)) * 100)}%` }} />
      </div>
      <span>
        {plural(files, 'file')}, {size(bytes)} of {size(of)} read again
      </span>
    </div>
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
