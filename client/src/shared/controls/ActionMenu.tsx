import { Dropdown } from 'antd'
import { useEffect } from 'react'

export interface Action {
  key: string // as it is typed and shown
  word: string
  act: () => void
}

/** What can be done with what is chosen, where the mouse is. The arrows walk through it, Enter does it. */
export function ActionMenu({ at, actions, onClose }: { at: { x: number; y: number }; actions: Action[]; onClose: () => void }) {
  useEffect(() => {
    // for a menu that was opened by key the first thing is marked
    const first = setTimeout(() => document.querySelector<HTMLElement>('.actionmenu [role="menuitem"]')?.focus())
    return () => clearTimeout(first)
  }, [at])
  return (
    <Dropdown
      open
      autoFocus
      trigger={['click']}
      onOpenChange={(open) => !open && onClose()}
      menu={{
        className: 'actionmenu',
        items: actions.map((action) => ({ key: action.key, label: action.word, extra: <kbd>{action.key}</kbd> })),
        onClick: ({ key }) => {
          onClose()
          actions.find((action) => action.key === key)?.act()
        },
        onKeyDown: (event) => {
          if (event.key === 'Escape' || event.key === 'Tab') onClose()
        },
      }}
    >
      <span className="menuat" style={{ left: at.x, top: at.y }} />
    </Dropdown>
  )
}
