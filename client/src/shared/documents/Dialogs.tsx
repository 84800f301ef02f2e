import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox, Input } from 'antd'
import { lazy, Suspense, useState } from 'react'
import { api, told, type OutlineEntry } from '../api/client'
import { Dialog } from '../controls/Dialog'
import { plural } from '../format'
import { ProblemNote } from '../ProblemNote'
import { Chooser } from './Chooser'
import { LookDialog } from './LookDialog'
import { TagDialog } from './TagDialog'
import type { useChanges } from './useChanges'

const FolderSetDialog = lazy(() => import('./FolderSetDialog').then((m) => ({ default: m.FolderSetDialog })))
const GroupDialog = lazy(() => import('./GroupDialog').then((m) => ({ default: m.GroupDialog })))
const RenameManyDialog = lazy(() => import('./RenameManyDialog').then((m) => ({ default: m.RenameManyDialog })))
const ManyFieldsDialog = lazy(() => import('./ManyFieldsDialog').then((m) => ({ default: m.ManyFieldsDialog })))
const EmptyBinDialog = lazy(() => import('./EmptyBinDialog').then((m) => ({ default: m.EmptyBinDialog })))
const RightsDialog = lazy(() => import('./RightsDialog').then((m) => ({ default: m.RightsDialog })))
const FieldsDialog = lazy(() => import('./FieldsDialog').then((m) => ({ default: m.FieldsDialog })))

/** Which question is open over the list. */
export type Open =
  | { what: 'move' | 'copy' | 'restore' | 'bin' | 'go' | 'pattern' | 'new-folder' | 'rename-folder' | 'move-folder' | 'remove-folder' | 'tag-folder' | 'copy-folder' | 'many-fields' | 'group' | 'folder-set' | 'rename-many' | 'empty-bin' }
  | { what: 'tag'; worn: string[] }
  | { what: 'refer' | 'fields'; number: number }
  | { what: 'rights'; folder: number }

/** A question, and the documents that it was asked of, as they were chosen then. */
export interface Asking {
  open: Open
  numbers: readonly number[]
  names: readonly string[]
  editions: Readonly<Record<number, number>> // as they were seen: one that is another by then is not changed
}

interface Props {
  asking: Asking | null
  onClose: () => void
  folder: OutlineEntry | null
  folders: OutlineEntry[]
  changes: ReturnType<typeof useChanges>
  onGo: (folder: number) => void
  onPattern: (name: string) => void
}

export function Dialogs(props: Props) {
  const { asking, changes } = props
  return (
    <>
      {asking && (
        <Suspense>
          <Asked {...props} asking={asking} />
        </Suspense>
      )}
      {changes.look && <LookDialog checked={changes.look.checked} isBusy={changes.isBusy} onClose={changes.dropLook} onRun={() => changes.look && changes.run({ ...changes.look.ask, seen: changes.look.checked.digest })} />}
    </>
  )
}

/** What is asked about, by name where these are few. */
function named({ numbers, names }: Asking): string {
  const [first] = names
  if (numbers.length === 1 && first !== undefined) return `“${first}”`
  return plural(numbers.length, 'document')
}

function Asked({ asking, onClose, folder, folders, changes, onGo, onPattern }: Props & { asking: Asking }) {
  const { open } = asking
  const queries = useQueryClient()
  const refer = useMutation({
    mutationFn: (to: { number: number; folder: number }) => told(api.PUT('/api/documents/{number}/references', { params: { path: { number: to.number } }, body: { folder: to.folder, shown: true } })),
    onSuccess: () => {
      void queries.invalidateQueries()
      onClose()
    },
  })
  const numbers = [...asking.numbers]
  const what = named(asking)
  const made = () => void queries.invalidateQueries({ queryKey: ['outline'] })
  const chooser = { folders, onClose, onMade: made }
  const run = (ask: Parameters<typeof changes.run>[0]) => {
    onClose()
    changes.run({ editions: asking.editions, ...ask })
  }
  switch (open.what) {
    case 'move':
      return <Chooser {...chooser} title={`Move ${what}`} verb="Move" onChoose={(to) => run({ act: 'move', documents: numbers, folder: to })} />
    case 'copy':
      return <Chooser {...chooser} title={`Copy ${what}`} verb="Copy" onChoose={(to) => run({ act: 'copy', documents: numbers, folder: to, beside: true })} />
    case 'restore':
      return <Chooser {...chooser} title={`Restore ${what}`} verb="Restore" onChoose={(to) => run({ act: 'restore', documents: numbers, folder: to })} />
    case 'refer':
      return (
        <>
          <Chooser {...chooser} title="Show it in a further folder" verb="Show there" onChoose={(to) => refer.mutate({ number: open.number, folder: to })} />
          {refer.error && <ProblemNote error={refer.error} />}
        </>
      )
    case 'go':
      return <Chooser {...chooser} folders={folders.map((entry) => ({ ...entry, right: 'filer' }))} title="Go to a folder" verb="Go" onChoose={(to) => { onClose(); onGo(to) }} />
    case 'move-folder':
      return <Chooser {...chooser} title={`Move ${folder?.path ?? ''} into`} verb="Move" onChoose={(to) => run({ act: 'move_folder', folder: folder?.id ?? 0, into: to })} />
    case 'copy-folder':
      return <CopyFolder folder={folder} chooser={chooser} onSay={(name, into) => { onClose(); changes.propose({ do: 'copy', folders: [folder?.id ?? 0], into, name }) }} />
    case 'many-fields':
      return <ManyFieldsDialog count={numbers.length} onClose={onClose} onSay={(fields, renames) => { onClose(); changes.propose({ do: 'correct', documents: numbers, fields, renames }) }} />
    case 'group':
      return <GroupDialog numbers={numbers} folder={folder} onClose={onClose} />
    case 'folder-set':
      return folder && <FolderSetDialog folder={folder} onClose={onClose} />
    case 'rename-many':
      return <RenameManyDialog numbers={numbers} onClose={onClose} />
    case 'empty-bin':
      return <EmptyBinDialog onClose={onClose} />
    case 'bin':
      return <Ask title={`Bin ${what}`} label="Why? (may stay empty)" verb="To the bin" optional onClose={onClose} onSay={(reason) => run({ act: 'bin', documents: numbers, reason })} />
    case 'pattern':
      return <Ask title="Choose by name" label="Part of the name, or a pattern such as 2026-0?-* or *.pdf" verb="Choose" onClose={onClose} onSay={(name) => { onClose(); onPattern(name) }} />
    case 'new-folder':
      return <NewFolder folder={folder} onClose={onClose} onSay={(name, isPrivate) => run({ act: 'make_folder', folder: folder?.id ?? 0, name, private: isPrivate })} />
    case 'rename-folder':
      return <Ask title={`Rename ${folder?.path ?? ''}`} label="New name" start={folder?.name ?? ''} verb="Rename" onClose={onClose} onSay={(name) => run({ act: 'rename_folder', folder: folder?.id ?? 0, name })} />
    case 'remove-folder':
      return <Ask title={`Remove the empty folder ${folder?.path ?? ''}`} label="" verb="Remove" optional bare onClose={onClose} onSay={() => { if (folder?.parent_id) onGo(folder.parent_id); run({ act: 'remove_folder', folder: folder?.id ?? 0 }) }} />
    case 'tag':
      return <TagDialog numbers={numbers} worn={open.worn} onClose={onClose} />
    case 'tag-folder':
      return <TagDialog numbers={[]} folder={folder?.id ?? 0} worn={[]} onClose={onClose} />
    case 'fields':
      return <FieldsDialog number={open.number} onClose={onClose} onRun={run} />
    case 'rights':
      return <RightsDialog folder={open.folder} onClose={onClose} />
  }
}

interface CopyProps {
  folder: OutlineEntry | null
  chooser: { folders: OutlineEntry[]; onClose: () => void; onMade: () => void }
  onSay: (name: string, into: number) => void
}

/** What the copy is called, then where it goes: beside the folder by Enter alone. */
function CopyFolder({ folder, chooser, onSay }: CopyProps) {
  const [name, setName] = useState<string | null>(null)
  if (name === null) {
    const today = new Date().toLocaleDateString('sv')
    return <Ask title={`Copy ${folder?.path ?? ''} with all in it`} label="Name of the copy" start={`${folder?.name ?? ''} ${today}`} verb="Next: where to" onClose={chooser.onClose} onSay={setName} />
  }
  return <Chooser {...chooser} title={`Copy it as ${name} into`} verb="Copy" onChoose={(into) => onSay(name, into)} />
}

interface AskProps {
  title: string
  label: string
  verb: string
  start?: string
  optional?: boolean
  bare?: boolean // nothing to type
  onClose: () => void
  onSay: (text: string) => void
}

/** One line to type; Enter does it. */
function Ask({ title, label, verb, start = '', optional = false, bare = false, onClose, onSay }: AskProps) {
  const [text, setText] = useState(start)
  return (
    <Dialog title={title} width={520} onClose={onClose}>
      <form
        className="askform"
        onSubmit={(event) => {
          event.preventDefault()
          if (optional || text.trim()) onSay(text)
        }}
      >
        {!bare && (
          <label>
            {label}
            <Input value={text} onChange={(event) => setText(event.target.value)} />
          </label>
        )}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={!optional && !text.trim()}>
            {verb} <kbd>Enter</kbd>
          </Button>
        </div>
      </form>
    </Dialog>
  )
}

function NewFolder({ folder, onClose, onSay }: { folder: OutlineEntry | null; onClose: () => void; onSay: (name: string, isPrivate: boolean) => void }) {
  const [name, setName] = useState('')
  const [isPrivate, setPrivate] = useState(false)
  return (
    <Dialog title={`New folder in ${folder?.path ? folder.path.split('/').join(' / ') : 'Drive'}`} width={520} onClose={onClose}>
      <form
        className="askform"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim()) onSay(name, isPrivate)
        }}
      >
        <label>
          Name
          <Input value={name} onChange={(event) => setName(event.target.value)} />
        </label>
        <Checkbox className="tick" checked={isPrivate} onChange={() => setPrivate(!isPrivate)}>Only I may see it, until I grant it to others</Checkbox>
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={!name.trim()}>
            Make <kbd>Enter</kbd>
          </Button>
        </div>
      </form>
    </Dialog>
  )
}
