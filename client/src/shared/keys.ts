import { useEffect, useRef } from 'react'

export type KeyMap = Record<string, (event: KeyboardEvent) => void>

/** How a key press is named: `ctrl+z`, `alt+w`, `?`, `ArrowDown`. Letters are small. */
export function nameOf(event: Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey'>): string {
  // with Alt held some systems give another sign: the key itself counts then
  const base = event.altKey && event.code.startsWith('Key') ? event.code.slice(3).toLowerCase() : event.key
  const key = base.length === 1 ? base.toLowerCase() : base
  return `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.altKey ? 'alt+' : ''}${key}`
}

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
}

/** Enter belongs to the button or link that has the focus, Space to the button. */
function isItsOwn(event: KeyboardEvent): boolean {
  const owners: Record<string, string> = { Enter: 'a, button', ' ': 'button' }
  const owner = owners[event.key]
  return owner !== undefined && event.target instanceof Element && event.target.closest(owner) !== null
}

/** Keys of a view. Those in `everywhere` also act while a field has the focus. */
export function useKeys(keys: KeyMap, everywhere: KeyMap = {}): void {
  const latest = useRef({ keys, everywhere })
  useEffect(() => {
    latest.current = { keys, everywhere }
  })
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || document.querySelector('[role="dialog"]')) return
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
