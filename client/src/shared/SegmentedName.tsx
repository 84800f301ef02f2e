import type { Piece, Segment } from './api/client'

interface Props {
  segments: Segment[]
  marks?: Piece[] // the same name cut where a search matches
  labelled?: boolean // write each field's word beneath
}

/** Signature one: a name with each part underlined in the colour and form of its field. */
export function SegmentedName({ segments, marks, labelled = false }: Props) {
  return (
    <span className={labelled ? 'name labelled' : 'name'}>
      {withMarks(segments, marks ?? []).map((part, at) => (
        <span key={at} className={`seg ${part.field}`} data-label={labelled && part.first ? labelOf(part.field) : undefined}>
          {part.marked ? <mark>{part.text}</mark> : part.text}
        </span>
      ))}
    </span>
  )
}

function labelOf(field: string): string | undefined {
  return field === 'rest' || field === 'odd' ? undefined : field
}

interface Part {
  text: string
  field: string
  marked: boolean
  first: boolean
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
      parts.push({ text: text.slice(start, end), field, marked: flags[at + start] ?? false, first: start === 0 })
      start = end
    }
    at += text.length
  }
  return parts
}
