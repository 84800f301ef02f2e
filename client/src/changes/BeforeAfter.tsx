import { useState } from 'react'
import { Link } from 'react-router'
import type { ChangeList } from '../shared/api/client'
import { number, plural, size } from '../shared/format'

/** The folders that the list touches, with their documents before and after. */
export function BeforeAfter({ list, onRemoveEmpty }: { list: ChangeList; onRemoveEmpty: (remove: boolean) => void }) {
  const { folders, emptied, sight } = list.summary
  const [wanted, setWanted] = useState<boolean | null>(null) // what was ticked, until the list says the same
  const canChoose = list.state === 'checked' && (emptied.length > 0 || list.remove_empty)
  return (
    <aside className="beforeafter" aria-label="Before and after">
      {sight.length > 0 && (
        <section className="wait">
          <h2>Who can see it changes</h2>
          {sight.map((one, at) => (
            <p key={at}>
              {plural(one.steps, 'step')}: {one.gain.length > 0 && <>{one.gain.join(', ')} will see it. </>}
              {one.lose.length > 0 && <b>{one.lose.join(', ')} will not see it any more.</b>}
            </p>
          ))}
        </section>
      )}
      {canChoose && (
        <section>
          <h2>Left empty</h2>
          {emptied.slice(0, 5).map((path) => (
            <p key={path}>{path}</p>
          ))}
          {emptied.length > 5 && <p className="soft">and {number(emptied.length - 5)} more</p>}
          <label className="tick">
            <input type="checkbox" checked={wanted ?? list.remove_empty} onChange={(event) => { setWanted(event.target.checked); onRemoveEmpty(event.target.checked) }} /> Remove folders that are left empty
          </label>
        </section>
      )}
      <table className="counts">
        <thead>
          <tr>
            <th scope="col">Documents in</th>
            <th scope="col">now</th>
            <th scope="col">after</th>
          </tr>
        </thead>
        <tbody>
          {folders.map((folder) => (
            <tr key={folder.path} className={folder.folder === null ? 'made' : folder.after === 0 ? 'emptied' : ''}>
              <td>
                {folder.folder === null ? folder.path : <Link to={`/folders/${String(folder.folder)}`}>{folder.path || 'Drive'}</Link>}
                {folder.crowded && <small className="wait"> crowded</small>}
              </td>
              <td>{folder.folder === null ? '–' : number(folder.before)}</td>
              <td>{number(folder.after)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">
        {plural(list.steps, 'step')}, {size(list.bytes)}. {list.steps_done === 0 ? 'Shown as planned; after the run it is counted on disk.' : ''}
      </p>
    </aside>
  )
}
