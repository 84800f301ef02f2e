import { useState } from 'react'
import type { Schemas, Step } from '../shared/api/client'
import { plural } from '../shared/format'

interface Props {
  finding: string
  current: Step | undefined
  ticked: ReadonlySet<number>
  count: number
  onMend: (body: Schemas['Mend']) => void
}

const COLLIDES = ['taken', 'twin', 'same_target']

/** What can be decided about what the check found: for the step at hand, for those ticked, or for all alike. */
export function Decide({ finding, current, ticked, count, onMend }: Props) {
  const [forAll, setForAll] = useState(true)
  const [name, setName] = useState('')
  const positions = ticked.size > 0 ? [...ticked] : current ? [current.position] : []
  const say = (wish: Partial<Schemas['Mend']>) =>
    onMend({ positions: forAll ? [] : positions, finding: forAll ? finding : null, leave: null, collision: null, name: null, ...wish })
  return (
    <div className="decide" role="group" aria-label="Decide">
      <label>
        For{' '}
        <select value={forAll ? 'all' : 'one'} onChange={(event) => setForAll(event.target.value === 'all')}>
          <option value="all">all {count} alike</option>
          <option value="one">{ticked.size > 0 ? `the ${String(ticked.size)} ticked` : 'this step'}</option>
        </select>
      </label>
      {COLLIDES.includes(finding) && (
        <>
          <button type="button" className="btn quiet" onClick={() => say({ collision: 'beside' })}>
            File beside, numbered
          </button>
          {finding !== 'same_target' && (
            <button type="button" className="btn quiet" onClick={() => say({ collision: 'version' })}>
              File as new version
            </button>
          )}
          <button type="button" className="btn quiet" onClick={() => say({ collision: 'same' })}>
            Skip the very same
          </button>
        </>
      )}
      <button type="button" className="btn quiet" onClick={() => say({ leave: true })}>
        Take out of the list
      </button>
      {!forAll && current && (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            if (name.trim()) say({ name: name.trim() })
          }}
        >
          <input aria-label="Another name" placeholder={current.findings[0]?.mend ?? 'another name'} value={name} onChange={(event) => setName(event.target.value)} />
          <button type="submit" className="btn quiet" disabled={!name.trim()}>
            Name it so
          </button>
        </form>
      )}
      <span className="soft">{plural(count, 'step')} cannot run as they are</span>
    </div>
  )
}
