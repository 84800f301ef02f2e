import { Button, Form, Input } from 'antd'
import { useState } from 'react'
import { api, told, type OutlineEntry, type Schemas } from '../api/client'
import { Dialog } from '../controls/Dialog'
import { FaultAt } from '../controls/FaultAt'
import { number, plural } from '../format'
import { PathLine, stopsOf } from '../PathLine'
import { ProblemNote } from '../ProblemNote'
import { KeptTexts } from './KeptTexts'
import { useProposing } from './useProposing'

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']
const SETS = [
  { label: 'one for each', patterns: '{name}', listed: null },
  { label: 'numbered', patterns: '{number 00} {name}', listed: null },
  { label: 'a year of months', patterns: `${String(new Date().getFullYear() + 1)}/{number 00} {name}`, listed: MONTHS.join('\n') },
  { label: 'a learner’s folders', patterns: '{name}/Coursework\n{name}/Certificates', listed: null },
]

const LIST = '\n---\n' // between the patterns and the list of a set that is kept

/** Many folders at once, from a list and patterns: seen as an outline, then made as a list. */
export function FolderSetDialog({ folder, onClose }: { folder: OutlineEntry; onClose: () => void }) {
  const [listed, setListed] = useState('')
  const [patterns, setPatterns] = useState('{name}')
  const body: Schemas['FolderSetAsked'] = { listed, patterns, base: folder.id }
  const { found, cannot, isGoing, go, error } = useProposing({
    name: 'folder set', body, onClose, isEmpty: listed.trim() === '',
    look: (asked) => told(api.POST('/api/lists/folders/look', { body: asked })),
    make: (asked) => told(api.POST('/api/lists/folders', { body: asked })),
    fits: (looked) => looked.fault === null && looked.new > 0,
  })
  const fault = found?.fault ?? null
  const use = (kept: string) => {
    const [first = '', ...rest] = kept.split(LIST)
    setPatterns(first)
    setListed(rest.join(LIST))
  }
  const faultOf = (part: string, text: string) => fault?.part === part && (part === 'patterns' ? <FaultAt text={text} fault={fault} /> : `${fault.why} ${fault.mend}`)
  return (
    <Dialog title={`Folders in ${folder.path.split('/').join(' / ') || 'the drive'}`} width={760} onClose={onClose}>
      <form
        className="grouping"
        onSubmit={(event) => {
          event.preventDefault()
          go()
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && event.ctrlKey) go()
        }}
      >
        <div>
          <Form.Item layout="vertical" label="The list: a name on each line, or CSV with heads" htmlFor="listed" validateStatus={fault?.part === 'list' ? 'error' : ''} help={faultOf('list', listed)}>
            <Input.TextArea id="listed" rows={7} spellCheck={false} value={listed} placeholder={'Maya Hartle\nTomas Reed\nInes Calder'} onChange={(event) => setListed(event.target.value)} />
          </Form.Item>
          <Form.Item layout="vertical" label="The folders of each, one on each line" htmlFor="patterns" validateStatus={fault?.part === 'patterns' ? 'error' : ''} help={faultOf('patterns', patterns)}>
            <Input.TextArea id="patterns" rows={3} className="mono" spellCheck={false} value={patterns} onChange={(event) => setPatterns(event.target.value)} />
          </Form.Item>
          <div className="fieldwords" role="group" aria-label="Sets that are often made">
            {SETS.map((set) => (
              <Button
                key={set.label}
                size="small"
                onClick={() => {
                  setPatterns(set.patterns)
                  if (set.listed !== null) setListed(set.listed)
                }}
              >
                {set.label}
              </Button>
            ))}
          </div>
          <KeptTexts what="folders" called="set" text={patterns.trim() === '' ? null : `${patterns}${LIST}${listed}`} onUse={use} />
          {error && <ProblemNote error={error} />}
          <div className="dialogacts">
            <Button type="primary" htmlType="submit" disabled={cannot || listed.trim() === ''} loading={isGoing}>
              Look at the list <kbd>Ctrl ↵</kbd>
            </Button>
          </div>
        </div>
        <section aria-label="What it comes to" aria-live="polite" tabIndex={0}>
          {!found && <p className="soft">The folders stand here as soon as the list does; those that are there already are left alone.</p>}
          {found && !fault && (
            <>
              <p>
                {found.new === 0 ? 'All of them are there' : `${plural(found.new, 'folder')} to be made`}
                {found.folders.length > found.new && found.new > 0 && <span className="soft">; {plural(found.folders.length - found.new, 'is', 'are')} there already</span>}
              </p>
              {found.lacking.length > 0 && <p className="wait">{plural(found.lacking.length, 'line lacks', 'lines lack')} a column that is needed: {found.lacking.slice(0, 8).map((line) => number(line)).join(', ')}</p>}
              <ul className="groups">
                {found.folders.slice(0, 300).map((one) => (
                  <li key={one.path}>
                    <PathLine stops={stopsOf(one.path)} isNew={one.missing} />
                  </li>
                ))}
              </ul>
              {found.folders.length > 300 && <p className="soft">and {number(found.folders.length - 300)} more</p>}
            </>
          )}
        </section>
      </form>
    </Dialog>
  )
}
