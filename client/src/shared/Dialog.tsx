import { useId, useLayoutEffect, useRef, type ReactNode } from 'react'

interface Props {
  title: string
  width?: number
  onClose: () => void
  children: ReactNode
}

/**
 * A question over the page: the browser's own modal dialog, which keeps the focus inside and gives it
 * back. The first field has the focus, so that a hand on the keyboard goes on typing. Escape leaves it.
 */
export function Dialog({ title, width = 640, onClose, children }: Props) {
  const id = useId()
  const box = useRef<HTMLDialogElement>(null)
  useLayoutEffect(() => {
    const dialog = box.current
    if (!dialog) return
    if (!dialog.open) dialog.showModal()
    const first = dialog.querySelector<HTMLElement>('.dialogbody :is(input, select, textarea):not([type="checkbox"])') ?? dialog.querySelector<HTMLElement>('.dialogbody .btn')
    first?.focus()
    return () => dialog.close()
  }, [])
  return (
    <dialog
      ref={box}
      className="dialog"
      style={{ width }}
      aria-labelledby={id}
      onCancel={(event) => {
        event.preventDefault()
        onClose()
      }}
      onKeyDown={(event) => {
        // a list of choices closes first
        if (event.key === 'Escape' && !event.defaultPrevented) {
          event.preventDefault()
          onClose()
        }
      }}
      onMouseDown={(event) => {
        if (event.target === event.currentTarget) onClose()
      }}
    >
      <div className="dialoghead">
        <h2 id={id}>{title}</h2>
        <button type="button" className="link" onClick={onClose}>
          leave <kbd>Esc</kbd>
        </button>
      </div>
      <div className="dialogbody">{children}</div>
    </dialog>
  )
}
