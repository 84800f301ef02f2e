import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { documentQuery } from '../shared/api/queries'
import { api, told, type Document, type Slip } from '../shared/api/client'
import { Dialog } from '../shared/Dialog'
import { day } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { SegmentedName } from '../shared/SegmentedName'
import { useSettled } from '../shared/useSettled'
import { KindField } from './KindField'
import { splitName } from './names'
import type { Ask } from './useChanges'

const WORDS = ['who', 'when', 'what', 'reference', 'amount'] as const

/** Fields corrected; the name that comes of them is offered along. */
export function FieldsDialog({ number, onClose, onRun }: { number: number; onClose: () => void; onRun: (ask: Ask) => void }) {
  const document = useQuery(documentQuery(number))
  if (!document.data) return null
  return (
    <Dialog title={`Fields of No. ${String(number)}`} width={560} onClose={onClose}>
      <Form document={document.data} onRun={onRun} />
    </Dialog>
  )
}

function Form({ document, onRun }: { document: Document; onRun: (ask: Ask) => void }) {
  const [slip, setSlip] = useState<Slip>(() => slipFrom(document))
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
      <KindField value={slip.kind} none="–" onChange={(kind) => setSlip({ ...slip, kind })} />
      {WORDS.map((word) => (
        <label key={word}>
          {word}
          <input value={slip[word]} onChange={(event) => setSlip({ ...slip, [word]: event.target.value })} />
          <small className="bad">{problems.find((problem) => problem.field === word && slip[word] !== '')?.message}</small>
        </label>
      ))}
      {preview.error && <ProblemNote error={preview.error} />}
      {differs && (
        <label className="tick">
          <input type="checkbox" checked={renames} onChange={() => setRenames(!renames)} /> <span>Rename it to <SegmentedName segments={preview.data?.segments ?? []} /></span>
        </label>
      )}
      <div className="dialogacts">
        <button type="submit" className="btn">
          Correct <kbd>Enter</kbd>
        </button>
      </div>
    </form>
  )
}

function slipFrom(document: Document): Slip {
  return {
    kind: document.kind ?? '',
    who: document.who_short ?? document.who ?? '',
    short: '',
    when: document.when ? day(document.when) : '',
    what: document.what ?? '',
    reference: document.reference ?? '',
    amount: document.amount ?? '',
    folder: document.folder,
    extension: /^(\.[A-Za-z0-9]{1,12}){0,2}$/.test(splitName(document.name)[1]) ? splitName(document.name)[1] : null,
    as_version: false,
  }
}
