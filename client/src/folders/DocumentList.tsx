import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, type MouseEvent, type ReactNode } from 'react'
import type { House, Listed, Sort } from '../shared/api/client'
import { said } from '../shared/fields'
import { beginning, day, moment, money, number, size } from '../shared/format'
import { SegmentedName } from '../shared/SegmentedName'
import { columnsOf, type Column, type Grouping } from './columns'
import { carryAway } from './dragging'
import { withGhosts, type CarriedOne } from './ghosts'
import { headsOf, type Group, type Item } from './groups'
import { RenameBox } from './RenameBox'

const WHO = 18 // signs that its column holds on one line; the whole name stands beside, with the document

interface Props {
  documents: Listed[]
  isLoaded: boolean
  cursor: number | null
  chosen: readonly number[]
  sort: Sort
  descending: boolean
  columns: Sort[]
  grouping: Grouping
  groups: Group[]
  folder: number | null
  load: CarriedOne[] // what is carried and could be put down here
  goesOn: boolean // more rows are still to be fetched
  renaming: number | null
  empty: ReactNode
  house: House | undefined
  onSort: (sort: Sort) => void
  onClick: (number: number, event: MouseEvent) => void
  onOpen: (number: number) => void
  onMenu: (number: number, at: { x: number; y: number }) => void
  onRename: (number: number, name: Promise<string>, goOn: boolean) => void
  onLeaveRename: () => void
  onEnd: () => void // the last loaded row came into sight
}

/** Documents as dense rows, only those in sight made; in groups where that is asked for. */
export function DocumentList(props: Props) {
  const { documents, chosen, cursor, columns } = props
  const box = useRef<HTMLDivElement>(null)
  const heads = headsOf(documents, props.grouping, props.groups, { kinds: props.house?.kinds ?? [], fields: props.house?.fields ?? [] })
  const byName = props.isLoaded && props.grouping === '' && props.sort === 'name' && props.folder !== null
  const items = byName ? withGhosts(documents, heads, props.load, props.folder ?? 0, props.descending, props.goesOn) : heads
  // the library's own object changes inside; it is read anew in every render on purpose
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({ count: items.length, getScrollElement: () => box.current, estimateSize: () => 33, overscan: 12 })
  const shown = rows.getVirtualItems()
  const lastSeen = shown.at(-1)?.index ?? 0
  const { onEnd } = props
  useEffect(() => {
    if (items.length > 0 && lastSeen >= items.length - 5) onEnd()
  })
  const at = items.findIndex((item) => item.document?.number === cursor)
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at)
    // follows the cursor, not every measurement
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at])
  const firstGhost = items.findIndex((item) => item.ghost)
  const isCarrying = firstGhost >= 0
  useEffect(() => {
    // who comes here with a load sees where it will land
    if (isCarrying && at < 0) rows.scrollToIndex(firstGhost, { align: 'center' })
    // once a folder, not whenever more rows have come
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isCarrying, props.folder])
  const shownColumns = columnsOf(props.house).filter((column) => columns.includes(column.sort))
  const grid = { gridTemplateColumns: ['minmax(0, 1fr)', ...shownColumns.map((column) => column.width)].join(' ') }
  return (
    <div className="table" role="grid" aria-label="Documents" aria-rowcount={documents.length} aria-multiselectable="true">
      <div role="rowgroup">
        <div role="row" className="tablehead" style={grid}>
          {[{ sort: 'name', word: 'Name', width: '' }, ...shownColumns].map((column) => (
            <span key={column.sort} role="columnheader" className={isNumber(column) ? 'num' : ''} aria-sort={column.sort === props.sort ? (props.descending ? 'descending' : 'ascending') : 'none'}>
              <button type="button" onClick={() => props.onSort(column.sort)}>
                {column.word} {column.sort === props.sort && (props.descending ? '↓' : '↑')}
              </button>
            </span>
          ))}
        </div>
      </div>
      <div role="rowgroup" className="tablebody" ref={box} tabIndex={0} aria-label="Rows">
        {props.isLoaded && items.length === 0 && (
          <div role="row" className="notice">
            <span role="gridcell">{props.empty}</span>
          </div>
        )}
        <div style={{ height: rows.getTotalSize(), position: 'relative' }} role="presentation">
          {shown.map((row) => {
            const item = items[row.index]
            if (!item) return null
            const place = { transform: `translateY(${String(row.start)}px)` }
            if (item.ghost) return <Ghost key={item.key} ghost={item.ghost} index={row.index} measure={rows.measureElement} place={place} />
            if (!item.document) return <Head key={item.key} item={item} index={row.index} measure={rows.measureElement} place={place} />
            const document = item.document
            const isChosen = chosen.includes(document.number)
            return (
              <div
                key={document.number}
                ref={rows.measureElement}
                data-index={row.index}
                role="row"
                aria-rowindex={row.index + 1}
                aria-selected={isChosen}
                className={['tablerow', isChosen ? 'on' : '', document.number === cursor ? 'cursor' : ''].join(' ')}
                style={{ ...place, ...grid }}
                draggable={props.renaming !== document.number}
                onDragStart={(event) => carryAway(event, isChosen ? chosen : [document.number])}
                onClick={(event) => props.onClick(document.number, event)}
                onDoubleClick={() => props.onOpen(document.number)}
                onContextMenu={(event) => {
                  event.preventDefault()
                  props.onMenu(document.number, { x: event.clientX, y: event.clientY })
                }}
              >
                <span role="gridcell" className="namecell">
                  {props.renaming === document.number ? (
                    <RenameBox key={document.number} number={document.number} name={document.name} onRename={(name, goOn) => props.onRename(document.number, name, goOn)} onLeave={props.onLeaveRename} />
                  ) : (
                    <Name document={document} />
                  )}
                </span>
                {shownColumns.map((column) => (
                  <span key={column.sort} role="gridcell" className={isNumber(column) ? 'num' : 'short'} title={column.sort === 'who' ? (document.who ?? '') : undefined}>
                    {document.strange && column.sort === 'kind' ? <Strange kind={cell(document, column, props.house)} /> : cell(document, column, props.house)}
                  </span>
                ))}
              </div>
            )
          })}
        </div>
      </div>
    </div>
  )
}

/** A kind that does not belong where its document stands; nothing moves it but a person. */
function Strange({ kind }: { kind: string }) {
  return (
    <span className="strange" title="The folder's charter takes other kinds">
      {kind}
      <span className="unseen">, not meant here</span>
    </span>
  )
}

function Head({ item, index, measure, place }: { item: Item; index: number; measure: (node: Element | null) => void; place: { transform: string } }) {
  return (
    <div ref={measure} data-index={index} role="row" className="grouprow" style={place}>
      <span role="gridcell">
        {item.word} {item.count !== undefined && <em>{number(item.count)}</em>}
      </span>
    </div>
  )
}

/** Signature three: what is carried, shown where it will sort, before it is put down. */
function Ghost({ ghost, index, measure, place }: { ghost: NonNullable<Item['ghost']>; index: number; measure: (node: Element | null) => void; place: { transform: string } }) {
  return (
    <div ref={measure} data-index={index} role="row" className="ghostrow" style={place}>
      <span role="gridcell">
        <span className="unseen">would stand here: </span>
        <SegmentedName segments={ghost.segments} />
        {ghost.taken ? <b className="bad">this name is taken here</b> : <small className="soft">from {ghost.folder_path || 'Drive'}</small>}
      </span>
    </div>
  )
}

function Name({ document }: { document: Listed }) {
  return (
    <>
      {document.fresh && <b className="fresh" title="Somebody else put it here since you looked in last">new</b>}
      <SegmentedName segments={document.segments} />
      {document.tags.map((tag) => (
        <span key={tag} className="flag">
          {tag}
        </span>
      ))}
      {document.folder_path !== null && <small className="soft"> in {document.folder_path || 'Drive'}</small>}
    </>
  )
}

/** Whether what a column says is read by its digits. */
function isNumber({ sort, field }: Column): boolean {
  return sort === 'size' || sort === 'amount' || field?.type === 'money' || field?.type === 'number'
}

function cell(document: Listed, { sort, field }: Column, house: House | undefined): string {
  if (field) return said(field, document.fields[field.code])
  const cells: Record<string, () => string> = {
    who: () => beginning(document.who ?? '–', WHO),
    when: () => day(document.when),
    kind: () => house?.kinds.find((kind) => kind.code === document.kind)?.label ?? '–',
    what: () => document.what ?? '–',
    reference: () => document.reference ?? '–',
    amount: () => money(document.amount, document.currency),
    version: () => String(document.version),
    size: () => size(document.size),
    changed: () => moment(document.changed_at),
    by: () => document.changed_by ?? '–',
    added: () => moment(document.added_at),
  }
  return cells[sort]?.() ?? '–'
}
