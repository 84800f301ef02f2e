import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, fileUrl, told, type Document, type Schemas } from '../api/client'
import { versionsQuery } from '../api/queries'
import { moment, number, size } from '../format'
import { ProblemNote } from '../ProblemNote'

type Version = Schemas['Version']

interface Props {
  document: Document
  shown: Version | null
  onShow: (version: Version | null) => void
}

/** What a document was before, latest first: to be looked at, taken away, made the newest again. */
export function Versions({ document, shown, onShow }: Props) {
  const queries = useQueryClient()
  const found = useQuery(versionsQuery(document.number, document.version))
  const restore = useMutation({
    mutationFn: (version: Version) => told(api.POST('/api/documents/{number}/versions/{version}/restore', { params: { path: { number: document.number, version: version.id } } })),
    onSuccess: () => {
      onShow(null)
      void queries.invalidateQueries()
    },
  })
  const mayRestore = document.right !== 'reader' && document.state === 'filed'
  if (!found.data) return null
  const { current, earlier } = found.data
  return (
    <section className="versions" aria-label="Versions">
      <h2>Versions</h2>
      <ol>
        <li className={shown ? '' : 'here'}>
          <button type="button" className="link" aria-pressed={!shown} onClick={() => onShow(null)}>
            {current.version}
          </button>
          <span>
            newest, since {moment(current.since)}
            {current.by && ` by ${current.by}`}
            <Origin version={current} />
          </span>
        </li>
        {earlier.map((version) => (
          <li key={version.id} className={shown?.id === version.id ? 'here' : ''}>
            <button type="button" className="link" aria-pressed={shown?.id === version.id} title="Look at it" onClick={() => onShow(version)}>
              {version.version}
            </button>
            <span>
              {moment(version.since)}
              {version.by && ` by ${version.by}`}, {size(version.size)}
              {version.number !== document.number && `, of No. ${number(version.number)}`}
              <Origin version={version} />
              <span className="acts">
                <a href={fileUrl(document.number, version.id)} download>
                  Download
                </a>
                {mayRestore && (
                  <button type="button" className="link" disabled={restore.isPending} onClick={() => restore.mutate(version)}>
                    Make it the newest
                  </button>
                )}
              </span>
            </span>
          </li>
        ))}
      </ol>
      {restore.error && <ProblemNote error={restore.error} />}
    </section>
  )
}

function Origin({ version }: { version: Schemas['Current'] }) {
  if (version.restored) return <>, version {version.restored} again</>
  if (version.came_as) {
    return (
      <>
        , came as <Link to={`/d/${String(version.came_as)}`}>No. {number(version.came_as)}</Link>
      </>
    )
  }
  return null
}
