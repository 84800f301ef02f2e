import { Button, Radio, Select } from 'antd'
import { useState, type KeyboardEvent } from 'react'
import type { Schemas } from '../shared/api/client'
import { added, moved, neighbour, replaced, turned, without, type PatternPart } from './parts'

interface Props {
  parts: readonly PatternPart[]
  fields: readonly Schemas['FieldShape'][]
  onParts: (parts: PatternPart[]) => void
}

/** A pattern as parts that are moved, left out and written in other forms, each shown on an example. */
export function PatternParts({ parts, fields, onParts }: Props) {
  const [chosen, setChosen] = useState(0)
  const [dragged, setDragged] = useState<number | null>(null)
  const at = parts[chosen]?.field == null ? parts.findIndex((part) => part.field !== null) : chosen
  const part = parts[at]
  const move = (from: number, by: -1 | 1) => {
    const other = neighbour(parts, from, by)
    if (other < 0) return
    setChosen(other)
    onParts(moved(parts, from, by))
  }
  const onKeyDown = (event: KeyboardEvent, one: number) => {
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    if (step !== 0) move(one, step)
    else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) otherForm(one, event.key === 'ArrowUp' ? -1 : 1)
    else if (event.key === 'Delete') onParts(without(parts, one))
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  const otherForm = (one: number, by: -1 | 1) => {
    const forms = parts[one]?.forms ?? []
    const now = forms.findIndex((form) => form.text === parts[one]?.text)
    const next = forms[(now + by + forms.length) % forms.length]
    if (next) onParts(replaced(parts, one, next.text))
  }
  const turn = (one: number) => {
    const next = turned(parts, one)
    setChosen(one - (parts.length - next.length))
    onParts(next)
  }
  const unused = fields.filter((field) => !parts.some((one) => one.field === field.code))
  return (
    <div className="patternparts">
      <div className="partline" role="group" aria-label="The parts of the pattern">
        {parts.map((one, index) =>
          one.field === null ? (
            <span key={index} className="between mono">
              {one.shown}
            </span>
          ) : (
            <Button
              key={index}
              className={`part${index === at ? ' on' : ''}`}
              aria-pressed={index === at}
              draggable
              onDragStart={() => setDragged(index)}
              onDragOver={(event) => event.preventDefault()}
              onDrop={() => dragged !== null && dragged !== index && move(dragged, dragged < index ? 1 : -1)}
              onClick={() => setChosen(index)}
              onFocus={() => setChosen(index)}
              onKeyDown={(event) => onKeyDown(event, index)}
            >
              <span className="name">
                <span className={`seg ${one.field}`}>{one.shown}</span>
              </span>
              <small>
                {one.label}
                {one.optional && ', if any'}
              </small>
            </Button>
          ),
        )}
        <Select
          aria-label="A field more"
          className="morefield"
          value={null}
          placeholder="+ field"
          popupMatchSelectWidth={false}
          virtual={false}
          options={unused.map((field) => ({ value: field.code, label: field.label }))}
          onChange={(code: string | null) => {
            const field = unused.find((one) => one.code === code)
            if (!field) return
            const next = added(parts, field)
            setChosen(next.length - 1)
            onParts(next)
          }}
        />
      </div>
      {part && (
        <div className="partforms">
          {part.forms.length > 1 && (
            <Radio.Group
              aria-label={`How ${part.label} is written`}
              size="small"
              optionType="button"
              value={part.text}
              options={part.forms.map((form) => ({ value: form.text, label: form.shown }))}
              onChange={(event) => onParts(replaced(parts, at, String(event.target.value)))}
            />
          )}
          <Button size="small" type="link" onClick={() => turn(at)}>
            {part.optional ? 'always needed' : 'only if there is one'}
          </Button>
          <Button size="small" type="link" onClick={() => onParts(without(parts, at))}>
            leave {part.label} out
          </Button>
        </div>
      )}
    </div>
  )
}
