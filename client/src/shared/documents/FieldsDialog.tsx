import { useQuery } from '@tanstack/react-query'
import { Button, Checkbox } from 'antd'
import { useState } from 'react'
import { documentQuery, houseQuery } from '../api/queries'
import { api, told, type Document, type House, type Slip } from '../api/client'
import { Dialog } from '../controls/Dialog'
import { ProblemNote } from '../ProblemNote'
import { SegmentedName } from '../SegmentedName'
import { useSettled } from '../useSettled'
import { FieldInputs } from './FieldInputs'
import { slipFrom } from './slipFrom'
import type { Ask } from './useChanges'

/** Fields corrected; the name that comes of them is offered along. */
export function FieldsDialog({ number, onClose, onRun }: { number: number; onClose: () => void; onRun: (ask: Ask) => void }) {
  const document = useQuery(documentQuery(number))
  const house = useQuery(houseQuery)
  if (!document.data || !house.data) return null
  return (
    <Dialog title={`Fields of No. ${String(number)}`} width={560} onClose={onClose}>
      <Form document={document.data} house={house.data} onRun={onRun} />
    </Dialog>
  )
}

function Form({ document, house, onRun }: { document: Document; house: House; onRun: (ask: Ask) => void }) {
  const [slip, setSlip] = useState<Slip>(() => slipFrom(document, house))
  const [renames, setRenames] = useState(true)
  const settled = useSettled(slip, 150)
  const preview = useQuery({
    queryKey: ['preview', document.number, settled],
    queryFn: () => told(api.POST('/api/desk/{number}/preview', { params: { path: { number: document.number } }, body: settled })),
  })
  const name = preview.data?.name ?? null
  const problems = preview.data?.understood.problems ?? []
  const differs = name !== null && name !== document.name
  return (
    <form
      className="fieldsform"
      onSubmit={(event) => {
        event.preventDefault()
        onRun({ act: 'correct', documents: [document.number], editions: { [document.number]: document.edition }, fields: slip, name: renames && differs ? name : '' })
      }}
    >
      <FieldInputs slip={slip} untouched="" problems={problems} onChange={(part) => setSlip({ ...slip, ...part })} />
      {preview.error && <ProblemNote error={preview.error} />}
      {differs && (
        <Checkbox className="tick" checked={renames} onChange={() => setRenames(!renames)}><span>Rename it to <SegmentedName segments={preview.data?.segments ?? []} /></span></Checkbox>
      )}
      <div className="dialogacts">
        <Button type="primary" htmlType="submit">
          Correct <kbd>Enter</kbd>
        </Button>
      </div>
    </form>
  )
}
