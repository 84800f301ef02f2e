import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useEffect, useLayoutEffect, useState, type RefObject } from 'react'
import { Problem, type Arrival, type Desk, type Preview, type Slip } from '../shared/api/client'
import { houseQuery, outlineQuery, previewQuery } from '../shared/api/queries'
import { number } from '../shared/format'
import { useKeys } from '../shared/keys'
import { askedOf, withTyped } from '../shared/fields'
import type { Mark } from '../shared/PageView'
import { ProblemNote } from '../shared/ProblemNote'
import { Fields, FurtherFields } from './Fields'
import { focusOn, useInputs } from './inputs'
import { firstOf, isOnlyTyped, isRefused, lackingOf, type FieldName } from './model'
import { InsideNote } from './Inside'
import { NameBox } from './NameBox'
import { NeighbourStrip } from './NeighbourStrip'
import { UnlockNote } from './Unlock'
import { QuestionNote } from './Question'
import { SameNote, type Gone } from './Same'
import { SlipState } from './SlipState'
import { useSettled } from '../shared/useSettled'
import { useFilling } from './useFilling'
import { useSlip } from './useSlip'
import { Where } from './Where'
import { worded } from '../shared/said'

const NONE: never[] = []
const PREVIEW_AFTER = 90 // milliseconds without a key

export type Lead = Preview['lead']

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
  refused: Error | null // why it could not be filed the last time
  onFile: (slip: Slip, stay: boolean, lead: Lead) => void // stay: until it is certain that it can be filed; lead: where it leads
  isFiling: boolean
  onChange: () => void
  onLater: () => void
  onTaken: (numbers: number[]) => void // arrivals that were taken out of this one
  onGone: (gone: Gone) => void // it is here already, and no longer waits
  takerRef: RefObject<(text: string) => void> // what takes words of the page into the field at hand
  onMarks: (marks: Mark[]) => void // where on the pages stands what the slip was filled in with
}

/** The fields of one arrival, the name that composes itself from them, and where it will stand. */
export function FilingSlip({ arrival, desk, last, refused, onFile, isFiling, onChange, onLater, onTaken, onGone, onMarks, takerRef }: Props) {
  const [kept, write] = useSlip(arrival)
  const { slip } = kept
  const house = useQuery(houseQuery)
  const outline = useQuery(outlineQuery)
  const settled = useSettled(slip, PREVIEW_AFTER, isOnlyTyped) // a folder that is chosen or given up leads elsewhere at once
  const preview = useQuery(previewQuery(arrival.number, settled))
  const inputs = useInputs()
  const [wasAsked, setAsked] = useState(false) // to file, while something was missing
  const [early, setEarly] = useState<{ slip: Slip; path: string } | null>(null) // asked to be filed a moment too early, and where it led then
  const change = (part: Partial<Slip>) => {
    // what was said of one name does not hold for the next
    const isOther = part.kind !== undefined && part.kind !== slip.kind
    const fields = isOther ? { fields: filled.refilled(askedOf(house.data, part.kind ?? '').map((field) => field.code)) } : {}
    write({ as_version: false, ...fields, ...part })
    setAsked(false)
    if (refused) onChange() // what was refused is no longer what stands here
  }
  const [toLook, setToLook] = useState<string | null>(null) // the doubtful field that the cursor goes to once it is filled in
  useLayoutEffect(() => {
    if (toLook !== null) focusOn(inputs, toLook)
    // once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [toLook])
  const filled = useFilling(
    arrival,
    kept,
    (part) => write(part),
    (doubtful) => {
      // to what has to be looked at, unless somebody has begun to type
      const here = document.activeElement
      if (doubtful !== null && here instanceof HTMLInputElement && here === inputs.kind.current && here.value === '') setToLook(doubtful)
    },
    onMarks,
  )
  const isLookedAt = !preview.isPending
  // of this very slip: nobody files where an earlier one led
  const isOfThis = settled === slip && preview.isSuccess && !preview.isPlaceholderData
  const lead = isOfThis && slip.folder === null ? preview.data.lead : null
  const lacking = lackingOf(slip, preview.data && { ...preview.data, lead })
  const isLeadDoubtful = slip.folder === null && preview.data?.lead?.sure === false && !filled.wasLookedAt('folder')
  const [doubtful] = [...filled.doubtful, ...(isLeadDoubtful ? ['folder'] : [])]
  const toWhatLacks = () => {
    const lacking = firstOf(lackingOf(slip, preview.data))
    if (lacking && isLookedAt) focusOn(inputs, lacking)
  }
  useEffect(() => {
    // asked before it was known what the name needs: the cursor goes there once that is known
    if (wasAsked) toWhatLacks()
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isLookedAt])
  const submit = () => {
    if (isFiling || kept.state === 'changed') return
    if (!isOfThis && slip.folder === null && preview.data?.lead) return setEarly({ slip, path: preview.data.lead.path })
    if (lacking.length > 0) {
      setAsked(true)
      toWhatLacks()
      return
    }
    if (doubtful !== undefined) return focusOn(inputs, doubtful)
    // what is known to be refused is not left; all else is filed while the next one is looked at
    onFile(slip, isOfThis && isRefused(preview.data), lead)
  }
  useEffect(() => {
    // it is known now that the slip still leads where the person saw it lead
    const isAsked = isOfThis && early?.slip === slip && lead?.path === early.path
    if (!isAsked || isFiling || kept.state === 'changed') return
    // asked early or late, what is doubtful is looked at first
    if (lacking.length > 0) toWhatLacks()
    else if (doubtful !== undefined) focusOn(inputs, doubtful)
    else onFile(slip, isRefused(preview.data), lead)
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [early, isOfThis])
  const focus = (field: FieldName) => () => focusOn(inputs, field)
  useLayoutEffect(() => {
    // in place before the next key: no key typed after Enter is lost or meets the slip before.
    // A person who has gone to the search box meanwhile is not called back
    if (document.activeElement?.closest('[role="search"]')) return
    const facts = refused instanceof Problem ? refused.facts.fields : null
    const first = Array.isArray(facts) ? firstOf(facts.map(String)) : null
    focusOn(inputs, first ?? 'kind')
    // only when another arrival is shown, or this one was refused
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [arrival.number, refused])
  const letters = { k: focus('kind'), w: focus('who'), n: focus('when'), t: focus('what'), r: focus('reference'), a: focus('amount'), '/': focus('folder') }
  const mend = preview.data?.findings.find((finding) => finding.code === 'wrong_extension')?.mend
  const sameAsLast = () => {
    if (last) change({ kind: last.slip.kind, who: last.slip.who, what: last.slip.what, folder: last.slip.folder })
  }
  const takeExtension = () => {
    if (mend) change({ extension: mend })
  }
  const takeOther = (at: string | null) => {
    const other = at === null ? null : filled.other(at)
    if (other === null || at === null) return
    change(withTyped(slip, at, other))
    requestAnimationFrame(() => focusOn(inputs, at)) // what is typed next takes its place
  }
  useEffect(() => {
    takerRef.current = (text) => {
      if (filled.at !== null && filled.at !== 'kind' && filled.at !== 'folder') change(withTyped(slip, filled.at, text))
    }
  })
  const asVersion = (wish: boolean) => change({ as_version: wish })
  const turnVersion = () => {
    if (preview.data?.stands) asVersion(!slip.as_version)
  }
  useKeys(
    { ...letters, Enter: submit, l: onLater, '.': sameAsLast, x: takeExtension, v: turnVersion },
    {
      ...Object.fromEntries(Object.entries(letters).map(([key, act]) => [`alt+${key}`, act])),
      'ctrl+Enter': submit, 'alt+l': onLater, 'alt+.': sameAsLast, 'alt+x': takeExtension, 'alt+v': turnVersion, 'alt+o': () => takeOther(filled.at),
    },
  )
  // once somebody asked to file, what is missing is marked where it is missing
  const asked = wasAsked || (refused instanceof Problem && refused.code === 'slip_incomplete')
  const problems = new Map(preview.data?.understood.problems.map((problem) => [problem.field, worded(problem.said)]))
  return (
    <section
      className="slip"
      aria-label="Filing slip"
      onFocus={(event) => filled.enter(event.target.closest<HTMLElement>('[data-field]')?.dataset.field ?? null)}
      onBlur={() => filled.enter(null)}
    >
      <div className="sliphead">
        <h2>Filing slip</h2>
        {filled.isWaiting && <span role="status">{arrival.recognising_of && arrival.recognising_of > 1 ? `page ${String(arrival.recognising)} of ${String(arrival.recognising_of)} is being read …` : 'the page is being read …'}</span>}
        <code>No. {number(arrival.number)}</code>
      </div>
      <UnlockNote key={`unlock-${String(arrival.number)}`} arrival={arrival} onOpened={(number) => onTaken([number])} />
      <QuestionNote key={arrival.question?.answer ?? arrival.question?.text} arrival={arrival} />
      <InsideNote arrival={arrival} onTaken={onTaken} />
      <SameNote arrival={arrival} slip={slip} change={change} onGone={onGone} />
      <Fields {...{ number: arrival.number, slip, change, inputs, submit, asked, filled, takeOther }} isOfWho={!preview.isPlaceholderData && settled.who === slip.who} house={house.data} preview={preview.data} problems={problems} />
      <NameBox preview={preview.data} problems={problems} asVersion={slip.as_version} onUseExtension={takeExtension} onAsVersion={asVersion} />
      <Where {...{ slip, change, desk, inputs, submit }} isDoubtful={isLeadDoubtful} folders={outline.data?.folders ?? NONE} preview={preview.data} />
      <FurtherFields {...{ number: arrival.number, slip, change, submit, asked, filled, takeOther }} house={house.data} preview={preview.data} problems={problems} />
      {preview.data && <NeighbourStrip preview={preview.data} />}
      <SlipState kept={kept} number={arrival.number} />
      {refused && (
        <ProblemNote error={refused}>
          {refused instanceof Problem && refused.code === 'name_taken' && (
            <Button onClick={() => change({ what: `${slip.what} 2` })}>
              Add “2” to what
            </Button>
          )}
        </ProblemNote>
      )}
      {preview.error && !refused && <ProblemNote error={preview.error} />}
      <div className="slipacts">
        <Button type="primary" onClick={submit} disabled={isFiling}>
          File and next <kbd>Enter</kbd>
        </Button>
        <Button onClick={onLater}>
          {arrival.later ? 'Back in order' : 'Later'} <kbd>Alt L</kbd>
        </Button>
      </div>
    </section>
  )
}
