import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { OutlineEntry } from '../shared/api/client'
import { charterQuery, houseQuery } from '../shared/api/queries'
import { takes } from '../shared/charter'
import { number, plural } from '../shared/format'

/** What the open folder declares, for whoever is about to put something there. */
export function CharterNote({ folder }: { folder: OutlineEntry }) {
  const charter = useQuery(charterQuery(folder.id)).data
  const kinds = useQuery(houseQuery).data?.kinds ?? []
  if (!charter) return null
  const { holds } = charter
  const lines: [string, string | null][] = [
    ['Keeper', charter.keeper],
    ['Takes', holds.kinds && takes(holds.kinds, kinds)],
    ['Filed under', holds.destination],
    ['At each upload', holds.statement],
    ['Advised', [holds.deepest !== null && `${plural(holds.deepest, 'level')} of folders`, holds.fullest !== null && `${number(holds.fullest)} documents a folder`].filter(Boolean).join(', ') || null],
    ['Names', charter.revision.text],
  ]
  return (
    <section className="charternote" aria-label="Charter">
      <h2>{folder.name || 'Drive'}</h2>
      {holds.purpose && <p>{holds.purpose}</p>}
      <dl>
        {lines.map(
          ([label, value]) =>
            value !== null && (
              <div key={label}>
                <dt>{label}</dt>
                <dd className={label === 'Names' || label === 'Filed under' ? 'mono' : undefined}>{value}</dd>
              </div>
            ),
        )}
      </dl>
      {folder.right === 'keeper' && <Link to={`/rules/charters/${String(folder.id)}`}>Its charter, and how its names are kept</Link>}
    </section>
  )
}
