import { Button, Input } from 'antd'
import { useEffect, useRef, useState } from 'react'
import type { Step } from '../shared/api/client'
import { number } from '../shared/format'
import { useKeys } from '../shared/keys'
import { decisionsFor, type Decision, type Mending } from './decisions'
import { findingOf } from './words'

interface Props {
  finding: string
  current: Step | undefined
  ticked: ReadonlySet<number>
  count: number
  isShownAlone: boolean // the list shows only the steps with this finding
  isBusy: boolean // a decision is under way
  onMend: (body: Mending) => void
}

/** What can be decided about what the check found: for the step at hand, for those ticked, or for all alike. */
export function Decide({ finding, current, ticked, count, isShownAlone, isBusy, onMend }: Props) {
  const [chosen, setChosen] = useState<boolean | null>(null)
  const [name, setName] = useState('')
  const forAll = chosen ?? isShownAlone
  const fits = current?.findings.some((one) => one.code === finding)
  const positions = ticked.size > 0 ? [...ticked] : current && fits ? [current.position] : []
  // what was decided while the step before was still on its way, or this one still to come, is done when it is there
  const held = useRef<Decision['wish'][]>([])
  const say = (wish: Decision['wish']) => {
    const byFinding = wish.name === undefined && (forAll || (count === 1 && ticked.size === 0))
    if (isBusy || (!byFinding && positions.length === 0)) return false
    const whom = byFinding ? { positions: [], finding } : { positions, finding: null }
    onMend({ ...whom, leave: null, collision: null, name: null, as_offered: false, ...wish })
    return true
  }
  const decide = (wish: Decision['wish']) => {
    if (isBusy && ticked.size > 0) return // those ticked have their decision, and no step was chosen after them
    if (held.current.length > 0 || !say(wish)) held.current.push(wish)
  }
  useEffect(() => {
    if (held.current[0] && say(held.current[0])) held.current.shift()
  })
  const ways = decisionsFor(finding)
  useKeys({
    ...Object.fromEntries(ways.map((way, at) => [String(at + 1), (event: KeyboardEvent) => event.repeat || decide(way.wish)])),
    a: () => setChosen(!forAll),
  })
  return (
    <div className="decide" role="group" aria-label="Decide">
      <b>{findingOf(finding).word}</b>
      {count > 1 && (
        <span className="choice" role="radiogroup" aria-label="For which">
          <Which isOn={!forAll} word={ticked.size > 0 ? `the ${number(ticked.size)} ticked` : 'this step'} onChoose={() => setChosen(false)} />
          <Which isOn={forAll} word={`all ${number(count)} alike`} onChoose={() => setChosen(true)} />
          <kbd>A</kbd>
        </span>
      )}
      {ways.map((way, at) => (
        <button key={way.word} type="button" className="btn quiet" onClick={() => decide(way.wish)}>
          {way.word} <kbd>{at + 1}</kbd>
        </button>
      ))}
      {(!forAll || count === 1) && current && ticked.size === 0 && (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            if (name.trim()) decide({ name: name.trim() })
          }}
        >
          <Input aria-label="Another name" placeholder={current.findings.find((one) => one.offer)?.offer ?? 'another name'} value={name} onChange={(event) => setName(event.target.value)} />
          <Button htmlType="submit" disabled={!name.trim() || isBusy}>
            name it so
          </Button>
        </form>
      )}
    </div>
  )
}

function Which({ isOn, word, onChoose }: { isOn: boolean; word: string; onChoose: () => void }) {
  return (
    <label className={isOn ? 'on' : ''}>
      <input type="radio" name="decide-for" checked={isOn} onChange={onChoose} /> {word}
    </label>
  )
}
