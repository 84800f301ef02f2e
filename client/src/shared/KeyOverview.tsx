import { Modal } from 'antd'
import type { KeyHint } from './KeyBar'

// beneath our own root the library does not lock the body's scrolling, for which it would write a style
// sheet that the page's policy refuses; the page does not scroll anyway
function inPage(): HTMLElement {
  return document.getElementById('root') ?? document.body
}

/** All keys of a place, opened with `?`. */
export function KeyOverview({ place, hints, open, onClose }: { place: string; hints: KeyHint[]; open: boolean; onClose: () => void }) {
  const groups = [...new Set(hints.map((hint) => hint.group ?? place))]
  return (
    <Modal title={`Keys: ${place}`} open={open} onCancel={onClose} footer={null} width={640} getContainer={inPage}>
      <div className="keys">
        {groups.map((group) => (
          <section key={group}>
            <h3>{group}</h3>
            <dl>
              {hints
                .filter((hint) => (hint.group ?? place) === group)
                .map((hint) => (
                  <div key={hint.keys}>
                    <dt>
                      <kbd>{hint.keys}</kbd>
                    </dt>
                    <dd>{hint.does}</dd>
                  </div>
                ))}
            </dl>
          </section>
        ))}
      </div>
    </Modal>
  )
}
