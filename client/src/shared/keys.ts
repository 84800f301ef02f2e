import { useLayoutEffect, useRef } from 'react'

export type KeyMap = Record<string, (event: KeyboardEvent) => void>

/** How a key press is named: `ctrl+z`, `alt+w`, `?`, `ArrowDown`. Letters are small. */
export function nameOf(event: Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey'> & { shiftKey?: boolean }): string {
  // with Alt held some systems give another sign: the key itself counts then
  const base = event.altKey && event.code.startsWith('Key') ? event.code.slice(3).toLowerCase() : event.key
  const key = base.length === 1 ? base.toLowerCase() : base
  // Shift tells signs apart by itself, but not the keys that have no sign
  const shift = event.shiftKey && key.length > 1 ? 'shift+' : ''
  return `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.altKey ? 'alt+' : ''}${shift}${key}`
}

function isTyping(target: EventTarget | null): boolean {
  if (target instanceof HTMLInputElement && ['checkbox', 'radio', 'button'].includes(target.type)) return false
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
}

/** Enter belongs to the button or link that has the focus, Space to the button or the box to tick. */
function isItsOwn(event: KeyboardEvent): boolean {
  const owners: Record<string, string> = { Enter: 'a, button', ' ': 'button, input' }
  const owner = owners[event.key]
  return owner !== undefined && event.target instanceof Element && event.target.closest(owner) !== null
}

/** Keys of a view. Those in `everywhere` also act while a field has the focus. */
export function useKeys(keys: KeyMap, everywhere: KeyMap = {}): void {
  const latest = useRef({ keys, everywhere })
  // in place before what was drawn can be seen: a key pressed at once must not act on the view before
  useLayoutEffect(() => {
    latest.current = { keys, everywhere }
  })
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || document.querySelector('.actionmenu, [role="dialog"][aria-modal="true"]')) return
      const name = nameOf(event)
      const act = latest.current.everywhere[name] ?? (isTyping(event.target) || isItsOwn(event) ? undefined : latest.current.keys[name])
      if (act) {
        event.preventDefault()
        act(event)
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
