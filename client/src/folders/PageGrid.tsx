import { useQuery } from '@tanstack/react-query'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, useState, type MouseEvent } from 'react'
import { pageUrl, type Listed } from '../shared/api/client'
import { beginningQuery } from '../shared/api/queries'
import { splitName } from '../shared/documents/names'
import { size } from '../shared/format'
import { watchWidth } from '../shared/watchWidth'
import { SegmentedName } from '../shared/SegmentedName'
import { PageImage } from '../shared/PageImage'
import { carryAway } from './dragging'

interface Props {
  documents: Listed[]
  cursor: number | null
  chosen: readonly number[]
  width: number // of a page, in pixels
  onColumns: (columns: number) => void // how many stand side by side, for the arrow keys
  onClick: (number: number, event: MouseEvent) => void
  onOpen: (number: number) => void
  onMenu: (number: number, at: { x: number; y: number }) => void
  onEnd: () => void
}

const GAP = 14
const LETTERS = 26 // the height of a line goes that often into a page's width

/** Documents by their first pages, in a size that can be chosen. */
export function PageGrid({ documents, cursor, chosen, width, onColumns, onClick, onOpen, onMenu, onEnd }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(0)
  useEffect(() => watchWidth(box.current, setRoom), [])
  const columns = Math.max(1, Math.floor((room - GAP) / (width + GAP)))
  useEffect(() => onColumns(columns), [columns, onColumns])
  const height = Math.round(width * 1.3) + 62
  // the library's own object changes inside; it is read anew in every render on purpose
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({ count: Math.ceil(documents.length / columns), getScrollElement: () => box.current, estimateSize: () => height, overscan: 2 })
  useEffect(() => rows.measure(), [height, columns, rows])
  const shown = rows.getVirtualItems()
  const lastSeen = (shown.at(-1)?.index ?? 0) * columns
  useEffect(() => {
    if (documents.length > 0 && lastSeen >= documents.length - columns * 3) onEnd()
  })
  const at = documents.findIndex((document) => document.number === cursor)
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(Math.floor(at / columns))
    // follows the cursor, not every measurement
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at, columns])
  return (
    <div className="grid" ref={box} tabIndex={0} role="listbox" aria-label="Documents" aria-multiselectable="true">
      <div style={{ height: rows.getTotalSize(), position: 'relative' }} role="presentation">
        {shown.flatMap((row) =>
          documents.slice(row.index * columns, (row.index + 1) * columns).map((document, column) => (
            <div
              key={document.number}
              role="option"
              aria-selected={chosen.includes(document.number)}
              className={['tile', chosen.includes(document.number) ? 'on' : '', document.number === cursor ? 'cursor' : ''].join(' ')}
              style={{ width, height: height - GAP, transform: `translate(${String(GAP + column * (width + GAP))}px, ${String(row.start + GAP / 2)}px)` }}
              draggable
              onDragStart={(event) => carryAway(event, chosen.includes(document.number) ? chosen : [document.number])}
              onClick={(event) => onClick(document.number, event)}
              onDoubleClick={() => onOpen(document.number)}
              onContextMenu={(event) => {
                event.preventDefault()
                onMenu(document.number, { x: event.clientX, y: event.clientY })
              }}
            >
              <Thumbnail document={document} width={width} />
              <SegmentedName segments={document.segments} />
            </div>
          )),
        )}
      </div>
    </div>
  )
}

function Thumbnail({ document, width }: { document: Listed; width: number }) {
  const [failed, setFailed] = useState(false)
  if (!document.pages || failed) return <Beginning document={document} width={width} />
  return <PageImage className="thumb" loading="lazy" draggable={false} alt="" src={pageUrl(document.number, 1, Math.round(width * devicePixelRatio))} onFailed={() => setFailed(true)} />
}

/** A document without pages: what it begins with, as small as it would be on a page; or else what it is. */
function Beginning({ document, width }: { document: Listed; width: number }) {
  const text = useQuery(beginningQuery(document.number, document.edition)).data?.text ?? ''
  const kind = splitName(document.name)[1].slice(1).toUpperCase()
  if (text.trim() === '') {
    return (
      <span className="nopage">
        <b>{kind}</b>
        {size(document.size)}
      </span>
    )
  }
  return (
    <span className="beginning">
      <span className="begun" style={{ fontSize: width / LETTERS }} aria-hidden="true">
        {text}
      </span>
      <small>
        {kind} {size(document.size)}
      </small>
    </span>
  )
}
