import { useQuery } from '@tanstack/react-query'
import type { Slip } from '../shared/api/client'
import { pageWordsQuery } from '../shared/api/queries'
import type { Choice } from '../shared/controls/TypeAhead'
import { typedIn } from '../shared/fields'
import { onPage } from './onPage'
import type { Filled } from './useFilling'

/** Choices for the field at hand: what was read for it or stands on the first page, and begins with what was typed. */
export function useOnPage(number: number, slip: Slip, filled: Filled): (code: string) => Choice[] {
  const { at } = filled
  const typed = at === null ? '' : typedIn(slip, at)
  const offered = at === null ? [] : filled.offered(at)
  // what was read and stands there as it was read needs no choices
  const isTyped = typed.trim() !== '' && !offered.includes(typed)
  const words = useQuery({ ...pageWordsQuery(number, 1), enabled: isTyped }).data?.words
  return (code) => {
    if (code !== at || !isTyped || words === undefined) return []
    return onPage(words, typed, offered).map((text) => ({ key: `page ${text}`, value: text, shown: text, group: 'On the page ↓', isOffer: true }))
  }
}
