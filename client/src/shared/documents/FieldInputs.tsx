import { useQuery } from '@tanstack/react-query'
import { Input } from 'antd'
import type { House, Slip } from '../api/client'
import { houseQuery } from '../api/queries'
import { Pick } from '../controls/Pick'
import { askedOf, isFirst, typedIn, withTyped, type Field } from '../fields'
import { worded, type Said } from '../said'

interface Props {
  slip: Slip
  onChange: (part: Partial<Slip>) => void
  untouched: string // what an empty field means
  all?: boolean // fields of every kind, not only of the one that is chosen
  problems?: { field: string; said: Said }[]
}

/** Every field to be filled in, each as its type wants it. */
export function FieldInputs({ slip, onChange, untouched, all = false, problems = [] }: Props) {
  const house = useQuery(houseQuery).data
  const further = all ? (house?.fields ?? []).filter((field) => !isFirst(field.code) && !field.retired) : askedOf(house, slip.kind)
  const first = (house?.fields ?? []).filter((field) => isFirst(field.code))
  return (
    <>
      {[...first, ...further].map((field) => (
        <label key={field.code}>
          {field.label}
          <FieldInput field={field} house={house} untouched={untouched} value={typedIn(slip, field.code)} onType={(text) => onChange(withTyped(slip, field.code, text))} />
          <small className="bad">{problems.filter((one) => one.field === field.code && typedIn(slip, one.field) !== '').map((one) => worded(one.said))[0]}</small>
        </label>
      ))}
    </>
  )
}

function FieldInput({ field, house, untouched, value, onType }: { field: Field; house: House | undefined; untouched: string; value: string; onType: (text: string) => void }) {
  const none = { value: '', label: untouched || '–' }
  if (field.code === 'kind') {
    const kinds = (house?.kinds ?? []).filter((kind) => !kind.retired || kind.code === value)
    return <Pick label={field.label} value={value} choices={[none, ...kinds.map((kind) => ({ value: kind.code, label: kind.label }))]} onPick={onType} />
  }
  if (field.type === 'choice') return <Pick label={field.label} value={value} choices={[none, ...field.choices.map(({ label }) => ({ value: label, label }))]} onPick={onType} />
  return <Input value={value} placeholder={untouched} onChange={(event) => onType(event.target.value)} />
}
