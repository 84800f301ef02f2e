import { Button, Checkbox } from 'antd'
import { useState } from 'react'
import type { Slip } from '../api/client'
import { Dialog } from '../controls/Dialog'
import { EMPTY, FIRST, typedIn } from '../fields'
import { plural } from '../format'
import { FieldInputs } from './FieldInputs'

interface Props {
  count: number
  onClose: () => void
  onSay: (fields: Slip, renames: boolean) => void
}

/** What is filled in here, all that are chosen get; what stays empty stays as it is in each. */
export function ManyFieldsDialog({ count, onClose, onSay }: Props) {
  const [slip, setSlip] = useState<Slip>(EMPTY)
  const [renames, setRenames] = useState(true)
  const isEmpty = [...FIRST, ...Object.keys(slip.fields)].every((code) => typedIn(slip, code).trim() === '')
  return (
    <Dialog title={`Fields of ${plural(count, 'document')}`} width={560} onClose={onClose}>
      <form
        className="fieldsform"
        onSubmit={(event) => {
          event.preventDefault()
          if (!isEmpty) onSay(slip, renames)
        }}
      >
        <FieldInputs slip={slip} untouched="as it is" all onChange={(part) => setSlip({ ...slip, ...part })} />
        <Checkbox className="tick" checked={renames} onChange={() => setRenames(!renames)}><span>Rename each to what its fields come to, where they are enough for a name</span></Checkbox>
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={isEmpty}>
            Look at the list <kbd>Enter</kbd>
          </Button>
        </div>
      </form>
    </Dialog>
  )
}
