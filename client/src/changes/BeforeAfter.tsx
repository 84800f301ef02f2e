import { Checkbox } from 'antd'
import { memo, useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { ChangeList } from '../shared/api/client'
import { number, plural, size } from '../shared/format'
import { outlineOf, type OutlineRow } from './outline'

const AT_FIRST = 60 // rows; a thousand of them take longer to draw than all else on the page

/** The folders that the list touches, with their documents before and after; drawn anew only when the list changes. */
export const BeforeAfter = memo(function BeforeAfter({ list, onRemoveEmpty }: { list: ChangeList; onRemoveEmpty: (remove: boolean) => void }) {
  const { folders, emptied, sight } = list.summary
  const [wanted, setWanted] = useState<boolean | null>(null) // what was ticked, until the list says the same
  const [all, setAll] = useState(false)
  const outline = useMemo(() => outlineOf(folders), [folders])
  const shown = all ? outline : outline.slice(0, AT_FIRST)
  const crowded = folders.filter((one) => one.crowded)
  const canChoose = list.state === 'checked' && list.can_decide && (emptied.length > 0 || list.remove_empty)
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
          <Checkbox className="tick" checked={wanted ?? list.remove_empty} onChange={(event) => { setWanted(event.target.checked); onRemoveEmpty(event.target.checked) }}>Remove folders that are left empty</Checkbox>
        </section>
      )}
      {crowded.length > 0 && (
        <section className="wait">
          <h2>Crowded after it</h2>
          {crowded.slice(0, 5).map((one) => (
            <p key={one.path}>
              {one.path || 'Drive'}: {plural(one.after, 'document')}
            </p>
          ))}
          {crowded.length > 5 && <p>and {number(crowded.length - 5)} more</p>}
        </section>
      )}
      {list.part !== null && <p className="soft">How many documents stand where, before and after, is counted for {list.maker}, who made the list.</p>}
      {list.part === null && <table className="counts">
        <thead>
          <tr>
            <th scope="col">Documents in and beneath</th>
            <th scope="col">now</th>
            <th scope="col">after</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <Line key={row.path} row={row} />
          ))}
        </tbody>
      </table>}
      {shown.length < outline.length && (
        <button type="button" className="link" onClick={() => setAll(true)}>
          all {number(folders.length)} folders
        </button>
      )}
      <p className="soft">
        {plural(list.steps, 'step')}, {size(list.bytes)}. {list.steps_done === 0 ? 'Shown as planned; after the run it is counted on disk.' : ''}
      </p>
    </aside>
  )
})

function Line({ row }: { row: OutlineRow }) {
  const { own } = row
  const isMade = own.folder === null
  return (
    <tr className={!own.itself ? 'above' : isMade ? 'made' : row.after === 0 ? 'emptied' : ''}>
      <td style={{ paddingLeft: row.depth * 12 }}>
        {!isMade ? <Link to={`/folders/${String(own.folder)}`}>{row.label}</Link> : row.label}
        {isMade && <small className="soft"> new</small>}
      </td>
      <td>{isMade ? '–' : number(row.before)}</td>
      <td>{number(row.after)}</td>
    </tr>
  )
}
