import type { Listed } from '../api/client'
import type { Action } from '../controls/ActionMenu'
import { number, size } from '../format'

/** What can be done with what is chosen, each with its key; stands at the foot of the list. */
export function ActionBar({ chosen, documents, actions, onClear }: { chosen: readonly number[]; documents: Pick<Listed, 'number' | 'size'>[]; actions: Action[]; onClear: () => void }) {
  const loaded = documents.filter((document) => chosen.includes(document.number))
  const bytes = loaded.reduce((sum, document) => sum + document.size, 0)
  return (
    <div className="actionbar" role="toolbar" aria-label="What can be done with what is chosen">
      <span>
        {number(chosen.length)} chosen{loaded.length === chosen.length && ` · ${size(bytes)}`}
      </span>
      {actions.map((action) => (
        <button key={action.key} type="button" onClick={action.act}>
          <b>{action.key}</b> {action.word}
        </button>
      ))}
      <button type="button" className="right" onClick={onClear}>
        <b>Esc</b>
      </button>
    </div>
  )
}
