import { useMemo, useState, type KeyboardEvent, type RefObject } from 'react'
import type { House, Preview, Slip } from '../shared/api/client'
import { askedOf, said, typedIn, withTyped, type Field } from '../shared/fields'
import { day, money } from '../shared/format'
import { TypeAhead, type Choice } from '../shared/controls/TypeAhead'
import type { Inputs } from './inputs'
import { SlipField } from './SlipField'
import { useOnPage } from './useOnPage'
import type { Filled } from './useFilling'

interface FieldsProps {
  number: number // of the arrival
  slip: Slip
  change: (part: Partial<Slip>) => void
  inputs: Inputs
  submit: () => void
  house: House | undefined
  preview: Preview | undefined
  problems: Map<string, string>
  asked: boolean // to file: what is missing counts as a problem
  isOfWho: boolean // the preview is of who stands there now
  filled: Filled
  takeOther: (code: string) => void // what else was read for a field, into it
}

/** The fields of the slip, each with what was understood of it. */
export function Fields({ number, slip, change, inputs, submit, house, preview, problems, asked, isOfWho, filled, takeOther }: FieldsProps) {
  const [inWho, setInWho] = useState(false)
  const seen = preview?.understood
  const onPage = useOnPage(number, slip, filled)
  const parties = useMemo(() => partyChoices(house, slip.who), [house, slip.who])
  const wrong = (field: string, typed: string) => (typed || asked ? problems.get(field) : undefined)
  return (
    <div className="fields">
      <SlipField name="kind" read={filled.readOf('kind', takeOther)} letter="k" word="Kind">
        <KindField house={house} code={slip.kind} inputs={inputs} change={change} submit={submit} />
      </SlipField>
      {/* a new party's short form is asked for once its name is left: no field comes up under the keys of who types it */}
      <div className="asone" onFocus={() => setInWho(true)} onBlur={() => setInWho(false)}>
      <SlipField name="who" read={filled.readOf('who', takeOther)} letter="w" word="Who" problem={wrong('who', slip.who)} note={seen?.who?.known && seen.who.short ? <code>{seen.who.short}</code> : undefined}>
        <TypeAhead
          inLine
          label="Who"
          inputRef={inputs.who}
          value={slip.who}
          choices={[...parties, ...onPage('who')]}
          placeholder="name or short form"
          onType={(who) => change({ who, short: '' })}
          onChoose={(choice) => change({ who: choice.value, short: '' })}
          onNext={() => inputs.when.current?.focus()}
          onEnter={submit}
        />
      </SlipField>
      </div>
      {!inWho && isOfWho && seen?.who && seen.who.proposed !== null && (
        <SlipField name="short" letter="s" word="Short form" problem={problems.get('short')} note={seen.who.known ? 'none yet' : 'a new party'}>
          <Plain label="Short form" inputRef={inputs.short} value={slip.short || seen.who.proposed} onType={(short) => change({ short })} onEnter={submit} />
        </SlipField>
      )}
      <SlipField name="when" read={filled.readOf('when', takeOther)} letter="n" word="When" problem={wrong('when', slip.when)} note={seen?.when ? day(seen.when) : undefined}>
        <Plain label="When" inputRef={inputs.when} value={slip.when} placeholder="12 3 25" onType={(when) => change({ when })} onEnter={submit} />
      </SlipField>
      <SlipField name="what" read={filled.readOf('what', takeOther)} letter="t" word="What" problem={wrong('what', slip.what)}>
        <Free growing label="What" inputRef={inputs.what} value={slip.what} choices={onPage('what')} onType={(what) => change({ what })} onEnter={submit} />
      </SlipField>
      <SlipField name="reference" read={filled.readOf('reference', takeOther)} letter="r" word="Reference">
        <Free label="Reference" inputRef={inputs.reference} value={slip.reference} choices={onPage('reference')} onType={(reference) => change({ reference })} onEnter={submit} />
      </SlipField>
      <SlipField name="amount" read={filled.readOf('amount', takeOther)} letter="a" word="Amount" problem={wrong('amount', slip.amount)} note={seen?.amount ? money(seen.amount, seen.currency) : undefined}>
        <Plain label="Amount" inputRef={inputs.amount} value={slip.amount} onType={(amount) => change({ amount })} onEnter={submit} />
      </SlipField>
    </div>
  )
}

/** What else is asked of a document of this kind: after the folder, for most slips are filed without it. */
export function FurtherFields({ number, slip, change, submit, house, preview, problems, asked, filled, takeOther }: Omit<FieldsProps, 'inputs' | 'isOfWho'>) {
  const fields = askedOf(house, slip.kind)
  const onPage = useOnPage(number, slip, filled)
  if (fields.length === 0) return null
  const problem = (code: string) => (typedIn(slip, code) || asked ? problems.get(code) : undefined)
  return (
    <div className="fields further">
      {fields.map((field) => (
        <SlipField key={field.code} name={field.code} read={filled.readOf(field.code, takeOther)} word={field.label} problem={problem(field.code)} note={noteOf(field, preview?.understood.fields[field.code], typedIn(slip, field.code))}>
          <Further field={field} house={house} onPage={onPage(field.code)} value={typedIn(slip, field.code)} onType={(text) => change(withTyped(slip, field.code, text))} onEnter={submit} />
        </SlipField>
      ))}
    </div>
  )
}

/** What was understood of a further field, where that is not what was typed. */
function noteOf(field: Field, kept: string | undefined, text: string): string | undefined {
  const told = kept ? said(field, kept) : undefined
  return told === text || told === undefined ? undefined : told
}

/** A field of the team's own, as its type wants it. */
function Further({ field, house, onPage, value, onType, onEnter }: { field: Field; house: House | undefined; onPage: Choice[]; value: string; onType: (text: string) => void; onEnter: () => void }) {
  const parties = useMemo(() => (field.type === 'party' ? partyChoices(house, value) : []), [field.type, house, value])
  if (field.type === 'party') {
    return <TypeAhead inLine label={field.label} value={value} choices={[...parties, ...onPage]} placeholder="name or short form" onType={onType} onChoose={(choice) => onType(choice.value)} onEnter={onEnter} />
  }
  if (field.type === 'choice') {
    const fitting = field.choices.filter((choice) => choice.label.toLowerCase().startsWith(value.trim().toLowerCase()))
    return <TypeAhead inLine label={field.label} value={value} opensAtOnce choices={fitting.map((choice) => ({ key: choice.code, value: choice.label, shown: choice.label }))} placeholder="first letters, or ↓" onType={onType} onChoose={(choice) => onType(choice.value)} onEnter={onEnter} />
  }
  if (field.type === 'text') return <Free label={field.label} value={value} choices={onPage} onType={onType} onEnter={onEnter} />
  return <Plain label={field.label} value={value} placeholder={field.type === 'date' ? '12 3 25' : ''} onType={onType} onEnter={onEnter} />
}

interface PlainProps {
  label: string
  inputRef?: RefObject<HTMLInputElement | null>
  value: string
  placeholder?: string
  onType: (text: string) => void
  onEnter: () => void
}

function Plain({ label, inputRef, value, placeholder, onType, onEnter }: PlainProps) {
  return (
    <input
      ref={inputRef}
      aria-label={label}
      autoComplete="off"
      placeholder={placeholder}
      value={value}
      onChange={(event) => onType(event.target.value)}
      onFocus={(event) => event.target.select()}
      onKeyDown={(event) => leave(event, onEnter)}
    />
  )
}

/** A field of free text: what stands on the page and begins so is offered, and taken by who goes to it. */
function Free({ onType, ...field }: Omit<PlainProps, 'inputRef' | 'placeholder'> & { inputRef?: RefObject<HTMLInputElement | HTMLTextAreaElement | null>; growing?: boolean; choices: Choice[] }) {
  return <TypeAhead inLine wide {...field} onType={onType} onChoose={(choice) => onType(choice.value)} />
}

function leave(event: KeyboardEvent<HTMLElement>, onEnter: () => void) {
  if (event.key === 'Enter' && !event.ctrlKey) {
    event.preventDefault()
    onEnter()
  } else if (event.key === 'Escape') event.currentTarget.blur()
}

function KindField({ house, code, inputs, change, submit }: { house: House | undefined; code: string; inputs: Inputs; change: (part: Partial<Slip>) => void; submit: () => void }) {
  const [typed, setTyped] = useState('')
  const kinds = (house?.kinds ?? []).filter((kind) => !kind.retired || kind.code === code)
  const label = kinds.find((kind) => kind.code === code)?.label ?? ''
  const fitting = kinds.filter((kind) => kind.label.toLowerCase().startsWith(typed.trim().toLowerCase()))
  const settle = () => {
    // what was typed and not taken becomes the kind it begins, or nothing: the field never shows what is not kept
    const [best] = fitting
    if (typed.trim() !== '' && best) change({ kind: best.code })
    setTyped('')
  }
  return (
    <TypeAhead
          inLine
      label="Kind"
      inputRef={inputs.kind}
      value={typed || label}
      choices={fitting.map((kind) => ({ key: kind.code, value: kind.code, shown: kind.label }))}
      placeholder="first letters, or ↓"
      onType={(text) => {
        setTyped(text)
        if (text === '') change({ kind: '' })
      }}
      onChoose={(choice) => {
        setTyped('')
        change({ kind: choice.value })
      }}
      onLeave={settle}
      onNext={() => inputs.who.current?.focus()}
      onEnter={submit}
    />
  )
}

function partyChoices(house: House | undefined, typed: string): Choice[] {
  const wanted = typed.trim().toLowerCase()
  return (house?.parties ?? [])
    .map((party) => {
      const names = [party.name, ...party.spellings].map((name) => name.toLowerCase())
      const exact = party.short === wanted ? 0 : party.short?.startsWith(wanted) ? 1 : null
      const begins = names.some((name) => name.startsWith(wanted)) ? 2 : null
      const inside = names.some((name) => name.includes(` ${wanted}`)) ? 3 : null
      return { party, rank: exact ?? begins ?? inside }
    })
    .filter((entry): entry is typeof entry & { rank: number } => entry.rank !== null)
    .sort((a, b) => a.rank - b.rank || a.party.name.localeCompare(b.party.name))
    .slice(0, 12)
    .map(({ party }) => ({
      key: party.name,
      value: party.name,
      shown: (
        <>
          {party.name} <code>{party.short}</code>
        </>
      ),
    }))
}
