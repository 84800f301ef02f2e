import { titled } from '../said'
import { Button } from 'antd'
import { Dialog } from '../controls/Dialog'
import { PathLine, stopsOf } from '../PathLine'
import { SegmentedName } from '../SegmentedName'
import type { Checked } from './useChanges'

interface Props {
  checked: Checked
  isBusy: boolean
  onRun: () => void
  onClose: () => void
}

/** A change that is looked at before it runs: from → to, and who gains or loses sight of it. */
export function LookDialog({ checked, isBusy, onRun, onClose }: Props) {
  return (
    <Dialog title={titled(checked.title)} width={760} onClose={onClose}>
      <div className="look">
        <p>{checked.look}</p>
        <ol>
          {checked.lines.map((line) => (
            <li key={line.position}>
              <End path={line.from_path} segments={line.from_segments} /> <span aria-hidden="true">→</span> <End path={line.to_path} segments={line.to_segments} />
            </li>
          ))}
        </ol>
        {checked.gain.length > 0 && (
          <p className="wait">
            <b>Will see it then:</b> {checked.gain.join(', ')}
          </p>
        )}
        {checked.lose.length > 0 && (
          <p className="bad">
            <b>Will no longer see it:</b> {checked.lose.join(', ')}
          </p>
        )}
        <div className="dialogacts">
          <Button type="primary" disabled={isBusy} onClick={onRun}>
            Let it run <kbd>Enter</kbd>
          </Button>
        </div>
      </div>
    </Dialog>
  )
}

function End({ path, segments }: { path: string | null; segments: Parameters<typeof SegmentedName>[0]['segments'] }) {
  if (path === null) return <span className="soft">nowhere</span>
  if (segments.length === 0) return <PathLine stops={stopsOf(path)} />
  const cut = path.lastIndexOf('/')
  return (
    <span className="end">
      <PathLine stops={stopsOf(cut < 0 ? '' : path.slice(0, cut))} /> <SegmentedName segments={segments} />
    </span>
  )
}
