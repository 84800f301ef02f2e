import type { Listed } from '../shared/api/client'
import { number, size } from '../shared/format'

export interface Action {
  key: string // as it is typed and shown
  word: string
  act: () => void
}

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

/** The same actions where the mouse is. */
export function ActionMenu({ at, actions, onClose }: { at: { x: number; y: number }; actions: Action[]; onClose: () => void }) {
  const style = { left: Math.min(at.x, innerWidth - 220), top: Math.min(at.y, innerHeight - 34 * actions.length - 20) }
  return (
    <div className="menuback" onMouseDown={onClose} onContextMenu={(event) => { event.preventDefault(); onClose() }}>
      <ul
        role="menu"
        className="menu"
        style={style}
        onMouseDown={(event) => event.stopPropagation()}
        onKeyDown={(event) => {
          const items = [...event.currentTarget.querySelectorAll<HTMLElement>('[role=menuitem]')]
          const at = items.indexOf(document.activeElement as HTMLElement)
          const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
          if (by) {
            event.preventDefault()
            items[(at + by + items.length) % items.length]?.focus()
          } else if (event.key === 'Escape' || event.key === 'Tab') onClose()
          event.stopPropagation()
        }}
      >
        {actions.map((action, index) => (
          <li key={action.key} role="none">
            <button
              type="button"
              role="menuitem"
              autoFocus={index === 0}
              onClick={() => {
                onClose()
                action.act()
              }}
            >
              {action.word} <kbd>{action.key}</kbd>
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}
