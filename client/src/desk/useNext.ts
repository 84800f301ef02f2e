import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { pageUrl, type Arrival } from '../shared/api/client'
import { documentQuery, fillingQuery, previewQuery, sameQuery } from '../shared/api/queries'
import { filledIn, isUntouched } from './filling'
import { slipOf } from './model'

const kept: HTMLImageElement[] = [] // the last few pictures, so that the browser lets none go before it is shown

/** Has the next arrival ready before it is asked for: its page, what was read of it, and what its slip comes to. */
export function useNext(next: Arrival | undefined): void {
  const queries = useQueryClient()
  useEffect(() => {
    if (next === undefined) return
    void queries.fetchQuery(documentQuery(next.number)).then((document) => {
      const width = window.document.querySelector('.sheet')?.clientWidth
      if (!document.pages || !width) return
      const picture = new Image()
      picture.src = pageUrl(next.number, 1, Math.round(width * devicePixelRatio), null)
      kept.push(picture)
      if (kept.length > 3) kept.shift()
    }, ignore)
    void queries.fetchQuery(fillingQuery(next.number)).then((filling) => {
      const slip = slipOf(next)
      const filled = isUntouched(slip) && filling.state === 'read' ? { ...slip, ...filledIn(filling.fields) } : slip
      return queries.prefetchQuery(previewQuery(next.number, filled))
    }, ignore)
    void queries.prefetchQuery(sameQuery(next.number))
    // of this arrival and this edition of its slip, once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [queries, next?.number, next?.edition])
}

/** What could not be had beforehand is asked for again when it is shown, and said then. */
function ignore() {
  return undefined
}
