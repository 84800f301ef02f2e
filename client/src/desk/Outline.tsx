import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { pageUrl } from '../shared/api/client'
import { outlineOfQuery } from '../shared/api/queries'
import { PageImage } from '../shared/PageImage'
import { ProblemNote } from '../shared/ProblemNote'
import { isSheet, NAMES, put, WHOLE, xOf, yOf, type Corners } from './outline'
import type { Leaf } from './pages'

interface Props {
  leaf: Leaf
  onTake: (corners: Corners) => void
  onLeave: () => void
}

const STEP = 0.005 // of the picture, by an arrow key; five times as far with Shift
const MOVES: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }

/** The outline of the sheet in a photograph, as it was found, mended by mouse, finger or arrow keys. */
export function Outline(props: Props) {
  const found = useQuery(outlineOfQuery(props.leaf.number, props.leaf.page))
  if (found.error) return <ProblemNote error={found.error} />
  if (!found.data) return <div className="opening" />
  return <Mending {...props} first={props.leaf.corners ?? (found.data.corners as unknown as Corners | null) ?? WHOLE} />
}

function Mending({ leaf, onTake, onLeave, first }: Props & { first: Corners }) {
  const [corners, setCorners] = useState(first)
  const box = useRef<HTMLDivElement>(null)
  const isReady = isSheet(corners)
  const take = () => isReady && onTake(corners)
  const drag = (at: number) => (event: PointerEvent<HTMLElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId) || !box.current) return
    const room = box.current.getBoundingClientRect()
    setCorners(put(corners, at, (event.clientX - room.left) / room.width, (event.clientY - room.top) / room.height))
  }
  const press = (at: number) => (event: KeyboardEvent) => {
    const [right, down] = MOVES[event.key] ?? []
    if (event.key === 'Enter') take()
    else if (right !== undefined && down !== undefined) {
      const by = event.shiftKey ? 5 * STEP : STEP
      setCorners(put(corners, at, xOf(corners, at) + right * by, yOf(corners, at) + down * by))
    } else return
    event.preventDefault()
  }
  const points = NAMES.map((_, at) => `${String(xOf(corners, at) * 100)},${String(yOf(corners, at) * 100)}`).join(' ')
  return (
    <div className="outlining">
      <div className="outlined" ref={box}>
        <PageImage alt={`The photograph, page ${String(leaf.page)} of No. ${String(leaf.number)}`} src={pageUrl(leaf.number, leaf.page, 900)} draggable={false} onFailed={() => undefined} />
        <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
          <polygon points={points} className={isReady ? '' : 'wrong'} vectorEffect="non-scaling-stroke" />
        </svg>
        {NAMES.map((name, at) => (
          <Button
            key={name}
            shape="circle"
            autoFocus={at === 0}
            className="corner"
            aria-label={`Corner ${name}: ${String(Math.round(xOf(corners, at) * 100))} of 100 from the left, ${String(Math.round(yOf(corners, at) * 100))} from the top`}
            style={{ left: `${String(xOf(corners, at) * 100)}%`, top: `${String(yOf(corners, at) * 100)}%` }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={drag(at)}
            onKeyDown={press(at)}
          />
        ))}
      </div>
      <p className="soft leafkeys">
        Drag a corner, or <kbd>Tab</kbd> to it and move it with the arrow keys, with <kbd>Shift</kbd> further · {isReady ? 'the sheet within is made straight' : 'a corner is pushed through the sheet'}
      </p>
      <div className="compareacts">
        <Button type="primary" disabled={!isReady} onClick={take}>
          Take this outline <kbd>Enter</kbd>
        </Button>
        <Button onClick={() => setCorners(WHOLE)}>The whole picture</Button>
        <Button type="text" onClick={onLeave}>
          Leave it as it was
        </Button>
      </div>
    </div>
  )
}
