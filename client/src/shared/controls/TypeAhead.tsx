import { AutoComplete } from 'antd'
import { useContext, useLayoutEffect, useRef, useState, type ComponentProps, type ComponentRef, type KeyboardEvent, type ReactNode, type RefObject } from 'react'

import { Leaving } from './leaving'

export interface Choice {
  key: string
  value: string // what is put into the field
  shown: ReactNode
  group?: string
  isOffer?: boolean // taken only by who goes to it with an arrow or the mouse: never for what is being typed
}

interface Props {
  label: string // for those who hear the page
  value: string
  choices: Choice[] // already narrowed by what is typed, best first
  placeholder?: string
  inputRef?: RefObject<HTMLInputElement | HTMLTextAreaElement | null>
  invalid?: boolean
  opensAtOnce?: boolean // shows its choices before anything is typed
  inLine?: boolean // on a line that shows no frame of its own
  growing?: boolean
  wide?: boolean // its choices are as wide as the field there, too
  onType: (text: string) => void
  onChoose: (choice: Choice) => void
  onLeave?: () => void // the focus goes elsewhere
  onNext?: () => void // after a choice by Enter or mouse; Tab goes on by itself
  onEnter: () => void // Enter with nothing left to choose
}

/**
 * A field with choices beneath while it has the focus. Tab and Enter take the marked choice; Escape
 * closes the choices, and again leaves the field, or the question that it stands in: where nothing was
 * typed, at once. A field that grows with its text is read whole.
 */
export function TypeAhead({ label, value, choices, placeholder, inputRef, invalid, opensAtOnce = false, inLine = false, growing = false, wide = false, onType, onChoose, onLeave, onNext, onEnter }: Props) {
  const field = useRef<ComponentRef<typeof AutoComplete>>(null)
  const marked = useRef<string | null>(null) // the key of the choice that the arrows or the mouse came to
  const entered = useRef(false) // just now: the first click takes all of it, as the first key does
  const moved = useRef(false) // an arrow was pressed: what is marked is meant
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState(false)
  const shown = open && choices.length > 0
  const leave = useContext(Leaving)
  useLayoutEffect(() => {
    if (inputRef) inputRef.current = field.current?.nativeElement.querySelector('input, textarea') ?? null
  })
  /** Takes the choice that is meant, and tells whether there was one. */
  const take = () => {
    const choice = choices.find((one) => one.key === marked.current) ?? choices[0]
    const isMeant = choice !== undefined && (!choice.isOffer || moved.current)
    if (isMeant) onChoose(choice)
    settle()
    return isMeant
  }
  const settle = () => {
    setOpen(false)
    setTyped(false)
    marked.current = null
    moved.current = false
  }
  const takeAll = (target: EventTarget) => {
    if (entered.current && isField(target)) {
      const { selectionStart: start, selectionEnd: end, value } = target
      const isPart = start !== end && (start !== 0 || end !== value.length) // drawn over by the mouse
      if (!isPart) setTimeout(() => target.select()) // once the browser has put the cursor where the mouse is
    }
    entered.current = false
  }
  // before the library sees them: what Enter, Tab and Escape mean here depends on whether somebody typed or moved
  const onKeyDownCapture = (event: KeyboardEvent) => {
    entered.current = false
    if (event.altKey || event.metaKey) return // keys of the view, not of the field
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      setTyped(true)
      moved.current = true
      if (!shown) {
        event.preventDefault()
        event.stopPropagation()
        setOpen(true)
      }
    } else if (event.key === 'Enter') {
      event.preventDefault()
      event.stopPropagation()
      // a choice counts only where somebody typed or moved; Enter on a settled field goes on, and with Ctrl from any
      if (shown && typed && !event.ctrlKey && take()) onNext?.()
      else onEnter()
    } else if (event.key === 'Tab') {
      event.stopPropagation() // it takes the choice, and goes on
      if (shown && typed && !event.shiftKey) take()
    } else if (event.key === 'Escape') {
      event.preventDefault()
      event.stopPropagation()
      // choices that opened by themselves keep nobody in a question
      if (shown && (typed || leave === null)) setOpen(false)
      else if (leave) leave()
      else field.current?.blur()
    }
  }
  return (
    <div className={growing ? 'typeahead growing' : 'typeahead'} onKeyDownCapture={onKeyDownCapture} onClick={({ target }) => takeAll(target)}>
      <AutoComplete
        {...{ onActive: (key: string | null) => { marked.current = key } }}
        ref={field}
        aria-label={label}
        value={value}
        open={shown}
        options={shown ? optionsOf(choices) : NONE} // each key of a slip shows all its fields anew: those that show no choices have none to make
        defaultActiveFirstOption={!choices[0]?.isOffer}
        classNames={{ popup: { root: typed ? 'choices' : 'choices settled' } }}
        virtual={false}
        listHeight={264}
        variant={inLine ? 'borderless' : 'outlined'}
        popupMatchSelectWidth={inLine && !wide ? 280 : true}
        placeholder={placeholder}
        status={invalid ? 'error' : ''}
        onSearch={(text) => {
          marked.current = null
          moved.current = false
          onType(growing ? text.replace(/\s*\n\s*/g, ' ') : text)
          setOpen(true)
          setTyped(text !== '')
        }}
        onSelect={(key: string) => {
          const choice = choices.find((one) => one.key === key)
          settle()
          if (choice) {
            onChoose(choice)
            onNext?.()
          }
        }}
        onFocus={(event) => {
          if (isField(event.target)) event.target.select()
          entered.current = true
          settle()
          setOpen(opensAtOnce)
        }}
        onBlur={() => {
          setOpen(false)
          onLeave?.()
        }}
      >
        {growing && <Lines />}
      </AutoComplete>
    </div>
  )
}

const NONE: never[] = []

function isField(target: EventTarget) {
  return target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement
}

/** The field of a type-ahead that grows: several lines of text, which those who hear the page know as no combobox. */
function Lines(props: ComponentProps<'textarea'>) {
  return <textarea {...props} rows={1} role={undefined} aria-expanded={undefined} />
}

/** The choices as the library takes them, under the heads of their groups. */
function optionsOf(choices: Choice[]) {
  const options: { value: string; label: ReactNode; options?: { value: string; label: ReactNode }[] }[] = []
  let last: string | undefined
  for (const { key, shown, group } of choices) {
    const option = { value: key, label: shown }
    if (group === undefined) options.push(option)
    else if (group === last) options.at(-1)?.options?.push(option)
    else options.push({ value: `group ${group}`, label: group, options: [option] })
    last = group
  }
  return options
}
