import { Alert, Button } from 'antd'
import type { Kept } from './slipKeeper'
import { keeper } from './useSlip'

/** What a person has to know of the slip itself: not saved yet, or changed by somebody else. */
export function SlipState({ kept, number }: { kept: Kept; number: number }) {
  if (kept.state === 'failed') {
    return <Alert type="warning" showIcon title="Not saved yet: what you type is kept on this machine, and tried again." />
  }
  if (kept.state !== 'changed' || !kept.theirs) return null
  const { theirs } = kept
  const differs = (['kind', 'who', 'when', 'what', 'reference', 'amount'] as const).filter((field) => theirs.slip[field] !== kept.slip[field] && theirs.slip[field] !== '')
  return (
    <Alert
      type="warning"
      showIcon
      title={`${theirs.by || 'Somebody else'} changed this slip meanwhile; nothing was overwritten.`}
      description={
        <>
          {differs.length > 0 && <p>Theirs: {differs.map((field) => `${field} “${theirs.slip[field]}”`).join(', ')}</p>}
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
