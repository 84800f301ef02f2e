import { Button, Checkbox, Form, Input, Segmented } from 'antd'
import { useState } from 'react'
import { api, told, type OutlineEntry, type Schemas } from '../api/client'
import { Dialog } from '../controls/Dialog'
import { FaultAt } from '../controls/FaultAt'
import { number, plural } from '../format'
import { PathLine, stopsOf } from '../PathLine'
import { ProblemNote } from '../ProblemNote'
import { worded } from '../said'
import { useProposing } from './useProposing'

const OFTEN = ['{when yyyy}', '{when yyyy}/{when mm month}', '{when yyyy}/{who}', '{kind}/{when yyyy}', '{who letter}/{who}', '{when school}/{learner}']
const DATES = [
  { value: 'field', label: 'the field' },
  { value: 'name', label: 'in the name' },
  { value: 'file', label: 'of the file' },
] as const

interface Props {
  numbers: readonly number[]
  folder: OutlineEntry | null // that they stand in, where that is one
  onClose: () => void
}

/** Folders composed from fields, for what was chosen: seen as an outline while the pattern is written, then as a list. */
export function GroupDialog({ numbers, folder, onClose }: Props) {
  const [text, setText] = useState('{when yyyy}')
  const [dates, setDates] = useState<(typeof DATES)[number]['value']>('field')
  const [begins, setBegins] = useState(folder ? 'here' : 'drive')
  const [all, setAll] = useState(false)
  const body: Schemas['GroupingAsked'] = {
    documents: all ? [] : [...numbers], beneath: all ? (folder?.id ?? null) : null, text, dates, base: begins === 'here' ? (folder?.id ?? null) : null,
  }
  const { found, cannot, isGoing, go, error } = useProposing({
    name: 'grouping', body, onClose,
    look: (asked) => told(api.POST('/api/lists/grouping/look', { body: asked })),
    make: (asked) => told(api.POST('/api/lists/grouping', { body: asked })),
    fits: (looked) => looked.fault === null && looked.moving > 0,
  })
  const fault = found?.fault ?? null
  return (
    <Dialog title={`Group ${all ? `all beneath ${folder?.name ?? ''}` : plural(numbers.length, 'document')} into folders`} width={760} onClose={onClose}>
      <form
        className="grouping"
        onSubmit={(event) => {
          event.preventDefault()
          go()
        }}
      >
        <div>
          <Form.Item label="The folders" htmlFor="grouping" layout="vertical" validateStatus={fault ? 'error' : ''} help={fault && <FaultAt text={text} fault={fault} />}>
            <Input id="grouping" className="mono" spellCheck={false} value={text} onChange={(event) => setText(event.target.value)} />
          </Form.Item>
          <div className="fieldwords" role="group" aria-label="Patterns that are often used">
            {OFTEN.map((one) => (
              <Button key={one} size="small" className="mono" onClick={() => setText(one)}>
                {one}
              </Button>
            ))}
          </div>
          {folder && (
            <div className="groupchoice">
              <span>They begin in</span>
              <Segmented size="small" aria-label="They begin in" value={begins} options={[{ value: 'here', label: folder.name || 'Drive' }, { value: 'drive', label: 'the drive' }]} onChange={(value) => setBegins(value)} />
            </div>
          )}
          <div className="groupchoice">
            <span>“when” is</span>
            <Segmented size="small" aria-label="“when” is" value={dates} options={[...DATES]} onChange={(value) => setDates(value)} />
          </div>
          {folder && <Checkbox checked={all} onChange={() => setAll(!all)}>All documents beneath {folder.name || 'the drive'}, not only those chosen</Checkbox>}
          {error && <ProblemNote error={error} />}
          <div className="dialogacts">
            <Button type="primary" htmlType="submit" disabled={cannot} loading={isGoing}>
              Look at the list <kbd>Enter</kbd>
            </Button>
          </div>
        </div>
        <section aria-label="What it comes to" aria-live="polite" tabIndex={0}>
          {found && !fault && <Outcome found={found} dates={dates} above={begins === 'here' ? (folder?.path ?? '') : ''} />}
        </section>
      </form>
    </Dialog>
  )
}

/** A path without what stands above all of them. */
function beneath(path: string, above: string): string {
  return above && path.startsWith(`${above}/`) ? path.slice(above.length + 1) : path
}

function Outcome({ found, dates, above }: { found: Schemas['Grouped']; dates: string; above: string }) {
  const fresh = found.groups.filter((group) => group.missing > 0).length
  return (
    <>
      <p>
        {found.moving === 0 ? 'Nothing moves' : `${plural(found.moving, 'document')} into ${plural(found.folders, 'folder')}`}
        {fresh > 0 && `, ${number(fresh)} of them new`}
        {found.staying > 0 && <span className="soft">; {number(found.staying)} are there already</span>}
      </p>
      {found.lacks.map((one) => (
        <p key={worded(one.said)} className="wait">
          {worded(one.said)}: {plural(one.documents, 'document stays where it is', 'documents stay where they are')}
        </p>
      ))}
      {dates !== 'field' && <p className="soft">Dates are those {dates === 'name' ? 'in the names' : 'when the files were changed last'}; no field changes.</p>}
      <ul className="groups">
        {found.groups.map((group) => (
          <li key={group.path}>
            <PathLine stops={stopsOf(beneath(group.path, above))} isNew={group.missing} /> <small>{number(group.documents)}</small>
          </li>
        ))}
      </ul>
      {found.folders > found.groups.length && <p className="soft">and {number(found.folders - found.groups.length)} more</p>}
    </>
  )
}
