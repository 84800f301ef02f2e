import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState, type ReactNode } from 'react'
import { useLocation, useNavigate, useParams, useSearchParams } from 'react-router'
import { api, told, type OutlineEntry, type Sort } from '../shared/api/client'
import { carriedQuery, charterQuery, groupsQuery, houseQuery, listQuery, outlineQuery, type ListOf } from '../shared/api/queries'
import { ActionMenu } from '../shared/controls/ActionMenu'
import { Details } from '../shared/documents/Details'
import { plural } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { KeyOverview } from '../shared/KeyOverview'
import { useKeys } from '../shared/keys'
import { ProblemNote } from '../shared/ProblemNote'
import { isStillAt, isStillIn } from '../shared/redirect'
import { ActionBar } from '../shared/documents/ActionBar'
import { actionsFor } from '../shared/documents/actions'
import { keepColumns, keptColumns, sortOfGroup } from './columns'
import { Dialogs } from '../shared/documents/Dialogs'
import { DocumentList } from './DocumentList'
import type { Dropped } from './dragging'
import { FoldersHere } from './FoldersHere'
import { HINTS, MORE } from './hints'
import { ListHead } from './ListHead'
import { CharterNote } from './CharterNote'
import { Outline } from './Outline'
import { PageGrid } from './PageGrid'
import { all, clicked, following, NONE, only, stepped, type Selection } from '../shared/documents/selection'
import { Sendings } from './Sendings'
import { editionsOf, useAsking } from '../shared/documents/useAsking'
import { useChanges, type Ask } from '../shared/documents/useChanges'
import { visible } from '../shared/outline'
import { useOfPlace } from '../shared/useOfPlace'
import { watchWidth } from '../shared/watchWidth'
import { filesOf, useFolderUploads, type FileAt } from './useFolderUploads'
import { ConfirmDialog } from './ConfirmDialog'

/** The structure and its documents: a folder's, a tag's, or what is in the bin. */
export function FoldersView({ list }: { list?: 'tag' | 'bin' }) {
  const params = useParams()
  const [search, setSearch] = useSearchParams()
  const navigate = useNavigate()
  const queries = useQueryClient()
  const outline = useQuery(outlineQuery)
  const house = useQuery(houseQuery)
  const folders = outline.data?.folders ?? []
  const folder = list ? null : (folders.find((entry) => entry.id === Number(params.folder)) ?? null)
  const grouping = search.get('group') ?? ''
  const sort = grouping ? sortOfGroup(grouping) : (search.get('sort') ?? 'name')
  const descending = search.get('down') === '1'
  const view = search.get('view') === 'pages' ? 'pages' : 'list'
  const of: ListOf = list === 'bin' ? { bin: true } : list === 'tag' ? { tag: Number(params.tag) } : { folder: folder?.id ?? 0 }
  const page = useInfiniteQuery({ ...listQuery(of, sort, descending), enabled: list !== undefined || folder !== null })
  const groups = useQuery({ ...groupsQuery(folder?.id ?? 0, grouping || 'month'), enabled: folder !== null && grouping !== '' })
  const documents = page.data?.pages.flatMap((one) => one.documents) ?? []
  const load = useQuery(carriedQuery).data?.documents ?? []
  const order = documents.map((document) => document.number)

  const asked = search.get('d') ? Number(search.get('d')) : null
  const place = list ? `${list} ${params.tag ?? ''}` : String(folder?.id)
  const location = useLocation()
  const [chosenAt, setChosenAt] = useState<{ place: string; selection: Selection; key: string }>({ place, selection: NONE, key: '' })
  const held = chosenAt.place === place ? chosenAt.selection : NONE
  // the address names one document: a link, back and forward lead to it. What was chosen here since is
  // ahead of the address, which follows a moment later, and must not be undone by it
  const isOwn = (location.state as { own?: boolean } | null)?.own === true || chosenAt.key === location.key
  const selection = asked !== null && held.cursor !== asked && !(isOwn && held.cursor !== null) ? only(asked) : held
  const [wide, setWide] = useState(false)
  const [asking, setOpen] = useAsking(place, selection.chosen, documents)
  const [menu, setMenu] = useOfPlace<{ x: number; y: number }>(place)
  const [renaming, setRenaming] = useOfPlace<number>(place)
  const [chosenColumns, setColumns] = useState<Sort[] | null>(null)
  const [room, setRoom] = useState(0)
  const listing = useCallback((box: HTMLElement | null) => watchWidth(box, setRoom), [])
  const columns = chosenColumns ?? keptColumns(house.data, room)
  const [width, setWidth] = useState(170)
  const [across, setAcross] = useState(1)
  const [keysShown, setKeysShown] = useState(false)
  const [over, setOver] = useState(false)
  const picker = useRef<HTMLInputElement>(null)
  const folderPicker = useRef<HTMLInputElement>(null)
  const uploads = useFolderUploads()
  const [confirming, setConfirming] = useOfPlace<{ files: FileAt[]; statement: string }>(place)
  /** Send files to the open folder, once what its charter asks for is confirmed. */
  const send = async (files: FileAt[]) => {
    if (!folder) return
    const { statement } = (await queries.fetchQuery(charterQuery(folder.id))).holds
    if (statement === null) uploads.send(folder.id, files)
    else setConfirming({ files, statement })
  }
  const set = (part: Record<string, string | null>, replace = true) => {
    const next = new URLSearchParams(search)
    for (const [key, value] of Object.entries(part)) {
      if (value === null || value === '') next.delete(key)
      else next.set(key, value)
    }
    setSearch(next, { replace, state: { own: true } })
  }
  const choose = (next: Selection) => {
    if (!isStillAt(location.pathname)) return // an answer that came late: what it leads to is of the place that was left
    setChosenAt({ place, selection: next, key: location.key })
    set({ d: next.cursor === null ? null : String(next.cursor) })
  }
  const raw = useChanges(place, (done, ask, leads) => {
    if (ask.act === 'make_folder' && done.folder) void navigate(`/folders/${String(done.folder)}`)
    if (['move', 'bin', 'restore'].includes(ask.act) && ask.folder !== folder?.id) choose(leads === null ? NONE : only(leads))
  })
  const seen = (ask: Ask): Ask => ({ editions: editionsOf(documents.filter((one) => ask.documents?.includes(one.number))), ...ask })
  const changes = { ...raw, run: (ask: Ask) => raw.run(seen(ask), following(order, selection)) }
  const go = (id: number) => {
    const kept = new URLSearchParams(search)
    kept.delete('d')
    void navigate(`/folders/${String(id)}?${kept.toString()}`)
  }
  useEffect(() => {
    // with no folder in the address, open at the first that holds something
    const start = folders.find((entry) => entry.own > 0) ?? folders[0]
    if (!list && start && !params.folder && isStillIn('/folders')) void navigate(`/folders/${String(start.id)}`, { replace: true })
  })
  const current = folder?.id
  useEffect(() => {
    if (current === undefined) return
    // what was new is seen once the person has been here a moment
    const timer = setTimeout(() => void api.POST('/api/folders/{folder}/seen', { params: { path: { folder: current } } }).catch(() => undefined), 2500)
    return () => clearTimeout(timer)
  }, [current])
  const inSight = wide && selection.cursor
  useEffect(() => {
    if (inSight) void api.POST('/api/documents/{number}/opened', { params: { path: { number: inSight } } }).catch(() => undefined)
  }, [inSight])

  const step = (by: number, how: 'only' | 'range' | 'cursor') => {
    setRenaming(null)
    choose(stepped(selection, by, order, how))
  }
  const walk = (by: number) => {
    const shown = visible(folders, folder?.id ?? null)
    const next = shown[shown.findIndex((entry) => entry.id === folder?.id) + by]
    if (next) go(next.id)
  }
  const chooseAll = async (name = '') => {
    if (!folder) return choose(all(order, selection.cursor))
    const found = await told(api.GET('/api/folders/{folder}/numbers', { params: { path: { folder: folder.id }, query: { name } } }))
    choose(all(found.numbers, found.numbers[0] ?? null))
  }
  const rename = (named: Promise<string>, goOn: boolean, from: number) => {
    const at = order.indexOf(from)
    const next = goOn ? (order[at + 1] ?? null) : null
    const was = documents[at]?.name
    void named.then((name) => {
      if (was !== name) changes.run({ act: 'rename', documents: [from], name })
    }, changes.fail)
    setRenaming(next)
    if (next !== null) choose(only(next))
  }
  const carry = (numbers: number[]) =>
    void told(api.POST('/api/carried', { body: { documents: numbers } })).then((load) => {
      queries.setQueryData(carriedQuery.queryKey, load)
      choose(NONE)
    })
  const right = list === 'bin' ? 'filer' : (folder?.right ?? documents.find((document) => document.number === selection.cursor)?.right ?? 'reader')
  const actions = actionsFor({ list, selection, right, documents, changes, setOpen, setRenaming, carry })
  const folderKeys: Record<string, () => void> =
    folder === null
      ? {}
      : {
          n: () => folder.right !== 'reader' && setOpen({ what: 'new-folder' }),
          s: () => folder.right !== 'reader' && setOpen({ what: 'folder-set' }),
          u: () => folder.right !== 'reader' && picker.current?.click(),
          'ctrl+u': () => folder.right !== 'reader' && folderPicker.current?.click(),
          p: () => setOpen({ what: 'pattern' }),
          w: () => setOpen({ what: 'rights', folder: folder.id }),
        }
  const by = view === 'pages' ? across : 1
  useKeys({
    ...Object.fromEntries(actions.map((action) => [KEY_NAMES[action.key] ?? action.key.toLowerCase(), action.act])),
    ...folderKeys,
    F2: () => selection.cursor !== null && right !== 'reader' && setRenaming(selection.cursor),
    '?': () => setKeysShown(true),
    g: () => setOpen({ what: 'go' }),
    v: () => set({ view: view === 'pages' ? null : 'pages' }),
    'ctrl+a': () => void chooseAll(),
    'ctrl+z': () => changes.undo(),
    ArrowDown: () => step(by, 'only'),
    ArrowUp: () => step(-by, 'only'),
    'shift+ArrowDown': () => step(by, 'range'),
    'shift+ArrowUp': () => step(-by, 'range'),
    'ctrl+ArrowDown': () => step(by, 'cursor'),
    'ctrl+ArrowUp': () => step(-by, 'cursor'),
    'ctrl+ ': () => selection.cursor !== null && choose(clicked(selection, selection.cursor, order, { shiftKey: false, ctrlKey: true, metaKey: false })),
    Home: () => step(-order.length, 'only'),
    End: () => step(order.length, 'only'),
    'shift+Home': () => step(-order.length, 'range'),
    'shift+End': () => step(order.length, 'range'),
    ' ': () => setWide(selection.cursor !== null && !wide),
    Escape: () => (wide ? setWide(false) : choose({ ...NONE, cursor: selection.cursor })),
    ArrowLeft: () => (view === 'pages' || wide ? step(-1, 'only') : walk(-1)),
    ArrowRight: () => (view === 'pages' || wide ? step(1, 'only') : walk(1)),
    'alt+ArrowLeft': () => void navigate(-1),
    'alt+ArrowRight': () => void navigate(1),
    Backspace: () => {
      if (folder?.parent_id) go(folder.parent_id)
    },
    ContextMenu: () => selection.chosen.length > 0 && setMenu({ x: innerWidth / 3, y: innerHeight / 3 }),
  })

  if (outline.error && !outline.data) return <ProblemNote error={outline.error} />
  if (outline.data && folders.length === 0 && !list) return <Closed head="No folder is open to you yet." text="A keeper grants you a folder; then it stands here." />
  if (params.folder && outline.data && !folder) return <Closed head="This folder is not here, or not for you to see." text="Choose another place, or press F to find a record." />

  const onClick = (document: number, event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => choose(clicked(selection, document, order, event))
  const onMenu = (document: number, at: { x: number; y: number }) => {
    if (!selection.chosen.includes(document)) choose(only(document))
    setMenu(at)
  }
  const onDrop = (target: number, dropped: Dropped) => dropped.folder !== undefined ? changes.moveFolders([dropped.folder], [], target) : changes.run({ act: dropped.copies ? 'copy' : 'move', documents: dropped.numbers, folder: target })
  const onTag = (tag: string, dropped: { numbers: number[] }) =>
    void told(api.PUT('/api/tags', { body: { documents: dropped.numbers, put_on: [tag], take_off: [] } })).then(() => queries.invalidateQueries())
  const shared = { documents, cursor: selection.cursor, chosen: selection.chosen, onClick, onMenu, onOpen: () => setWide(true), onEnd: () => { if (page.hasNextPage && !page.isFetching) void page.fetchNextPage() } }
  return (
    <>
      <h1 className="unseen">Folders</h1>
      <div
        className={['folders', wide ? 'wide' : '', over ? 'over' : ''].join(' ')}
        onDragOver={(event) => {
          if (!event.dataTransfer.types.includes('Files') || !folder || folder.right === 'reader') return
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={(event) => {
          if (event.currentTarget === event.target) setOver(false)
        }}
        onDrop={(event) => {
          if (!over || !folder) return
          event.preventDefault()
          setOver(false)
          void filesOf(event.dataTransfer.items).then(send)
        }}
      >
        <Outline folders={folders} current={folder?.id ?? null} onDrop={onDrop} onTag={onTag} />
        {(folder || list) && (
          <section className="listing" ref={listing} aria-label={folder ? folder.path || 'Drive' : list === 'bin' ? 'Bin' : 'Tag'} aria-busy={!page.isSuccess || page.isPlaceholderData}>
            <ListHead
              folder={folder}
              folders={folders}
              list={list}
              tag={list === 'tag' ? Number(params.tag) : null}
              house={house.data}
              view={view}
              grouping={grouping}
              columns={columns}
              width={width}
              onView={(next) => set({ view: next === 'pages' ? 'pages' : null })}
              onGrouping={(next) => set({ group: next })}
              onColumns={(next) => {
                setColumns(next)
                keepColumns(next)
              }}
              onWidth={setWidth}
              onDrop={onDrop}
              onOpen={setOpen}
              onUpload={() => picker.current?.click()}
              onUploadFolder={() => folderPicker.current?.click()}
            />
            {page.error && <ProblemNote error={page.error} />}
            {changes.error !== null && <ProblemNote error={changes.error} />}
            {folder && <FoldersHere folder={folder} folders={folders} onDrop={onDrop} />}
            {view === 'pages' ? (
              <PageGrid {...shared} width={width} onColumns={setAcross} />
            ) : (
              <DocumentList
                {...shared}
                isLoaded={page.isSuccess && !page.isPlaceholderData}
                sort={sort}
                descending={descending}
                columns={columns}
                grouping={grouping}
                groups={groups.data?.groups ?? []}
                folder={folder?.id ?? null}
                load={right === 'reader' ? [] : load}
                goesOn={page.hasNextPage}
                house={house.data}
                renaming={renaming}
                empty={<Empty list={list} folder={folder} />}
                onSort={(next) => set({ sort: next, group: null, down: next === sort && !descending ? '1' : null })}
                onRename={(number, name, goOn) => rename(name, goOn, number)}
                onLeaveRename={() => setRenaming(null)}
              />
            )}
            <div className="listfoot">
              <Sendings sendings={uploads.sendings} onPause={uploads.pause} onGoOn={uploads.goOn} onClear={uploads.clear} />
              {selection.chosen.length > 0 && actions.length > 0 && <ActionBar chosen={selection.chosen} documents={documents} actions={actions} onClear={() => choose({ ...NONE, cursor: selection.cursor })} />}
            </div>
          </section>
        )}
        <Details number={selection.cursor} many={selection.chosen.length} wide={wide} onWide={() => setWide(!wide)} onOpen={setOpen} onRun={changes.run} idle={folder && <CharterNote folder={folder} />} />
      </div>
      <Pickers picker={picker} folderPicker={folderPicker} onFiles={(files) => void send(files)} />
      <KeyBar hints={list ? HINTS.filter((hint) => hint.group !== 'The folder') : HINTS}>
        <Last changes={changes} folder={folder} />
      </KeyBar>
      {menu && <ActionMenu at={menu} actions={actions} onClose={() => setMenu(null)} />}
      {confirming && folder && (
        <ConfirmDialog
          folder={folder.path || 'Drive'}
          statement={confirming.statement}
          files={confirming.files.length}
          onConfirm={() => {
            uploads.send(folder.id, confirming.files, confirming.statement)
            setConfirming(null)
          }}
          onClose={() => setConfirming(null)}
        />
      )}
      <Dialogs asking={asking} onClose={() => setOpen(null)} folder={folder} folders={folders} changes={changes} onGo={go} onPattern={(name) => void chooseAll(name)} />
      <KeyOverview place="Folders" hints={[...HINTS, ...MORE]} open={keysShown} onClose={() => setKeysShown(false)} />
    </>
  )
}

const KEY_NAMES: Record<string, string> = { Del: 'Delete' }

function Closed({ head, text }: { head: string; text: string }) {
  return (
    <div className="notice wide">
      <h1 className="unseen">Folders</h1>
      <b>{head}</b>
      <p>{text}</p>
    </div>
  )
}

function Empty({ list, folder }: { list: 'tag' | 'bin' | undefined; folder: OutlineEntry | null }): ReactNode {
  if (list === 'bin') return 'The bin is empty. What is binned stands here with its place, its time and its reason, and can be restored.'
  if (list === 'tag') return 'Nothing that you may see bears this tag.'
  if (folder?.right === 'reader') return 'No document stands in this folder itself. Choose a folder in it.'
  return 'No document stands in this folder itself. Choose a folder in it, press U to upload files, or file one here from the Desk.'
}

function Last({ changes, folder }: { changes: ReturnType<typeof useChanges>; folder: OutlineEntry | null }) {
  if (changes.isBusy) return <>working …</>
  if (changes.last) {
    return (
      <span role="status">
        {changes.last.title} ·{' '}
        <button type="button" className="link" onClick={changes.undo}>
          undo
        </button>
      </span>
    )
  }
  if (changes.undone) return <span role="status">{changes.undone}</span>
  return folder && <>{plural(folder.documents, 'document')} here and beneath</>
}

function Pickers({ picker, folderPicker, onFiles }: {
  picker: React.RefObject<HTMLInputElement | null>
  folderPicker: React.RefObject<HTMLInputElement | null>
  onFiles: (files: { file: File; path: string }[]) => void
}) {
  const take = (input: HTMLInputElement) => {
    onFiles([...(input.files ?? [])].map((file) => ({ file, path: file.webkitRelativePath || file.name })))
    input.value = ''
  }
  return (
    <>
      <input ref={picker} type="file" multiple hidden aria-label="Files to upload" onChange={(event) => take(event.target)} />
      <input ref={folderPicker} type="file" hidden aria-label="Folder to upload" onChange={(event) => take(event.target)} {...{ webkitdirectory: '' }} />
    </>
  )
}
