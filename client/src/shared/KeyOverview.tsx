import { Dialog } from './controls/Dialog'
import type { KeyHint } from './KeyBar'

/** All keys of a place, opened with `?`. */
export function KeyOverview({ place, hints, open, onClose }: { place: string; hints: KeyHint[]; open: boolean; onClose: () => void }) {
  if (!open) return null
  const groups = [...new Set(hints.map((hint) => hint.group ?? place))]
  return (
    <Dialog title={`Keys: ${place}`} width={680} onClose={onClose}>
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
    </Dialog>
  )
}
