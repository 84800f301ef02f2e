import type { ReactNode } from 'react'

interface Props {
  name: string
  letter?: string // the key that leads here, underlined in the word
  word: string
  note?: ReactNode // what was understood
  problem?: string | undefined
  children: ReactNode
}

/** One line of the filing slip: its word with the key underlined, the field, what was understood. */
export function SlipField({ name, letter, word, note, problem, children }: Props) {
  const at = letter === undefined ? word.length : word.toLowerCase().indexOf(letter)
  return (
    <div className={problem ? 'slipfield lacking' : 'slipfield'} data-field={name}>
      <span className="word" aria-hidden="true">
        {word.slice(0, at)}
        <u>{word.slice(at, at + 1)}</u>
        {word.slice(at + 1)}
      </span>
      {children}
      {(note ?? problem) && (
        <span className={problem ? 'understood wait' : 'understood'} id={`note-${name}`}>
          {problem ?? note}
        </span>
      )}
    </div>
  )
}
