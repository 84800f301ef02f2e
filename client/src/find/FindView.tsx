import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useLocation, useNavigate, useSearchParams } from 'react-router'
import { ActionBar } from '../shared/documents/ActionBar'
import { actionsFor } from '../shared/documents/actions'
import { Dialogs } from '../shared/documents/Dialogs'
import { all, clicked, NONE, only, stepped, type Selection } from '../shared/documents/selection'
import { useAsking } from '../shared/documents/useAsking'
import { useChanges } from '../shared/documents/useChanges'
import { api, told, type Found } from '../shared/api/client'
import { carriedQuery, findQuery, outlineQuery } from '../shared/api/queries'
import { useSettled } from '../shared/useSettled'
import { day, money, plural } from '../shared/format'
import { KeyBar, type KeyHint } from '../shared/KeyBar'
import { KeyOverview } from '../shared/KeyOverview'
import { useKeys } from '../shared/keys'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { isStillAt } from '../shared/redirect'
import { SegmentedName } from '../shared/SegmentedName'
import { Details } from '../shared/documents/Details'

// what is chosen here may lie in many folders: what needs the list of one folder is done there
const HERE = ['M', 'C', 'K', 'B', 'X', 'D', 'Del']
const HINTS: KeyHint[] = [
  { keys: 'F', does: 'to the words' },
  { keys: '↑ ↓', does: 'choose' },
  { keys: 'Shift ↑ ↓', does: 'several' },
  { keys: 'Space', does: 'look, large' },
  { keys: 'Enter', does: 'go to its folder' },
  { keys: '?', does: 'all keys' },
]

/** One box over names, fields and text; best first. */
export function FindView() {
  const [search, setSearch] = useSearchParams()
  const navigate = useNavigate()
  const typed = search.get('q') ?? ''
  const q = useSettled(typed, 120)
  const finds = useQuery({ ...findQuery(q), enabled: q.trim() !== '' })
  const [wide, setWide] = useState(false)
  const [keysShown, setKeysShown] = useState(false)
  const found = q.trim() === '' ? [] : (finds.data?.found ?? [])
  const asked = search.get('d') ? Number(search.get('d')) : null
  const chosen = found.find((one) => one.number === asked) ?? found[0] ?? null

  const order = found.map((one) => one.number)
  // several are chosen only where a person says so; what was chosen for other words is chosen no more
  const [several, setSeveral] = useState<{ q: string; selection: Selection }>({ q: '', selection: NONE })
  const queries = useQueryClient()
  const changes = useChanges(`find ${q}`, () => setSeveral({ q: '', selection: NONE }))
  const folders = useQuery(outlineQuery).data?.folders ?? []
  const picked = several.q === q ? several.selection.chosen.filter((number) => order.includes(number)) : []
  const selection: Selection = picked.length > 0 ? { ...several.selection, chosen: picked } : chosen ? only(chosen.number) : NONE
  const { pathname } = useLocation()
  const choose = (next: Selection) => {
    if (!isStillAt(pathname)) return // an answer that came late
    const asked = new URLSearchParams(search)
    if (next.cursor !== null) asked.set('d', String(next.cursor))
    setSearch(asked, { replace: true })
    setSeveral({ q, selection: next.chosen.length > 1 ? next : NONE })
  }
  const [asking, setOpen] = useAsking(`find ${q}`, selection.chosen, found)
  const step = (by: number, how: 'only' | 'range' = 'only') => choose(stepped(selection, by, order, how))
  const carry = (numbers: number[]) =>
    void told(api.POST('/api/carried', { body: { documents: numbers } })).then((load) => {
      queries.setQueryData(carriedQuery.queryKey, load)
      choose(NONE)
    })
  const files = folders.some((entry) => entry.right !== 'reader')
  const actions = actionsFor({ list: undefined, selection, right: files ? 'filer' : 'reader', documents: [], changes, setOpen, setRenaming: () => undefined, carry }).filter((action) => HERE.includes(action.key))
  const open = () => {
    if (chosen) void navigate(`/folders/${String(chosen.folder)}?d=${String(chosen.number)}`)
  }
  const arrows = { ArrowDown: () => step(1), ArrowUp: () => step(-1) }
  useKeys(
    {
      ...Object.fromEntries(actions.map((action) => [action.key === 'Del' ? 'Delete' : action.key.toLowerCase(), action.act])),
      ' ': () => setWide(!wide), Enter: open, '?': () => setKeysShown(true),
      Escape: () => (wide ? setWide(false) : choose(chosen ? only(chosen.number) : NONE)),
      'shift+ArrowDown': () => step(1, 'range'), 'shift+ArrowUp': () => step(-1, 'range'),
      'ctrl+a': () => choose(all(order, selection.cursor)), 'ctrl+z': () => changes.undo(),
    },
    arrows,
  )
  return (
    <>
      <h1 className="unseen">Find</h1>
      <div className={wide ? 'find wide' : 'find'}>
        <section className="finds" aria-label="Found">
          <p className="soft findsum" role="status">
            {sentence(q, found.length, finds.data?.is_cut ?? false, finds.isFetching)}
          </p>
          {finds.error && <ProblemNote error={finds.error} />}
          {changes.error !== null && <ProblemNote error={changes.error} />}
          {found.map((one) => (
            <Row key={one.number} found={one} isCursor={one.number === chosen?.number} isChosen={selection.chosen.includes(one.number)} onChoose={(event) => choose(clicked(selection, one.number, order, event))} onOpen={open} />
          ))}
          {q.trim() === '' && (
            <div className="notice">
              <b>Type what you remember.</b>
              <p>Any part of a name, or words from the page: a firm, a number, “antifouling”, “mizzen march”. Beginnings of words are enough.</p>
            </div>
          )}
          {picked.length > 1 && (
            <div className="listfoot">
              <ActionBar chosen={picked} documents={found} actions={actions} onClear={() => choose(chosen ? only(chosen.number) : NONE)} />
            </div>
          )}
        </section>
        <Details number={chosen?.number ?? null} wide={wide} onWide={() => setWide(!wide)} />
      </div>
      <KeyBar hints={HINTS}>{changes.last ? <span role="status">{changes.last.title}</span> : changes.undone && <span role="status">{changes.undone}</span>}</KeyBar>
      <Dialogs asking={asking} onClose={() => setOpen(null)} folder={null} folders={folders} changes={changes} onGo={(to) => void navigate(`/folders/${String(to)}`)} onPattern={() => undefined} />
      <KeyOverview place="Find" hints={HINTS} open={keysShown} onClose={() => setKeysShown(false)} />
    </>
  )
}

function sentence(q: string, count: number, isCut: boolean, isFetching: boolean): string {
  if (q.trim() === '') return 'Names, fields and text of every record that you may see'
  if (count === 0) return isFetching ? 'Looking …' : `Nothing has all of “${q.trim()}”. Try fewer words, or only their beginnings.`
  return `${isCut ? 'The best ' : ''}${plural(count, 'record')} with “${q.trim()}”, best first`
}

interface RowProps {
  found: Found
  isCursor: boolean
  isChosen: boolean
  onChoose: (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => void
  onOpen: () => void
}

function Row({ found, isCursor, isChosen, onChoose, onOpen }: RowProps) {
  return (
    <article className={isChosen ? 'hit on' : 'hit'} onClick={onChoose} onDoubleClick={onOpen} aria-current={isCursor ? 'true' : undefined}>
      <div className="hitname">
        <SegmentedName segments={found.segments} marks={found.marked_name} />
        <span className="soft">{[found.who, found.when ? day(found.when) : null, found.amount ? money(found.amount, found.currency) : null].filter(Boolean).join(' · ')}</span>
      </div>
      {found.snippet.length > 0 && (
        <p className="snippet">
          {found.snippet.map((piece, at) => (piece.marked ? <mark key={at}>{piece.text}</mark> : <span key={at}>{piece.text}</span>))}
        </p>
      )}
      <PathLine stops={stopsOf(found.folder_path)} />
    </article>
  )
}
