import { useState } from 'react'
import { EMPTY } from '../desk/model'
import type { Slip } from '../shared/api/client'
import { Dialog } from '../shared/Dialog'
import { plural } from '../shared/format'
import { KindField } from './KindField'

const WORDS = ['who', 'when', 'what', 'reference', 'amount'] as const

interface Props {
  count: number
  onClose: () => void
  onSay: (fields: Slip, renames: boolean) => void
}

/** What is filled in here, all that are chosen get; what stays empty stays as it is in each. */
export function ManyFieldsDialog({ count, onClose, onSay }: Props) {
  const [slip, setSlip] = useState<Slip>(EMPTY)
  const [renames, setRenames] = useState(true)
  const isEmpty = slip.kind === '' && WORDS.every((word) => slip[word].trim() === '')
  return (
    <Dialog title={`Fields of ${plural(count, 'document')}`} width={560} onClose={onClose}>
      <form
        className="fieldsform"
        onSubmit={(event) => {
          event.preventDefault()
          if (!isEmpty) onSay(slip, renames)
        }}
      >
        <KindField value={slip.kind} none="as it is" onChange={(kind) => setSlip({ ...slip, kind })} />
        {WORDS.map((word) => (
          <label key={word}>
            {word}
            <input value={slip[word]} placeholder="as it is" onChange={(event) => setSlip({ ...slip, [word]: event.target.value })} />
          </label>
        ))}
        <label className="tick">
          <input type="checkbox" checked={renames} onChange={() => setRenames(!renames)} /> <span>Rename each to what its fields come to, where they are enough for a name</span>
        </label>
        <div className="dialogacts">
          <button type="submit" className="btn" disabled={isEmpty}>
            Look at the list <kbd>Enter</kbd>
          </button>
        </div>
      </form>
    </Dialog>
  )
}
