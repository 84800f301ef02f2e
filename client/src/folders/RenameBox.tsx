import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { shorthandQuery } from '../shared/api/queries'
import { splitName } from '../shared/documents/names'
import { SegmentedName } from '../shared/SegmentedName'
import { useSettled } from '../shared/useSettled'

interface Props {
  number: number
  name: string
  onRename: (name: Promise<string>, goOn: boolean) => void // the name may still be on its way; the next box is not
  onLeave: () => void
}

/**
 * A name typed anew in its place. The extension stays as it is; Tab saves and goes on to the next. Short forms, dates and
 * words are enough: the name that they stand for is shown beneath, and is the one that is saved.
 */
export function RenameBox({ number, name, onRename, onLeave }: Props) {
  const [stem, extension] = splitName(name)
  const [typed, setTyped] = useState(stem)
  const queries = useQueryClient()
  const asked = useSettled(typed, 120)
  const mayBeShort = (text: string) => text.trim() !== '' && text !== stem && !text.includes('_')
  const expanded = useQuery({ ...shorthandQuery(number, asked), enabled: mayBeShort(asked) })
  const input = useRef<HTMLInputElement>(null)
  useEffect(() => {
    input.current?.focus()
    input.current?.select()
  }, [])
  const save = (goOn: boolean, asTyped: boolean) => {
    if (typed.trim() === '' || typed === stem) {
      if (goOn) onRename(Promise.resolve(name), true)
      else onLeave()
      return
    }
    const short = asTyped || !mayBeShort(typed) ? Promise.resolve(null) : queries.fetchQuery(shorthandQuery(number, typed))
    onRename(short.then((found) => found?.name ?? typed + extension), goOn)
  }
  const meant = asked === typed && mayBeShort(typed) ? expanded.data : undefined
  return (
    <span className="renamebox">
      <input
        ref={input}
        aria-label={`New name for ${name}`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onClick={(event) => event.stopPropagation()}
        onKeyDown={(event) => {
          if (event.key === 'Enter' || event.key === 'Tab') {
            event.preventDefault()
            save(event.key === 'Tab', event.shiftKey)
          } else if (event.key === 'Escape') {
            event.preventDefault()
            onLeave()
          }
          event.stopPropagation()
        }}
        onBlur={onLeave}
      />
      <code>{extension}</code>
      {meant?.name != null && (
        <small className="meant" aria-live="polite">
          <SegmentedName segments={meant.segments} /> <kbd>Shift ↵</kbd> as typed
        </small>
      )}
    </span>
  )
}
