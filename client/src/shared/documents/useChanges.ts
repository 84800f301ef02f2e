import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, Problem, told, type Schemas } from '../api/client'
import { isStillAt, useLead, whereAsked } from '../redirect'
import { titled, worded } from '../said'
import { useOfPlace } from '../useOfPlace'

export type Ask = Partial<Schemas['Ask']> & { act: Schemas['Ask']['act'] }
export type Checked = Schemas['Checked']
type Listable = Schemas['Choice']['do']
const LISTABLE: string[] = ['move', 'copy', 'bin', 'restore']
const AT_ONCE = 10 // documents that are changed by hand, without a list

export interface Done {
  listId: number
  title: string
  numbers: number[]
  folder: number | null
}

/** The list by which something goes back that a list did, where an undo was refused for that. */
export function undoingList(error: unknown): number | null {
  return error instanceof Problem && error.code === 'undo_is_a_list' && typeof error.facts.list === 'number' ? error.facts.list : null
}

/** A whole proposal of a list from what matters of it. */
export function wholeChoice(choice: Partial<Schemas['Choice']> & { do: Listable }): Schemas['Choice'] {
  return { documents: [], folders: [], carried: false, into: null, reason: '', name: '', fields: null, renames: false, ...choice }
}

/** A whole request from what matters of it. */
export function wholeAsk(ask: Ask): Schemas['Ask'] {
  return { beside: false, documents: [], editions: {}, fields: null, folder: null, into: null, name: '', private: false, reason: '', seen: null, ...ask }
}

/** Changes by hand: run at once, or looked at first where the server says so; the last one can be undone. */
export function useChanges(place: string, onDone: (done: Done, ask: Ask, leads: number | null) => void = () => undefined) {
  const queries = useQueryClient()
  const lead = useLead()
  // more than a few, or whole folders, are looked at as a list before anything moves
  const propose = useMutation({
    mutationFn: (choice: Parameters<typeof wholeChoice>[0]) => told(api.POST('/api/lists', { body: wholeChoice(choice) })),
    onMutate: whereAsked,
    onSuccess: (list, _choice, asked) => lead(asked, `/changes/${String(list.id)}`),
  })
  const [look, setLook] = useOfPlace<{ ask: Ask; checked: Checked }>(place)
  const [last, setLast] = useState<Done | null>(null)
  const [undone, setUndone] = useState<string | null>(null)
  const run = useMutation({
    // `leads`: what has the cursor once the chosen have left the list
    mutationFn: ({ ask }: { ask: Ask; leads: number | null; place: string }) => told(api.POST('/api/changes', { body: wholeAsk(ask) })),
    onMutate: whereAsked,
    onSuccess: async (done, { ask, leads }, asked) => {
      setLook(null)
      setUndone(null)
      const now = { listId: done.list_id, title: titled(done.title), numbers: done.numbers, folder: done.folder }
      if (done.list_id > 0) setLast(now)
      await queries.invalidateQueries()
      if (isStillAt(asked)) onDone(now, ask, leads)
    },
    onError: async (error, { ask, place }) => {
      if (error instanceof Problem && error.code === 'needs_a_look') {
        run.reset()
        setLook({ ask, checked: await told(api.POST('/api/changes/look', { body: wholeAsk(ask) })) }, place)
      } else void queries.invalidateQueries()
    },
  })
  const undo = useMutation({
    mutationFn: () => told(api.POST('/api/changes/undo')),
    onMutate: whereAsked,
    onSuccess: (outcome) => {
      setLast(null)
      setUndone([`Undone: ${titled(outcome.title)}`, ...outcome.left.map((why) => `left alone: ${worded(why)}`)].join(' · '))
      void queries.invalidateQueries()
    },
    onError: (error, _nothing, asked) => {
      const list = undoingList(error)
      if (list) {
        undo.reset()
        lead(asked, `/changes/${String(list)}`)
      }
    },
  })
  const [failed, setFailed] = useState<Error | null>(null) // before there was anything to change
  const error = failed ?? propose.error ?? run.error ?? undo.error
  return {
    fail: (why: Error) => setFailed(why),
    run: (ask: Ask, leads: number | null = null) => {
      setFailed(null)
      undo.reset()
      propose.reset()
      if ((ask.documents?.length ?? 0) > AT_ONCE && LISTABLE.includes(ask.act)) {
        propose.mutate({ do: ask.act as Listable, documents: ask.documents ?? [], into: ask.folder ?? null, reason: ask.reason ?? '' })
      }
      else run.mutate({ ask, leads, place })
    },
    moveFolders: (folders: number[], documents: number[], into: number) => propose.mutate({ do: 'move', documents, folders, into }),
    propose: (choice: Parameters<typeof wholeChoice>[0]) => propose.mutate(choice),
    undo: () => {
      run.reset()
      if (!undo.isPending) undo.mutate()
    },
    clear: () => {
      setFailed(null)
      run.reset()
      undo.reset()
      propose.reset()
    },
    isBusy: run.isPending || undo.isPending || propose.isPending,
    error: error instanceof Problem && ['needs_a_look', 'undo_is_a_list'].includes(error.code) ? null : error,
    look,
    dropLook: () => setLook(null),
    last,
    undone,
  }
}
