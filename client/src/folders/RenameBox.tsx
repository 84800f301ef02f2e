import { useEffect, useRef, useState } from 'react'
import { splitName } from '../shared/documents/names'

interface Props {
  name: string
  onRename: (name: string, goOn: boolean) => void
  onLeave: () => void
}

/** A name typed anew in its place. The extension stays as it is; Tab saves and goes on to the next. */
export function RenameBox({ name, onRename, onLeave }: Props) {
  const [stem, extension] = splitName(name)
  const [typed, setTyped] = useState(stem)
  const input = useRef<HTMLInputElement>(null)
  useEffect(() => {
    input.current?.focus()
    input.current?.select()
  }, [])
  const save = (goOn: boolean) => {
    if (typed.trim() === '' || typed === stem) {
      if (goOn) onRename(name, true)
      else onLeave()
    } else onRename(typed + extension, goOn)
  }
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
            save(event.key === 'Tab')
          } else if (event.key === 'Escape') {
            event.preventDefault()
            onLeave()
          }
          event.stopPropagation()
        }}
        onBlur={onLeave}
      />
      <code>{extension}</code>
    </span>
  )
}
