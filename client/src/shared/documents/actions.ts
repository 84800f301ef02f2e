import { fileUrl, zipUrl, type Listed } from '../api/client'
import type { Action } from '../controls/ActionMenu'
import type { Open } from './Dialogs'
import type { Selection } from './selection'
import type { useChanges } from './useChanges'

interface Given {
  list: 'tag' | 'bin' | undefined
  selection: Selection
  right: string
  documents: Listed[]
  changes: ReturnType<typeof useChanges>
  setOpen: (open: Open) => void
  setRenaming: (number: number) => void
  carry: (numbers: number[]) => void
}

/** What can be done with what is chosen, as far as the person may: the bar, the menu and the keys share it. */
export function actionsFor({ list, selection, right, documents, changes, setOpen, setRenaming, carry }: Given): Action[] {
  const { chosen, cursor } = selection
  if (chosen.length === 0) return []
  const numbers = [...chosen]
  if (list === 'bin') {
    return [
      { key: 'R', word: 'restore there', act: () => changes.run({ act: 'restore', documents: numbers }) },
      { key: 'M', word: 'restore elsewhere', act: () => setOpen({ what: 'restore' }) },
    ]
  }
  const download: Action = { key: 'D', word: 'download', act: () => location.assign(numbers.length === 1 ? fileUrl(numbers[0] ?? 0) : zipUrl(numbers)) }
  if (right === 'reader') return [download]
  const one = numbers.length === 1 && cursor !== null
  return [
    { key: 'M', word: 'move', act: () => setOpen({ what: 'move' }) },
    { key: 'C', word: 'copy', act: () => setOpen({ what: 'copy' }) },
    { key: 'K', word: 'carry', act: () => carry(numbers) },
    ...(cursor !== null ? [{ key: 'E', word: 'rename', act: () => setRenaming(cursor) }] : []),
    { key: 'B', word: 'fields', act: () => setOpen(one ? { what: 'fields', number: cursor } : { what: 'many-fields' }) },
    ...(one ? [] : [{ key: 'A', word: 'names', act: () => setOpen({ what: 'rename-many' }) }]),
    { key: 'O', word: 'group', act: () => setOpen({ what: 'group' }) },
    { key: 'T', word: 'tag', act: () => setOpen({ what: 'tag', worn: wornBy(documents, numbers) }) },
    ...(one ? [{ key: 'X', word: 'cross-refer', act: () => setOpen({ what: 'refer', number: cursor }) }] : []),
    download,
    { key: 'Del', word: 'bin', act: () => setOpen({ what: 'bin' }) },
  ]
}

function wornBy(documents: Listed[], numbers: number[]): string[] {
  return [...new Set(documents.filter((document) => numbers.includes(document.number)).flatMap((document) => document.tags))]
}
