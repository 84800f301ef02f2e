import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { Found } from '../shared/api/client'
import { findQuery } from '../shared/api/queries'
import { useSettled } from '../desk/useSlip'
import { day, money, plural } from '../shared/format'
import { KeyBar, type KeyHint } from '../shared/KeyBar'
import { KeyOverview } from '../shared/KeyOverview'
import { useKeys } from '../shared/keys'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { SegmentedName } from '../shared/SegmentedName'
import { Details } from '../shared/Details'

const HINTS: KeyHint[] = [
  { keys: 'F', does: 'to the words' },
  { keys: '↑ ↓', does: 'choose' },
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

  const choose = (number: number) => {
    const next = new URLSearchParams(search)
    next.set('d', String(number))
    setSearch(next, { replace: true })
  }
  const step = (by: number) => {
    const at = found.findIndex((one) => one.number === chosen?.number)
    const next = found[Math.max(0, Math.min(found.length - 1, at + by))]
    if (next) choose(next.number)
  }
  const open = () => {
    if (chosen) void navigate(`/folders/${String(chosen.folder)}?d=${String(chosen.number)}`)
  }
  const arrows = { ArrowDown: () => step(1), ArrowUp: () => step(-1) }
  useKeys({ ' ': () => setWide(!wide), Escape: () => setWide(false), Enter: open, '?': () => setKeysShown(true) }, arrows)
  return (
    <>
      <h1 className="unseen">Find</h1>
      <div className={wide ? 'find wide' : 'find'}>
        <section className="finds" aria-label="Found">
          <p className="soft findsum" role="status">
            {sentence(q, found.length, finds.data?.is_cut ?? false, finds.isFetching)}
          </p>
          {finds.error && <ProblemNote error={finds.error} />}
          {found.map((one) => (
            <Row key={one.number} found={one} isChosen={one.number === chosen?.number} onChoose={() => choose(one.number)} onOpen={open} />
          ))}
          {q.trim() === '' && (
            <div className="notice">
              <b>Type what you remember.</b>
              <p>Any part of a name, or words from the page: a firm, a number, “antifouling”, “mizzen march”. Beginnings of words are enough.</p>
            </div>
          )}
        </section>
        <Details number={chosen?.number ?? null} wide={wide} onWide={() => setWide(!wide)} />
      </div>
      <KeyBar hints={HINTS} />
      <KeyOverview place="Find" hints={HINTS} open={keysShown} onClose={() => setKeysShown(false)} />
    </>
  )
}

function sentence(q: string, count: number, isCut: boolean, isFetching: boolean): string {
  if (q.trim() === '') return 'Names, fields and text of every record that you may see'
  if (count === 0) return isFetching ? 'Looking …' : `Nothing has all of “${q.trim()}”. Try fewer words, or only their beginnings.`
  return `${isCut ? 'The best ' : ''}${plural(count, 'record')} with “${q.trim()}”, best first`
}

function Row({ found, isChosen, onChoose, onOpen }: { found: Found; isChosen: boolean; onChoose: () => void; onOpen: () => void }) {
  return (
    <article className={isChosen ? 'hit on' : 'hit'} onClick={onChoose} onDoubleClick={onOpen} aria-current={isChosen ? 'true' : undefined}>
      <div className="hitname">
        <SegmentedName segments={found.segments} marks={found.marked_name} />
        <span className="soft">{[found.who, found.when ? day(found.when) : null, found.amount ? money(found.amount) : null].filter(Boolean).join(' · ')}</span>
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
