import { useQuery } from '@tanstack/react-query'
import { Button, Select } from 'antd'
import { useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { outlineQuery } from '../shared/api/queries'
import { number } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'

/** What the names in a folder say by themselves: patterns that explain most of them, to be taken over. */
export function Learned({ onUse }: { onUse: (wish: Schemas['PatternWish']) => void }) {
  const outline = useQuery(outlineQuery)
  const [folder, setFolder] = useState<number | null>(null)
  const learned = useQuery({
    queryKey: ['learned', folder],
    queryFn: () => told(api.GET('/api/rules/names/learned', { params: { query: { folder: folder ?? 0 } } })),
    enabled: folder !== null,
  })
  const found = learned.data
  return (
    <section className="learned" aria-label="What names say that are there">
      <label>
        What names say that are there
        <Select
          aria-label="The folder whose names are looked at"
          showSearch={{ optionFilterProp: 'label' }}
          virtual={false}
          placeholder="choose a folder"
          value={folder}
          options={(outline.data?.folders ?? []).map((one) => ({ value: one.id, label: one.path || 'Drive' }))}
          onChange={setFolder}
        />
      </label>
      {learned.error && <ProblemNote error={learned.error} />}
      {found && found.patterns.length === 0 && <p className="soft">No pattern explains half of these {number(found.names)} names.</p>}
      {found?.patterns.map((one) => (
        <div key={one.wish.text + one.wish.joiner} className="learnedone">
          <code>{one.wish.text}</code>
          <span>
            reads {number(one.reads)} of {number(found.names)}
          </span>
          <Button size="small" aria-label={`Write ${one.wish.text} above`} onClick={() => onUse(one.wish)}>
            write it above
          </Button>
          {one.left.length > 0 && (
            <small className="soft">
              not: {one.left.slice(0, 3).join(', ')}
              {found.names - one.reads > 3 && ' …'}
            </small>
          )}
        </div>
      ))}
    </section>
  )
}
