import { Dropdown, Select } from 'antd'
import { useQuery } from '@tanstack/react-query'
import { useRef, type ComponentRef } from 'react'
import { folderSheetUrl, folderZipUrl, type House, type OutlineEntry, type Sort } from '../shared/api/client'
import { charterQuery, taggedFoldersQuery, tagsQuery } from '../shared/api/queries'
import { number, plural } from '../shared/format'
import { PathLine, stopsOf, StopText, type Stop } from '../shared/PathLine'
import { Link } from 'react-router'
import { columnsOf, groupings, type Grouping } from './columns'
import type { Open } from '../shared/documents/Dialogs'
import { useDrop, type Dropped } from './dragging'

interface Props {
  folder: OutlineEntry | null
  folders: OutlineEntry[]
  list: 'tag' | 'bin' | undefined
  tag: number | null
  house: House | undefined
  view: 'list' | 'pages'
  grouping: Grouping
  columns: Sort[]
  width: number
  onView: (view: 'list' | 'pages') => void
  onGrouping: (grouping: Grouping) => void
  onColumns: (columns: Sort[]) => void
  onWidth: (width: number) => void
  onDrop: (folder: number, dropped: Dropped) => void
  onOpen: (open: Open) => void
  onUpload: () => void
  onUploadFolder: () => void
}

/** Where one is, every stop taking a drop; how the list is shown; what can be done with the folder. */
export function ListHead(props: Props) {
  const { folder, folders, list } = props
  const charter = useQuery({ ...charterQuery(folder?.id ?? 0), enabled: folder !== null })
  return (
    <>
      <div className="listhead">
        {folder ? <PathLine large stops={stopsTo(folder, folders)} render={(stop) => <DropStop stop={stop} onDrop={props.onDrop} />} /> : <Elsewhere list={list} tag={props.tag} />}
        <span className="right soft">{folder && summary(folder)}</span>
      </div>
      <div className="patternline">
        {folder && (
          <span className="pattern">
            Pattern <code>{charter.data?.revision.text}</code>
          </span>
        )}
        <span className="right showing">
          <button type="button" className="link" aria-pressed={props.view === 'pages'} onClick={() => props.onView(props.view === 'pages' ? 'list' : 'pages')}>
            {props.view === 'pages' ? 'as a list' : 'as pages'} <kbd>V</kbd>
          </button>
          {props.view === 'pages' ? (
            <input type="range" aria-label="Size of the pages" min={110} max={320} step={30} value={props.width} onChange={(event) => props.onWidth(Number(event.target.value))} />
          ) : (
            <>
              {folder && <Grouped house={props.house} grouping={props.grouping} onGrouping={props.onGrouping} />}
              <Columns house={props.house} columns={props.columns} onColumns={props.onColumns} />
            </>
          )}
          {folder && <FolderMenu {...props} folder={folder} />}
          {list === 'bin' && folders.some((entry) => entry.right === 'keeper') && (
            <button type="button" className="link" onClick={() => props.onOpen({ what: 'empty-bin' })}>
              empty by age
            </button>
          )}
        </span>
      </div>
    </>
  )
}

function Elsewhere({ list, tag }: { list: 'tag' | 'bin' | undefined; tag: number | null }) {
  const found = useQuery(tagsQuery).data?.tags.find((one) => one.id === tag)
  const folders = useQuery({ ...taggedFoldersQuery(tag ?? 0), enabled: tag !== null }).data?.folders ?? []
  if (list === 'bin') return <span className="path large">Bin</span>
  return (
    <span className="tagged">
      <span className="flag">{found?.name ?? 'Tag'}</span>
      {folders.map((folder) => (
        <Link key={folder.id} to={`/folders/${String(folder.id)}`}>
          <PathLine stops={stopsOf(folder.path)} />
        </Link>
      ))}
    </span>
  )
}

function DropStop({ stop, onDrop }: { stop: Stop; onDrop: (folder: number, dropped: Dropped) => void }) {
  const drop = useDrop(stop.key === undefined ? undefined : (dropped) => onDrop(stop.key ?? 0, dropped))
  return (
    <span className={drop.over ? 'dropstop over' : 'dropstop'} {...drop.props}>
      <StopText stop={stop} />
    </span>
  )
}

function Grouped({ house, grouping, onGrouping }: { house: House | undefined; grouping: Grouping; onGrouping: (grouping: Grouping) => void }) {
  const box = useRef<ComponentRef<typeof Select>>(null) // left once it is chosen: the keys are the list's again
  return <Select ref={box} size="small" variant="borderless" popupMatchSelectWidth={false} aria-label="Grouping" value={grouping} virtual={false} options={groupings(house)} onChange={(chosen) => { onGrouping(chosen); box.current?.blur() }} />
}

function Columns({ house, columns, onColumns }: { house: House | undefined; columns: Sort[]; onColumns: (columns: Sort[]) => void }) {
  const known = columnsOf(house)
  const items = known.map((column) => ({
    key: column.sort,
    label: `${columns.includes(column.sort) ? '✓' : '\u2003'} ${column.word}`,
    onClick: () => onColumns(known.map((one) => one.sort).filter((sort) => (sort === column.sort ? !columns.includes(sort) : columns.includes(sort)))),
  }))
  return (
    <Dropdown trigger={['click']} menu={{ items }}>
      <button type="button" className="link">
        columns
      </button>
    </Dropdown>
  )
}

function FolderMenu({ folder, onOpen, onUpload, onUploadFolder }: Props & { folder: OutlineEntry }) {
  const files = folder.right !== 'reader'
  const keeps = folder.right === 'keeper'
  const inner = folder.parent_id !== null
  const items = [
    { key: 'rights', label: 'Who can see it (W)', onClick: () => onOpen({ what: 'rights', folder: folder.id }) },
    { key: 'zip', label: 'Download as a zip', onClick: () => location.assign(folderZipUrl(folder.id)) },
    { key: 'sheet', label: 'Its documents as a spreadsheet', onClick: () => location.assign(folderSheetUrl(folder.id)) },
    ...(files
      ? [
          { key: 'new', label: 'New folder in it (N)', onClick: () => onOpen({ what: 'new-folder' }) },
          { key: 'set', label: 'A set of folders in it, from a list (S)', onClick: () => onOpen({ what: 'folder-set' }) },
          { key: 'upload', label: 'Upload files (U)', onClick: onUpload },
          { key: 'uploads', label: 'Upload a folder (Ctrl U)', onClick: onUploadFolder },
          { key: 'copy', label: 'Copy it, with all in it', onClick: () => onOpen({ what: 'copy-folder' }) },
          { key: 'tag', label: 'Tag it', onClick: () => onOpen({ what: 'tag-folder' }) },
        ]
      : []),
    ...(keeps && inner
      ? [
          { key: 'rename', label: 'Rename it', onClick: () => onOpen({ what: 'rename-folder' }) },
          { key: 'move', label: 'Move it', onClick: () => onOpen({ what: 'move-folder' }) },
          ...(folder.documents === 0 ? [{ key: 'remove', label: 'Remove it, empty', onClick: () => onOpen({ what: 'remove-folder' }) }] : []),
        ]
      : []),
    ...(keeps ? [{ key: 'charter', label: <Link to={`/rules/charters/${String(folder.id)}`}>Its charter</Link> }] : []),
    ...(keeps ? [{ key: 'storage', label: <Link to={`/folders/${String(folder.id)}/storage`}>Storage at a glance</Link> }] : []),
  ]
  return (
    <Dropdown trigger={['click']} menu={{ items }}>
      <button type="button" className="link">
        this folder
      </button>
    </Dropdown>
  )
}

function summary(folder: OutlineEntry): string {
  if (folder.documents === 0) return 'empty'
  const well = Math.round(((folder.documents - folder.misnamed) / folder.documents) * 100)
  const count = folder.own === folder.documents ? plural(folder.own, 'document') : `${number(folder.own)} here, ${number(folder.documents)} with all beneath`
  return `${count} · ${String(well)}% named by the pattern`
}

function stopsTo(folder: OutlineEntry, folders: OutlineEntry[]): Stop[] {
  const way: OutlineEntry[] = []
  for (let at: OutlineEntry | undefined = folder; at; at = folders.find((entry) => entry.id === at?.parent_id)) way.unshift(at)
  return way.map((entry, index) => ({ text: entry.name || 'Drive', key: entry.id, ...(index < way.length - 1 ? { to: `/folders/${String(entry.id)}` } : {}) }))
}
