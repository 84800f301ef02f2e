import { useQuery } from '@tanstack/react-query'
import { Navigate, useParams } from 'react-router'
import { documentQuery } from '../shared/api/queries'
import { ProblemNote } from '../shared/ProblemNote'

/** A link by lasting number: leads to where the document is now. */
export function ByNumber() {
  const { number } = useParams()
  const found = useQuery({ ...documentQuery(Number(number)), retry: false })
  if (found.error) {
    return (
      <div className="notice wide">
        <h1 className="unseen">No. {number}</h1>
        <ProblemNote error={found.error} />
      </div>
    )
  }
  if (!found.data) return <div className="opening" />
  if (found.data.state === 'binned') return <Navigate to={`/folders/bin?d=${String(found.data.number)}`} replace />
  const to = found.data.state === 'waiting' ? `/desk/${String(found.data.number)}` : `/folders/${String(found.data.folder)}?d=${String(found.data.number)}`
  return <Navigate to={to} replace />
}
