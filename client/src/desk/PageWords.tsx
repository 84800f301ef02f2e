import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { pageWordsQuery } from '../shared/api/queries'
import { placed } from '../shared/PageView'

interface Props {
  number: number
  page: number // from 1
  onTake: (text: string) => void
}

interface Span {
  from: number
  to: number
}

/** The words of a page, over its picture: one clicked, or several drawn over, go into the field that has the cursor. */
export function PageWords({ number, page, onTake }: Props) {
  // only where the pointer has been are the words of a page asked for; a finger is nowhere before it takes one
  const [isNear, setNear] = useState(() => window.matchMedia('(pointer: coarse)').matches)
  const [span, setSpan] = useState<Span | null>(null)
  const words = useQuery({ ...pageWordsQuery(number, page), enabled: isNear }).data?.words ?? []
  const isIn = (at: number) => span !== null && at >= Math.min(span.from, span.to) && at <= Math.max(span.from, span.to)
  const take = () => {
    if (span) onTake(words.filter((_, at) => isIn(at)).map((word) => word.text).join(' '))
    setSpan(null)
  }
  return (
    <div className="pagewords" aria-hidden="true" onPointerEnter={() => setNear(true)} onPointerUp={take} onPointerLeave={() => setSpan(null)}>
      {words.map(({ text, box }, at) => (
        <i
          key={at}
          title={text}
          className={isIn(at) ? 'on' : undefined}
          style={placed(box)}
          onPointerDown={(event) => {
            event.preventDefault() // the cursor stays in its field
            event.currentTarget.releasePointerCapture(event.pointerId)
            setSpan({ from: at, to: at })
          }}
          onPointerEnter={() => span && setSpan({ from: span.from, to: at })}
          onMouseDown={(event) => event.preventDefault()}
        />
      ))}
    </div>
  )
}
