import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { number } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'

interface Props {
  folder: number
  onUse: (wish: Schemas['PatternWish']) => void
  onRead: (wish: Schemas['PatternWish']) => void // a list of the names that can be read so, made anew by the pattern in force
}

/** What the names in a folder say by themselves: patterns that explain most of them, to be taken over or read by. */
export function Learned({ folder, onUse, onRead }: Props) {
  const [asked, setAsked] = useState(false)
  const learned = useQuery({
    queryKey: ['learned', folder],
    queryFn: () => told(api.GET('/api/rules/names/learned', { params: { query: { folder } } })),
    enabled: asked,
  })
  const found = learned.data
  return (
    <section className="learned" aria-label="What names say that are there">
      <h2>Found in the folder itself</h2>
      {!asked && (
        <Button size="small" onClick={() => setAsked(true)}>
          Look for patterns that its names follow
        </Button>
      )}
      {learned.error && <ProblemNote error={learned.error} />}
      {found && found.patterns.length === 0 && <p className="soft">No pattern explains half of these {number(found.names)} names.</p>}
      {found?.patterns.map((one) => (
        <div key={one.wish.text + one.wish.joiner} className="learnedone">
          <code>{one.wish.text}</code>
          <span>
            reads {number(one.reads)} of {number(found.names)}
          </span>
          <Button size="small" aria-label={`Use ${one.wish.text} as its pattern`} onClick={() => onUse(one.wish)}>
            use it
          </Button>
          <Button size="small" aria-label={`Read names by ${one.wish.text} and mend them`} onClick={() => onRead(one.wish)}>
            read names by it
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
