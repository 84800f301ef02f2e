import { Button } from 'antd'
import { Dialog } from '../shared/controls/Dialog'
import { plural } from '../shared/format'

interface Props {
  folder: string
  statement: string
  files: number
  onConfirm: () => void
  onClose: () => void
}

/** What the charter of a folder asks of whoever uploads there. */
export function ConfirmDialog({ folder, statement, files, onConfirm, onClose }: Props) {
  return (
    <Dialog title={`Before ${plural(files, 'file')} ${files === 1 ? 'goes' : 'go'} to ${folder}`} width={520} onClose={onClose}>
      <blockquote>{statement}</blockquote>
      <p className="soft">That you confirmed it is written down with each document.</p>
      <div className="dialogacts">
        <Button type="primary" onClick={onConfirm}>
          It is so: upload <kbd>Enter</kbd>
        </Button>
        <Button onClick={onClose}>Do not upload</Button>
      </div>
    </Dialog>
  )
}
