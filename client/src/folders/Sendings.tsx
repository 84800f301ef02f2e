import { number, plural, size } from '../shared/format'
import type { Sending } from './useFolderUploads'

interface Props {
  sendings: Sending[]
  onPause: () => void
  onGoOn: () => void
  onClear: () => void
}

/** How far the uploads are, by files and bytes; what failed, and why. */
export function Sendings({ sendings, onPause, onGoOn, onClear }: Props) {
  if (sendings.length === 0) return null
  const done = sendings.filter((one) => one.state === 'done').length
  const failed = sendings.filter((one) => one.state === 'failed')
  const bytes = sendings.reduce((sum, one) => sum + one.bytes, 0)
  const sent = sendings.reduce((sum, one) => sum + one.sent, 0)
  const isPaused = sendings.some((one) => one.state === 'paused')
  const isAtWork = sendings.some((one) => one.state === 'sending' || one.state === 'waiting')
  return (
    <section className="sendings" aria-label="Uploads" role="status">
      <span>
        {number(done)} of {plural(sendings.length, 'file')} here · {size(sent)} of {size(bytes)}
        {isPaused && ' · paused'}
      </span>
      <span className="meter">
        <i style={{ width: `${String(bytes === 0 ? 100 : Math.round((sent / bytes) * 100))}%` }} />
      </span>
      {isAtWork && (
        <button type="button" className="link" onClick={onPause}>
          pause
        </button>
      )}
      {isPaused && (
        <button type="button" className="link" onClick={onGoOn}>
          go on
        </button>
      )}
      <button type="button" className="link" onClick={onClear}>
        {isAtWork || isPaused ? 'give up' : 'close'}
      </button>
      {failed.slice(0, 4).map((one) => (
        <p key={one.id} className="bad" role="alert">
          <code>{one.path}</code>: {one.error}
        </p>
      ))}
      {failed.length > 4 && <p className="bad">and {number(failed.length - 4)} more</p>}
    </section>
  )
}
