import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { fileUrl, pageUrl, type Document } from './api/client'
import { textQuery } from './api/queries'
import { size } from './format'
import { useKeys } from './keys'
import { ProblemNote } from './ProblemNote'

const STEPS = [0.5, 0.75, 1, 1.25, 1.5, 2, 3]
const MARGIN = 32

/** The document itself, large: its pages as pictures, or its text. `0` fits it to the width again. */
export function PageView({ document, keys = true }: { document: Document; keys?: boolean }) {
  const [zoom, setZoom] = useState(1)
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
  const active = keys ? { '+': () => step(1), '=': () => step(1), '-': () => step(-1), '0': () => setZoom(1) } : {}
  useKeys(active, keys ? { PageDown: () => scroll(1), PageUp: () => scroll(-1) } : {})

  return (
    <section className="pageview" aria-label="The document">
      <div className="pagebar">
        {pages > 0 ? (
          <span>
            Page {page} of {pages} <kbd>PgDn</kbd>
          </span>
        ) : (
          <span>{document.was_read ? 'Text' : 'Being read …'}</span>
        )}
        {pages > 0 && (
          <>
            <button type="button" onClick={() => setZoom(1)}>
              Fit width <kbd>0</kbd>
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
        <a className="right" href={fileUrl(document.number)} download>
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
        <Body document={document} zoom={zoom} />
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

function Body({ document, zoom }: { document: Document; zoom: number }) {
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
  if ((document.pages ?? 0) > 0) return <Sheets key={document.number} document={document} zoom={zoom} />
  return <TextBody document={document} />
}

function Sheets({ document, zoom }: { document: Document; zoom: number }) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(0)
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    const scroller = box.current?.parentElement
    if (!scroller) return
    const observer = new ResizeObserver(() => setRoom(scroller.clientWidth - MARGIN * 2))
    observer.observe(scroller)
    return () => observer.disconnect()
  }, [])
  const width = Math.round(Math.min(room, 760) * zoom)
  return (
    <div ref={box} className="sheets">
      {failed && <div className="notice">A page could not be shown: the file has changed or is no longer where it was.</div>}
      {room > 0 &&
        Array.from({ length: document.pages ?? 0 }, (_, at) => (
          <img
            key={at}
            className="sheet"
            style={{ width }}
            loading="lazy"
            alt={`Page ${String(at + 1)} of ${document.name}`}
            src={pageUrl(document.number, at + 1, Math.round(width * devicePixelRatio))}
            onError={() => setFailed(true)}
          />
        ))}
    </div>
  )
}

function TextBody({ document }: { document: Document }) {
  const text = useQuery(textQuery(document.number))
  if (text.error) return <ProblemNote error={text.error} />
  if (!text.data) return <div className="notice">…</div>
  if (text.data.text.trim() === '') {
    return <div className="notice">There is nothing in this file that Waka can show. Download it to look at it.</div>
  }
  return <pre className="textsheet">{text.data.text}</pre>
}
