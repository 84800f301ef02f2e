import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { useSettled } from './useSettled'
import { watchWidth } from './watchWidth'
import { fileUrl, formattedUrl, pageUrl, type Document } from './api/client'
import { matchesQuery, textQuery } from './api/queries'
import { number, plural, size } from './format'
import { useKeys, type KeyMap } from './keys'
import { PageImage } from './PageImage'
import { ProblemNote } from './ProblemNote'

const STEPS = [0.5, 0.75, 1, 1.25, 1.5, 2, 3]
const MARGIN = 32
const MOST_SHOWN = 2_000 // pages in one view

/** Where on a page something stands that was read from it. */
export interface Mark {
  field: string
  page: number // from 1
  box: number[] // left, top, width, height as shares of the page
  isAtHand: boolean
}

export const NO_MARKS: Mark[] = []

interface Props {
  document: Document
  label?: string
  marks?: Mark[]
  over?: (page: number) => ReactNode // what lies over the picture of a page, from 1
  version?: number | null // an earlier one, by its id, which `document` then describes
  keys?: boolean
  searchable?: boolean
}

/** The document itself, large: its pages as pictures, or its text. `0` fits it to the width again. */
export function PageView({ document, label = 'The document', marks = NO_MARKS, over, version = null, keys = true, searchable = false }: Props) {
  const [zoom, setZoom] = useState(1)
  const [turn, setTurn] = useState(0) // quarter turns to the right
  const [words, setWords] = useState('')
  const asked = useSettled(words.trim(), 250)
  const box = useRef<HTMLElement>(null)
  const input = useRef<HTMLInputElement>(null)
  const [page, setPage] = useState(1)
  const scroller = useRef<HTMLDivElement>(null)
  const pages = document.pages ?? 0

  const goTo = (to: number) => {
    const next = Math.max(1, Math.min(pages, to))
    scroller.current?.querySelectorAll('.sheet')[next - 1]?.scrollIntoView({ block: 'start' })
    setPage(next)
  }
  const step = (by: number) => {
    const near = STEPS.reduce((best, s, i) => (Math.abs(s - zoom) < Math.abs((STEPS[best] ?? 1) - zoom) ? i : best), 0)
    setZoom(STEPS[Math.max(0, Math.min(STEPS.length - 1, near + by))] ?? 1)
  }
  const scroll = (by: number) => {
    const box = scroller.current
    if (!box) return
    const atEnd = by > 0 ? box.scrollTop + box.clientHeight >= box.scrollHeight - 4 : box.scrollTop <= 4
    if (atEnd) goTo(page + by)
    else box.scrollBy({ top: by * box.clientHeight * 0.85 })
  }
  const turnOn = () => setTurn((turn + 1) % 4)
  const fill = () => void (window.document.fullscreenElement ? window.document.exitFullscreen() : box.current?.requestFullscreen())
  const hits = useQuery({ ...matchesQuery(document.number, asked), enabled: searchable && version === null && pages > 0 && asked !== '' })
  const found = pages > 0 ? (hits.data?.matches ?? []) : []
  const firstHit = found[0]?.page
  useEffect(() => {
    if (firstHit) scroller.current?.querySelectorAll('.sheet')[firstHit - 1]?.scrollIntoView({ block: 'start' })
  }, [firstHit, asked])
  const more: KeyMap = searchable ? { '/': () => input.current?.focus(), '.': turnOn, z: fill } : {}
  const active: KeyMap = keys ? { '+': () => step(1), '=': () => step(1), '-': () => step(-1), '0': () => setZoom(1), ...more } : {}
  useKeys(active, keys ? { PageDown: () => scroll(1), PageUp: () => scroll(-1) } : {})

  return (
    <section className="pageview" aria-label={label} ref={box}>
      <div className="pagebar">
        {pages > 0 ? (
          <span>
            Page {page} of {pages} {keys && <kbd>PgDn</kbd>}
          </span>
        ) : (
          <span>{document.was_read ? 'Text' : 'Being read …'}</span>
        )}
        {pages > 0 && (
          <>
            <button type="button" onClick={() => setZoom(1)}>
              Fit width {keys && <kbd>0</kbd>}
            </button>
            <button type="button" onClick={() => step(1)} aria-label="Larger">
              <kbd>+</kbd>
            </button>
            <button type="button" onClick={() => step(-1)} aria-label="Smaller">
              <kbd>−</kbd>
            </button>
            <span>{Math.round(zoom * 100)}%</span>
          </>
        )}
        {searchable && (
          <>
            {pages > 0 && (
              <button type="button" onClick={turnOn}>
                Turn <kbd>.</kbd>
              </button>
            )}
            <button type="button" onClick={fill}>
              Full screen <kbd>Z</kbd>
            </button>
            <label className="searchin">
              <span className="unseen">Search in this document</span>
              <input
                ref={input}
                type="search"
                placeholder="search in it  /"
                value={words}
                onChange={(event) => setWords(event.target.value)}
                onKeyDown={(event) => {
                  if (event.key === 'Escape') event.currentTarget.blur()
                }}
              />
              {asked !== '' && pages > 0 && <small role="status">{hits.isPending ? '…' : plural(found.length, 'place')}</small>}
            </label>
          </>
        )}
        <a className="right" href={fileUrl(document.number, version)} download>
          Download, {size(document.size)}
        </a>
      </div>
      <div
        className="pages"
        ref={scroller}
        tabIndex={0}
        role="group"
        aria-label="Pages"
        onScroll={(event) => setPage(pageAt(event.currentTarget))}
      >
        <Body document={document} version={version} zoom={zoom} turn={turn} hits={found} words={asked} marks={marks} over={over} />
      </div>
    </section>
  )
}

function pageAt(box: HTMLElement): number {
  const middle = box.getBoundingClientRect().top + box.clientHeight / 3
  const sheets = [...box.querySelectorAll('.sheet')]
  const at = sheets.findLastIndex((sheet) => sheet.getBoundingClientRect().top <= middle)
  return Math.max(1, at + 1)
}

interface Hit {
  page: number
  boxes: number[][] // left, top, width, height as shares of the page
}

interface Shown {
  document: Document
  version: number | null
}

type Over = ((page: number) => ReactNode) | undefined

function Body({ document, version, zoom, turn, hits, words, marks, over }: Shown & { zoom: number; turn: number; hits: Hit[]; words: string; marks: Mark[]; over: Over }) {
  if (document.trouble) {
    return (
      <div className="notice">
        <b>This document cannot be shown.</b>
        <p>{document.trouble_message}</p>
        <p>It can still be filed, or set aside with Alt L and asked for again.</p>
      </div>
    )
  }
  if (!document.was_read) return <div className="notice">Waka is reading this document …</div>
  if ((document.pages ?? 0) > 0) return <Sheets key={document.sha256} document={document} version={version} zoom={zoom} turn={turn} hits={hits} marks={marks} over={over} />
  if (document.has_form) return <iframe className="formatted" title={`The text of ${document.name}`} sandbox="" src={formattedUrl(document.number, words, version)} />
  return <TextBody document={document} version={version} />
}

function Sheets({ document, version, zoom, turn, hits, marks, over }: Shown & { zoom: number; turn: number; hits: Hit[]; marks: Mark[]; over: Over }) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(0)
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    return watchWidth(box.current?.parentElement ?? null, (px) => setRoom(px - MARGIN * 2))
  }, [])
  const width = Math.round(Math.min(room, 760) * zoom)
  const atHand = marks.find((mark) => mark.isAtHand)?.field
  useEffect(() => {
    if (atHand) box.current?.querySelector(`[data-mark="${CSS.escape(atHand)}"]`)?.scrollIntoView({ block: 'nearest' })
  }, [atHand])
  return (
    <div ref={box} className="sheets">
      {(document.pages ?? 0) > MOST_SHOWN && <div className="notice">The first {number(MOST_SHOWN)} of {number(document.pages ?? 0)} pages are shown; the download has them all.</div>}
      {failed && <div className="notice">A page could not be shown: the file has changed or is no longer where it was.</div>}
      {room > 0 &&
        Array.from({ length: Math.min(document.pages ?? 0, MOST_SHOWN) }, (_, at) => (
          <span key={at} className={turn % 2 ? 'sheetbox turned' : 'sheetbox'} style={{ rotate: `${String(turn * 90)}deg` }}>
            <PageImage
              className="sheet"
              style={{ width }}
              loading="lazy"
              alt={`Page ${String(at + 1)} of ${document.name}`}
              src={pageUrl(document.number, at + 1, Math.round(width * devicePixelRatio), version)}
              onFailed={() => setFailed(true)}
            />
            {hits
              .filter((hit) => hit.page === at + 1)
              .flatMap((hit) => hit.boxes)
              .map((where, index) => (
                <i key={index} className="hitbox" style={placed(where)} />
              ))}
            {marks
              .filter((mark) => mark.page === at + 1)
              .map((mark) => (
                <i key={mark.field} className={`evidence ${mark.field}${mark.isAtHand ? ' at' : ''}`} data-mark={mark.field} style={placed(mark.box)} />
              ))}
            {over?.(at + 1)}
          </span>
        ))}
    </div>
  )
}

/** Where a box stands over a picture, of its shares of that. */
export function placed([left = 0, top = 0, wide = 0, high = 0]: number[]) {
  return { left: `${String(left * 100)}%`, top: `${String(top * 100)}%`, width: `${String(wide * 100)}%`, height: `${String(high * 100)}%` }
}

function TextBody({ document, version }: Shown) {
  const text = useQuery(textQuery(document.number, document.sha256, version))
  if (text.error) return <ProblemNote error={text.error} />
  if (!text.data) return <div className="notice">…</div>
  if (text.data.text.trim() === '') {
    return <div className="notice">There is nothing in this file that Waka can show. Download it to look at it.</div>
  }
  return <pre className="textsheet">{text.data.text}</pre>
}
