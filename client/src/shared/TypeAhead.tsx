import { useId, useRef, useState, type KeyboardEvent, type ReactNode, type RefObject } from 'react'

export interface Choice {
  key: string
  value: string // what is put into the field
  shown: ReactNode
  group?: string
}

interface Props {
  label: string // for those who hear the page
  value: string
  choices: Choice[] // already narrowed by what is typed, best first
  placeholder?: string
  inputRef?: RefObject<HTMLInputElement | null>
  describedBy?: string
  invalid?: boolean
  opensAtOnce?: boolean // shows its choices before anything is typed
  onType: (text: string) => void
  onChoose: (choice: Choice) => void
  onLeave?: () => void // the focus goes elsewhere
  onNext?: () => void // after a choice by Enter or mouse; Tab goes on by itself
  onEnter: () => void // Enter with nothing left to choose
}

/**
 * A field with choices beneath while it has the focus. Tab and Enter take the marked choice; Escape
 * closes the choices, and again leaves the field.
 */
export function TypeAhead({ label, value, choices, placeholder, inputRef, describedBy, invalid, opensAtOnce = false, onType, onChoose, onLeave, onNext, onEnter }: Props) {
  const id = useId()
  const own = useRef<HTMLInputElement>(null)
  const input = inputRef ?? own
  const [open, setOpen] = useState(false)
  const [marked, setMarked] = useState(0)
  const [typed, setTyped] = useState(false)
  const list = useRef<HTMLUListElement>(null)
  const shown = open && choices.length > 0
  const at = Math.min(marked, choices.length - 1)

  const move = (to: number) => {
    const next = (to + choices.length) % choices.length
    setMarked(next)
    setTyped(true)
    list.current?.querySelectorAll('[role="option"]')[next]?.scrollIntoView({ block: 'nearest' })
  }
  const take = (choice: Choice | undefined) => {
    if (choice) onChoose(choice)
    setOpen(false)
    setTyped(false)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.altKey || event.metaKey) return // keys of the view, not of the field
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault()
      if (!shown) {
        setOpen(true)
        setTyped(true)
      }
      else move(at + (event.key === 'ArrowDown' ? 1 : -1))
    } else if (event.key === 'Enter' && !event.ctrlKey) {
      event.preventDefault()
      // a choice counts only where somebody typed or moved; Enter on a settled field goes on
      if (shown && typed) {
        take(choices[at])
        onNext?.()
      } else onEnter()
    } else if (event.key === 'Tab' && shown && typed && !event.shiftKey) {
      take(choices[at])
    } else if (event.key === 'Escape') {
      event.preventDefault()
      if (shown) setOpen(false)
      else input.current?.blur()
    }
  }
  return (
    <div className="typeahead">
      <input
        ref={input}
        role="combobox"
        aria-label={label}
        aria-expanded={shown}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-describedby={describedBy}
        aria-invalid={invalid}
        aria-activedescendant={shown ? `${id}-${String(at)}` : undefined}
        autoComplete="off"
        spellCheck={false}
        placeholder={placeholder}
        value={value}
        onChange={(event) => {
          onType(event.target.value)
          setOpen(true)
          setTyped(event.target.value !== '')
          setMarked(0)
        }}
        onFocus={(event) => {
          event.target.select()
          setOpen(opensAtOnce)
          setTyped(false)
          setMarked(0)
        }}
        onBlur={() => {
          setOpen(false)
          onLeave?.()
        }}
        onKeyDown={onKeyDown}
      />
      <ul id={`${id}-list`} role="listbox" aria-label={label} ref={list} hidden={!shown}>
        {shown &&
          choices.map((choice, index) => [
            choice.group && choice.group !== choices[index - 1]?.group && (
              <li key={`${choice.key}-group`} role="presentation" className="group">
                {choice.group}
              </li>
            ),
            <li
              key={choice.key}
              id={`${id}-${String(index)}`}
              role="option"
              aria-selected={index === at}
              onMouseDown={(event) => {
                event.preventDefault()
                take(choice)
                onNext?.()
              }}
            >
              {choice.shown}
            </li>,
          ])}
      </ul>
    </div>
  )
}
