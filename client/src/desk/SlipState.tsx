import { Alert, Button } from 'antd'
import { FIRST, typedIn } from '../shared/fields'
import type { Kept } from './slipKeeper'
import { keeper } from './useSlip'

/** What a person has to know of the slip itself: not saved yet, or changed by somebody else. */
export function SlipState({ kept, number }: { kept: Kept; number: number }) {
  if (kept.state === 'failed') {
    return <Alert type="warning" showIcon title="Not saved yet: what you type is kept on this machine, and tried again." />
  }
  if (kept.state !== 'changed' || !kept.theirs) return null
  const { theirs } = kept
  const said = [...FIRST, ...Object.keys(theirs.slip.fields)]
  const differs = said.filter((field) => typedIn(theirs.slip, field) !== typedIn(kept.slip, field) && typedIn(theirs.slip, field) !== '')
  return (
    <Alert
      type="warning"
      showIcon
      title={`${theirs.by || 'Somebody else'} changed this slip meanwhile; nothing was overwritten.`}
      description={
        <>
          {differs.length > 0 && <p>Theirs: {differs.map((field) => `${field} “${typedIn(theirs.slip, field)}”`).join(', ')}</p>}
          <Button size="small" onClick={() => keeper.decide(number, 'theirs')}>
            Take theirs
          </Button>{' '}
          <Button size="small" onClick={() => keeper.decide(number, 'mine')}>
            Keep mine
          </Button>
        </>
      }
    />
  )
}
