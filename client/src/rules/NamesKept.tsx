import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Progress } from 'antd'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { api, told, type Schemas } from '../shared/api/client'
import { namesKeptQuery, outlineQuery } from '../shared/api/queries'
import { number, plural } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { useLead, whereAsked } from '../shared/redirect'
import { worded } from '../shared/said'
import { SegmentedName } from '../shared/SegmentedName'
import { Learned } from './Learned'
import type { PatternWish } from './PatternEditor'

interface Mending {
  which: Schemas['NamesMended']['which']
  by?: PatternWish | null // a pattern that names are read by as if it were an earlier one
}

/** How the names in a folder and beneath it keep to their patterns; those that do not, why, and what they could be. */
export function NamesKept({ folder, onUse }: { folder: number; onUse: ((wish: PatternWish) => void) | null }) {
  const names = useQuery(namesKeptQuery(folder))
  const lead = useLead()
  const mend = useMutation({
    onMutate: whereAsked,
    mutationFn: ({ which, by = null }: Mending) => told(api.POST('/api/lists/names', { body: { folder, which, by } })),
    onSuccess: (list, _, asked) => lead(asked, `/changes/${String(list.id)}`),
  })
  // the outline tells the shares of all folders: they follow once names were read by another pattern
  const queries = useQueryClient()
  const reading = names.data && `${String(names.data.is_being_read)} ${String(names.data.counts.conforming)}`
  useEffect(() => {
    if (reading) void queries.invalidateQueries({ queryKey: outlineQuery.queryKey })
  }, [reading, queries])
  if (names.error) {
    return (
      <aside className="nameskept" aria-label="How its names are kept">
        <ProblemNote error={names.error} />
      </aside>
    )
  }
  const found = names.data
  if (!found) return <aside className="nameskept" />
  const { documents, conforming } = found.counts
  const share = documents === 0 ? 100 : Math.floor((100 * conforming) / documents)
  const withEarlier = documents === 0 ? 100 : Math.floor((100 * (conforming + found.by_earlier)) / documents)
  return (
    <aside className="nameskept" aria-label="How its names are kept">
      <h2>How its names are kept</h2>
      {documents === 0 && <p className="soft">No document stands here yet that you may see.</p>}
      {documents > 0 && (
        <>
          <Progress status="normal" aria-label="Names that conform" percent={withEarlier} success={{ percent: share }} format={() => `${String(share)}%`} size="small" />
      <p className="soft">
        {number(conforming)} by the pattern{found.by_earlier > 0 && ` · ${number(found.by_earlier)} by an earlier one`} · {number(documents - conforming - found.by_earlier)} not
        {found.is_being_read && ' · being read just now'}
      </p>
        </>
      )}
      {mend.error && <ProblemNote error={mend.error} />}
      <div className="mendnames">
        {found.by_earlier > 0 && found.by_earlier < found.known && (
          <Button onClick={() => mend.mutate({ which: 'earlier' })} loading={mend.isPending}>
            Renew {plural(found.by_earlier, 'name')} of an earlier pattern
          </Button>
        )}
        {found.known > 0 && (
          <Button type="primary" onClick={() => mend.mutate({ which: 'known' })} loading={mend.isPending}>
            Mend {plural(found.known, 'name')} as a list
          </Button>
        )}
        {found.guessed > 0 && (
          <Button onClick={() => mend.mutate({ which: 'all' })} loading={mend.isPending}>
            Mend {plural(found.known + found.guessed, 'name')}, {number(found.guessed)} of them guessed
          </Button>
        )}
      </div>
      <ul>
        {found.odd.map((one) => (
          <li key={one.number}>
            <Link to={`/d/${String(one.number)}`} title={one.path || 'Drive'}>
              <SegmentedName segments={one.segments} />
            </Link>
            <small className={one.by_earlier ? 'soft' : 'bad'}>{one.says.map(worded).join('; ')}</small>
            {one.could_be.length > 0 && (
              <span className="couldbe">
                → <SegmentedName segments={one.could_be} />
                {one.guessed && <small className="wait"> guessed</small>}
              </span>
            )}
          </li>
        ))}
      </ul>
      {found.is_cut && <p className="soft">There are more than were looked at: mend these, then look again.</p>}
      {onUse && <Learned folder={folder} onUse={onUse} onRead={(by) => mend.mutate({ which: 'earlier', by })} />}
    </aside>
  )
}
