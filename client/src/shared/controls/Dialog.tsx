import { Modal } from 'antd'
import { useEffect, useRef, type ReactNode } from 'react'

import { Leaving } from './leaving'

interface Props {
  title: string
  width?: number
  onClose: () => void
  children: ReactNode
}

/**
 * A question over the page. The first field has the focus, so that whoever types goes on typing. Escape
 * leaves it.
 */
export function Dialog({ title, width = 640, onClose, children }: Props) {
  return (
    <Modal open title={title} width={width} footer={null} onCancel={onClose} className="dialog" style={{ top: 90 }} closable={{ closeIcon: <Leave />, 'aria-label': 'leave Esc' }}>
      <Leaving value={onClose}>
        <Body>{children}</Body>
      </Leaving>
    </Modal>
  )
}

function Body({ children }: { children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null)
  // once it stands in the page, and before the next key: what is typed right after the question came up is its answer
  useEffect(() => {
    const first = box.current?.querySelector<HTMLElement>(':is(input, select, textarea):not([type="checkbox"])') ?? box.current?.querySelector<HTMLElement>('.ant-btn')
    first?.focus()
  }, [])
  return (
    <div className="dialogbody" ref={box}>
      {children}
    </div>
  )
}

function Leave() {
  return (
    <span className="leave">
      leave <kbd>Esc</kbd>
    </span>
  )
}
