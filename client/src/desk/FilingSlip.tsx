import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api, Problem, told, type Arrival, type Desk, type Slip } from '../shared/api/client'
import { houseQuery, outlineQuery, previewQuery } from '../shared/api/queries'
import { number } from '../shared/format'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { Fields } from './Fields'
import { useInputs } from './inputs'
import { firstOf, type FieldName } from './model'
import { NameBox } from './NameBox'
import { NeighbourStrip } from './NeighbourStrip'
import { useSettled, useSlip } from './useSlip'
import { Where } from './Where'

const PREVIEW_AFTER = 90 // milliseconds without a key

export interface FiledNow {
  listId: number
  number: number
  path: string
  slip: Slip
}

interface Props {
  arrival: Arrival
  desk: Desk
  last: FiledNow | null
  onFiled: (filed: FiledNow) => void
  onLater: () => void
}

/** The fields of one arrival, the name that composes itself from them, and where it will stand. */
export function FilingSlip({ arrival, desk, last, onFiled, onLater }: Props) {
  const queries = useQueryClient()
  const [slip, write] = useSlip(arrival)
  const house = useQuery(houseQuery)
  const outline = useQuery(outlineQuery)
  const preview = useQuery(previewQuery(arrival.number, useSettled(slip, PREVIEW_AFTER)))
  const inputs = useInputs()
  const file = useMutation({
    mutationFn: () => told(api.POST('/api/desk/{number}/file', { params: { path: { number: arrival.number } }, body: slip })),
    onSuccess: (outcome) => {
      void queries.invalidateQueries({ predicate: (query) => ['outline', 'folder', 'logbook', 'house'].includes(String(query.queryKey[0])) })
      onFiled({ listId: outcome.list_id, number: outcome.number, path: outcome.path, slip })
    },
    onError: (error) => {
      const lacking = error instanceof Problem ? error.facts.fields : null
      const first = Array.isArray(lacking) ? firstOf(lacking.map(String)) : null
      if (first) inputs[first].current?.focus()
    },
  })
  const change = (part: Partial<Slip>) => {
    // what was said of one name does not hold for the next
    write({ as_version: false, ...part })
    if (file.isError) file.reset() // what was refused is no longer what stands here
  }
  const submit = () => {
    if (!file.isPending) file.mutate()
  }
  const focus = (field: FieldName) => () => inputs[field].current?.focus()
  useEffect(() => {
    // a person who has gone to the search box meanwhile is not called back
    if (!document.activeElement?.closest('[role="search"]')) inputs.kind.current?.focus()
    // only when another arrival is shown
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [arrival.number])
  const letters = { k: focus('kind'), w: focus('who'), n: focus('when'), t: focus('what'), r: focus('reference'), a: focus('amount'), '/': focus('folder') }
  const mend = preview.data?.findings.find((finding) => finding.code === 'wrong_extension')?.mend
  const sameAsLast = () => {
    if (last) change({ kind: last.slip.kind, who: last.slip.who, what: last.slip.what, folder: last.slip.folder })
  }
  const takeExtension = () => {
    if (mend) change({ extension: mend })
  }
  const asVersion = (wish: boolean) => change({ as_version: wish })
  const turnVersion = () => {
    if (preview.data?.stands) asVersion(!slip.as_version)
  }
  useKeys(
    { ...letters, Enter: submit, l: onLater, '.': sameAsLast, x: takeExtension, v: turnVersion },
    {
      ...Object.fromEntries(Object.entries(letters).map(([key, act]) => [`alt+${key}`, act])),
      'ctrl+Enter': submit, 'alt+l': onLater, 'alt+.': sameAsLast, 'alt+x': takeExtension, 'alt+v': turnVersion,
    },
  )
  // once somebody asked to file, what is missing is marked where it is missing
  const asked = file.error instanceof Problem && file.error.code === 'slip_incomplete'
  const problems = new Map(preview.data?.understood.problems.map((problem) => [problem.field, problem.message]))
  return (
    <section className="slip" aria-label="Filing slip">
      <div className="sliphead">
        <h2>Filing slip</h2>
        <code>No. {number(arrival.number)}</code>
      </div>
      <Fields {...{ slip, change, inputs, submit, asked }} house={house.data} preview={preview.data} problems={problems} />
      <NameBox preview={preview.data} problems={problems} asVersion={slip.as_version} onUseExtension={takeExtension} onAsVersion={asVersion} />
      <Where {...{ slip, change, desk, inputs, submit }} folders={outline.data?.folders ?? []} preview={preview.data} />
      {preview.data && <NeighbourStrip preview={preview.data} />}
      {file.error && (
        <ProblemNote error={file.error}>
          {file.error instanceof Problem && file.error.code === 'name_taken' && (
            <button type="button" className="btn quiet" onClick={() => change({ what: `${slip.what} 2` })}>
              Add “2” to what
            </button>
          )}
        </ProblemNote>
      )}
      {preview.error && !file.error && <ProblemNote error={preview.error} />}
      <div className="slipacts">
        <button type="button" className="btn" onClick={submit} disabled={file.isPending}>
          File and next <kbd>Enter</kbd>
        </button>
        <button type="button" className="btn quiet" onClick={onLater}>
          {arrival.later ? 'Back in order' : 'Later'} <kbd>Alt L</kbd>
        </button>
      </div>
    </section>
  )
}
