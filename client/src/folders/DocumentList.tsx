import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'
import type { Listed, Sort } from '../shared/api/client'
import { day, moment, size } from '../shared/format'
import { SegmentedName } from '../shared/SegmentedName'

const COLUMNS: { sort: Sort; word: string }[] = [
  { sort: 'name', word: 'Name' },
  { sort: 'who', word: 'Who' },
  { sort: 'when', word: 'When' },
  { sort: 'kind', word: 'Kind' },
  { sort: 'size', word: 'Size' },
  { sort: 'changed', word: 'Changed' },
]

interface Props {
  documents: Listed[]
  isLoaded: boolean
  chosen: number | null
  sort: Sort
  descending: boolean
  onSort: (sort: Sort) => void
  onChoose: (document: number) => void
  onEnd: () => void // the last loaded row came into sight
}

/** A folder's documents: dense rows, only those in sight made. */
export function DocumentList({ documents, isLoaded, chosen, sort, descending, onSort, onChoose, onEnd }: Props) {
  const box = useRef<HTMLDivElement>(null)
  // the library's own object changes inside; it is read anew in every render on purpose
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({ count: documents.length, getScrollElement: () => box.current, estimateSize: () => 33, overscan: 12 })
  const items = rows.getVirtualItems()
  const lastSeen = items.at(-1)?.index ?? 0
  useEffect(() => {
    if (documents.length > 0 && lastSeen >= documents.length - 5) onEnd()
  })
  const at = documents.findIndex((document) => document.number === chosen)
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at)
    // follows the choice, not every measurement
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at])
  return (
    <div className="table" role="table" aria-label="Documents" aria-rowcount={documents.length}>
      <div role="rowgroup">
        <div role="row" className="tablehead">
          {COLUMNS.map((column) => (
            <span key={column.sort} role="columnheader" aria-sort={column.sort === sort ? (descending ? 'descending' : 'ascending') : 'none'}>
              <button type="button" onClick={() => onSort(column.sort)}>
                {column.word} {column.sort === sort && (descending ? '↓' : '↑')}
              </button>
            </span>
          ))}
        </div>
      </div>
      <div role="rowgroup" className="tablebody" ref={box} tabIndex={0} aria-label="Rows">
        {isLoaded && documents.length === 0 && <EmptyFolder />}
        <div style={{ height: rows.getTotalSize(), position: 'relative' }} role="presentation">
          {items.map((item) => {
            const document = documents[item.index]
            return (
              document && (
                <div
                  key={document.number}
                  ref={rows.measureElement}
                  data-index={item.index}
                  role="row"
                  aria-rowindex={item.index + 1}
                  aria-selected={document.number === chosen}
                  className={document.number === chosen ? 'tablerow on' : 'tablerow'}
                  style={{ transform: `translateY(${String(item.start)}px)` }}
                  onClick={() => onChoose(document.number)}
                >
                  <span role="cell">
                    <SegmentedName segments={document.segments} />
                  </span>
                  <span role="cell">{document.who ?? '–'}</span>
                  <span role="cell">{day(document.when)}</span>
                  <span role="cell" className="kind">
                    {document.kind ?? '–'}
                  </span>
                  <span role="cell">{size(document.size)}</span>
                  <span role="cell">{moment(document.changed_at)}</span>
                </div>
              )
            )
          })}
        </div>
      </div>
    </div>
  )
}

function EmptyFolder() {
  return (
    <div role="row" className="notice">
      <span role="cell">No document stands in this folder itself. Choose one beneath it at the left, or file one here from the Desk.</span>
    </div>
  )
}
