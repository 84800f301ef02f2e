import { useQuery } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { api, told, type OutlineEntry } from '../api/client'
import { deskQuery, folderQuery } from '../api/queries'
import { Dialog } from '../controls/Dialog'
import { plural } from '../format'
import { choiceOf, matching, outlineChoice } from '../folderChoices'
import { PathLine, stopsOf } from '../PathLine'
import { ProblemNote } from '../ProblemNote'
import { SegmentedName } from '../SegmentedName'
import { TypeAhead, type Choice } from '../controls/TypeAhead'
import { wholeAsk } from './useChanges'

interface Props {
  title: string
  verb: string
  folders: OutlineEntry[]
  onChoose: (folder: number) => void
  onClose: () => void
  onMade: () => void // a new folder was made inside one
}

/** Where to: a few letters of the way, lately used folders, the outline; what is there already; a new folder inside. */
export function Chooser({ title, verb, folders, onChoose, onClose, onMade }: Props) {
  const recent = useQuery(deskQuery).data?.recent ?? []
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState<number | null>(null)
  const folder = folders.find((entry) => entry.id === chosen) ?? null
  const open = folders.filter((entry) => entry.right !== 'reader')
  const choices: Choice[] = typed.trim()
    ? matching(open, typed).map((entry) => choiceOf(entry))
    : [
        ...recent.flatMap((id) => open.filter((entry) => entry.id === id)).map((entry) => ({ ...choiceOf(entry), key: `recent-${String(entry.id)}`, group: 'Lately' })),
        ...open.map((entry) => ({ ...outlineChoice(entry), group: 'All folders' })),
      ]
  return (
    <Dialog title={title} width={620} onClose={onClose}>
      <div className="chooser">
        <TypeAhead
          label="Where to"
          value={typed}
          choices={choices}
          placeholder="type a few letters of the way: fin inv 26"
          opensAtOnce
          onType={setTyped}
          onChoose={(choice) => {
            setChosen(Number(choice.value))
            setTyped('')
          }}
          onEnter={() => {
            if (chosen !== null) onChoose(chosen)
          }}
        />
        {folder ? (
          <>
            <PathLine large stops={stopsOf(folder.path)} />
            <Standing folder={folder} />
            <NewFolder key={folder.id} folder={folder} onMade={(id) => { onMade(); setChosen(id) }} />
          </>
        ) : (
          <p className="soft">Nothing is chosen yet. ↓ shows every folder you may file in.</p>
        )}
        <div className="dialogacts">
          <Button type="primary" disabled={chosen === null} onClick={() => chosen !== null && onChoose(chosen)}>
            {verb} <kbd>Enter</kbd>
          </Button>
        </div>
      </div>
    </Dialog>
  )
}

/** What is in the folder already, so that nobody files into the wrong one. */
function Standing({ folder }: { folder: OutlineEntry }) {
  const page = useQuery({ ...firstPage(folder.id) })
  const documents = page.data?.documents ?? []
  return (
    <div className="standing">
      <p className="soft">
        {plural(folder.own, 'document')} there{folder.documents > folder.own && `, ${String(folder.documents)} with all beneath`}
      </p>
      <ul>
        {documents.slice(0, 5).map((document) => (
          <li key={document.number}>
            <SegmentedName segments={document.segments} />
          </li>
        ))}
      </ul>
    </div>
  )
}

function firstPage(folder: number) {
  const { queryKey } = folderQuery(folder, 'when', true)
  return {
    queryKey: [...queryKey, 'first'],
    queryFn: () => told(api.GET('/api/folders/{folder}/documents', { params: { path: { folder }, query: { sort: 'when', descending: true } } })),
  }
}

function NewFolder({ folder, onMade }: { folder: OutlineEntry; onMade: (id: number) => void }) {
  const [name, setName] = useState('')
  const [error, setError] = useState<unknown>(null)
  const make = async () => {
    try {
      const done = await told(api.POST('/api/changes', { body: wholeAsk({ act: 'make_folder', folder: folder.id, name }) }))
      if (done.folder) onMade(done.folder)
    } catch (problem) {
      setError(problem)
    }
  }
  return (
    <form
      className="inlineform"
      onSubmit={(event) => {
        event.preventDefault()
        if (name.trim()) void make()
      }}
    >
      <Input aria-label="New folder inside" placeholder="new folder inside …" value={name} onChange={(event) => setName(event.target.value)} />
      <Button htmlType="submit" disabled={!name.trim()}>
        Make
      </Button>
      {error !== null && <ProblemNote error={error} />}
    </form>
  )
}
