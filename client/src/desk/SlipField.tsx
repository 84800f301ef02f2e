import { Button } from 'antd'
import type { ReactNode } from 'react'
import { worded } from '../shared/said'
import type { Offered } from './filling'

interface Props {
  name: string
  letter?: string // the key that leads here, underlined in the word
  word: string
  note?: ReactNode // what was understood
  problem?: string | undefined
  read?: { read: Offered; isDoubtful: boolean; onOther: (() => void) | null } | null | undefined // where what stands here was read
  children: ReactNode
}

/** One line of the filing slip: its word with the key underlined, the field, what was understood, where it was read. */
export function SlipField({ name, letter, word, note, problem, read, children }: Props) {
  const at = letter === undefined ? word.length : word.toLowerCase().indexOf(letter)
  return (
    <div className={problem ? 'slipfield lacking' : 'slipfield'} data-field={name} data-read={read ? (read.isDoubtful ? 'doubtful' : 'sure') : undefined}>
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
      {read && !problem && (
        <span className={read.isDoubtful ? 'readfrom wait' : 'readfrom'}>
          {read.isDoubtful && 'look: '}
          {worded(read.read.why)}
          {read.onOther && (
            <>
              {' '}
              <Button type="link" size="small" className="others" tabIndex={-1} onClick={read.onOther}>
                <kbd>Alt O</kbd> others
              </Button>
            </>
          )}
        </span>
      )}
    </div>
  )
}
