import type { Piece, Segment } from './api/client'

interface Props {
  segments: Segment[]
  marks?: Piece[] // the same name cut where a search matches
  labelled?: boolean // write each field's word beneath
}

/** Signature one: a name with each part underlined in the colour and form of its field. */
export function SegmentedName({ segments, marks, labelled = false }: Props) {
  const parts = withMarks(segments, marks ?? [])
  if (!labelled) {
    return (
      <span className="name">
        {parts.map((part, at) => (
          <Seg key={at} part={part} />
        ))}
      </span>
    )
  }
  return (
    <span className="name labelled">
      {parts.map((part, at) => (
        <span key={at} className="labelledpart">
          <span>
            <Seg part={part} />
          </span>
          <small>{labelOf(part.field)}</small>
        </span>
      ))}
    </span>
  )
}

function Seg({ part }: { part: Part }) {
  return <span className={`seg ${part.field}`}>{part.marked ? <mark>{part.text}</mark> : part.text}</span>
}

function labelOf(field: string): string | undefined {
  return field === 'rest' || field === 'odd' ? undefined : field
}

interface Part {
  text: string
  field: string
  marked: boolean
}

/** The segments, cut further where a search matched. */
export function withMarks(segments: Segment[], marks: Piece[]): Part[] {
  const flags = marks.flatMap((piece) => Array.from({ length: piece.text.length }, () => piece.marked))
  const parts: Part[] = []
  let at = 0
  for (const { text, field } of segments) {
    let start = 0
    for (let end = 1; end <= text.length; end++) {
      if (end < text.length && (flags[at + end] ?? false) === (flags[at + start] ?? false)) continue
      parts.push({ text: text.slice(start, end), field, marked: flags[at + start] ?? false })
      start = end
    }
    at += text.length
  }
  return parts
}
