import type { ChangeList } from '../shared/api/client'
import type { StepFilter } from '../shared/api/queries'
import { number } from '../shared/format'
import { CODES } from '../shared/words.gen'
import { ACTS, findingOf, TO_LOOK_AT } from './words'

/** What the check found and what happens, each with its count: choosing one shows only its steps. */
export function Facets({ list, filter, onFilter }: { list: ChangeList; filter: StepFilter; onFilter: (filter: StepFilter) => void }) {
  const order = Object.keys(CODES)
  const findings = Object.entries(list.summary.findings).sort(([a], [b]) => (order.indexOf(a) + 1 || 99) - (order.indexOf(b) + 1 || 99))
  const none: StepFilter = { finding: '', state: '', act: '' }
  const facet = (key: string, word: string, says: string, count: number, wanted: StepFilter, tone: string) => {
    const isOn = JSON.stringify(filter) === JSON.stringify(wanted)
    return (
      <button key={key} type="button" className={`facet ${tone}${isOn ? ' on' : ''}`} aria-pressed={isOn} onClick={() => onFilter(isOn ? none : wanted)}>
        <span>
          {word} <em>{number(count)}</em>
        </span>
        {says && <small>{says}</small>}
      </button>
    )
  }
  return (
    <nav className="facets" aria-label="What the steps come to">
      {facet('all', 'All steps', '', list.steps + list.summary.left, none, 'plain')}
      {list.steps_failed > 0 && facet('failed', 'Failed', 'each says why', list.steps_failed, { ...none, state: 'failed' }, 'wrong')}
      {findings.map(([code, count]) => {
        const told = findingOf(code)
        return facet(code, told.word, told.says, count, { ...none, finding: code }, told.blocks ? 'wrong' : TO_LOOK_AT.includes(code) ? 'seen' : 'plain')
      })}
      {list.steps_done > 0 && facet('done', 'Done', '', list.steps_done, { ...none, state: 'done' }, 'ready')}
      <h2>What happens</h2>
      {Object.entries(list.summary.acts).map(([act, count]) => facet(act, ACTS[act] ?? act, '', count, { ...none, act }, 'ready'))}
    </nav>
  )
}
