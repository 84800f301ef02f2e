import { useQuery } from '@tanstack/react-query'
import { houseQuery } from '../shared/api/queries'

/** The kinds of the house to choose from; `none` stands for no choice. */
export function KindField({ value, none, onChange }: { value: string; none: string; onChange: (kind: string) => void }) {
  const kinds = useQuery(houseQuery).data?.kinds ?? []
  return (
    <label>
      kind
      <select value={value} onChange={(event) => onChange(event.target.value)}>
        <option value="">{none}</option>
        {kinds.map((kind) => (
          <option key={kind.code} value={kind.code}>
            {kind.label}
          </option>
        ))}
      </select>
    </label>
  )
}
