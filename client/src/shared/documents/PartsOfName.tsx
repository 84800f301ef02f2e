import { Button, Dropdown } from 'antd'
import type { Schemas } from '../api/client'
import { deedsOf } from './clauses'

interface Props {
  parts: readonly Schemas['PartOfName'][]
  onClause: (clause: string) => void
}

/** The parts of a name, each with what can become of it: choosing one says it in the sentence. */
export function PartsOfName({ parts, onClause }: Props) {
  return (
    <div className="partsofname mono" role="group" aria-label="The parts of the first name">
      {parts.map((one, at) =>
        one.part === null ? (
          <span key={at}>{one.text}</span>
        ) : (
          <Dropdown
            key={at}
            trigger={['click']}
            menu={{ items: deedsOf(one.part).map((deed) => ({ key: deed.clause, label: deed.word, onClick: () => onClause(deed.clause) })) }}
          >
            <Button size="small" className="mono" aria-label={`${one.text}: ${one.part}`} title={one.part}>
              {one.text}
            </Button>
          </Dropdown>
        ),
      )}
    </div>
  )
}
