import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type { ChangeList } from '../api/client'
import { useLead, whereAsked } from '../redirect'
import { useSettled } from '../useSettled'

interface Proposing<Body, Looked> {
  name: string
  body: Body
  look: (body: Body) => Promise<Looked>
  make: (body: Body) => Promise<ChangeList>
  fits: (looked: Looked) => boolean // whether a list can be made of it
  isEmpty?: boolean // there is nothing to be looked at yet
  onClose: () => void
}

/**
 * A question that is looked at while it is written and then becomes a list. Whoever says go before it is known what the
 * last letter comes to is not asked to say it again: it goes as soon as that is known.
 */
export function useProposing<Body, Looked>({ name, body, look, make, fits, isEmpty = false, onClose }: Proposing<Body, Looked>) {
  const now = JSON.stringify(body)
  const asked = useSettled(now, 200)
  const [early, setEarly] = useState<string | null>(null) // what was to go before it could
  const looked = useQuery({
    queryKey: [name, asked],
    queryFn: () => look(JSON.parse(asked) as Body),
    enabled: !isEmpty,
    placeholderData: keepPreviousData,
  })
  const lead = useLead()
  const made = useMutation({
    mutationFn: () => make(body),
    onMutate: whereAsked,
    onSuccess: (list, _nothing, from) => {
      onClose()
      lead(from, `/changes/${String(list.id)}`)
    },
  })
  const found = isEmpty ? undefined : looked.data
  const isKnown = !isEmpty && asked === now && looked.isSuccess && !looked.isPlaceholderData
  const canGo = isKnown && found !== undefined && fits(found) && !made.isPending
  const go = () => {
    if (canGo) made.mutate()
    else setEarly(isKnown || isEmpty ? null : now)
  }
  const goesNow = canGo && early === now && made.isIdle
  const { mutate } = made
  useEffect(() => {
    if (goesNow) mutate()
  }, [goesNow, mutate])
  return { found, isKnown, cannot: isKnown && !canGo, isGoing: made.isPending || (early === now && !isKnown), go, error: made.error ?? looked.error }
}
