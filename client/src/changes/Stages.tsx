import type { ChangeList } from '../shared/api/client'
import { number } from '../shared/format'

/** The way of a list as stops: what is behind is full, where it stands is a ring. */
export function Stages({ list }: { list: ChangeList }) {
  const begun = list.begun_at !== null
  const at = list.state === 'draft' || list.is_being_checked ? 0 : list.state === 'checked' ? 1 : list.state === 'paused' || list.state === 'failed' || list.state === 'cancelled' ? 2 : list.state === 'done' ? 4 : 3
  const words = [
    'proposed',
    list.summary.blocked > 0 && !begun ? `checked: ${number(list.summary.blocked)} to decide` : 'checked',
    'tried',
    list.state === 'done' ? 'run' : list.state === 'running' ? 'running' : 'run',
    'proved',
  ]
  return (
    <ol className="stages" aria-label="Where the list stands">
      {words.map((word, index) => (
        <li key={word} className={index < at ? 'behind' : index === at ? 'here' : ''} aria-current={index === at ? 'step' : undefined}>
          {word}
        </li>
      ))}
    </ol>
  )
}
