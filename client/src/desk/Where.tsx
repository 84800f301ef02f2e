import { Button } from 'antd'
import { useMemo, useState, type RefObject } from 'react'
import type { Desk, OutlineEntry, Preview, Slip } from '../shared/api/client'
import { choiceOf, matching, outlineChoice } from '../shared/folderChoices'
import { plural } from '../shared/format'
import { worded } from '../shared/said'
import { PathLine, stopsOf } from '../shared/PathLine'
import { TypeAhead } from '../shared/controls/TypeAhead'
import type { Inputs } from './inputs'

interface Props {
  slip: Slip
  change: (part: Partial<Slip>) => void
  desk: Desk
  inputs: Inputs
  submit: () => void
  folders: OutlineEntry[]
  preview: Preview | undefined
  isDoubtful: boolean // where it leads, which has to be looked at
}

/** The destination: type-ahead over folders, the lately used first, the outline to walk beneath. */
export function Where({ slip, change, desk, inputs, submit, folders, preview, isDoubtful }: Props) {
  const chosen = folders.find((folder) => folder.id === slip.folder)
  const lead = slip.folder === null ? preview?.lead : null
  return (
    <div className="where" data-field="folder">
      <div className="wherehead">
        <h2>
          Where <kbd>/</kbd>
        </h2>
        {chosen ? (
          <>
            <PathLine stops={stopsOf(chosen.path)} />
            <Button size="small" type="text" tabIndex={-1} aria-label="Not this folder" onClick={() => change({ folder: null })}>
              ×
            </Button>
          </>
        ) : lead ? (
          <PathLine stops={stopsOf(lead.path)} isNew={lead.make ? lead.make.split('/').length : 0} />
        ) : (
          <span className="wait">choose a folder</span>
        )}
      </div>
      {lead && (
        <small className={isDoubtful ? 'leads wait' : 'leads'}>
          {isDoubtful && 'look: '}
          {worded(lead.why)}
          {lead.make && `; ${plural(lead.make.split('/').length, 'folder')} will be made`}
        </small>
      )}
      <FolderField
        inputRef={inputs.folder}
        folders={folders}
        recent={desk.recent}
        onChoose={(folder) => change({ folder })}
        onClear={() => change({ folder: null })}
        onEnter={submit}
      />
      {chosen && preview?.folder?.right === 'reader' && <small className="bad">You may look here, but not file.</small>}
    </div>
  )
}

function allOf(folders: OutlineEntry[], recent: number[]) {
  return [
    ...recent.flatMap((id) => folders.filter((folder) => folder.id === id)).map((folder) => ({ ...choiceOf(folder), key: `recent-${String(folder.id)}`, group: 'Lately' })),
    ...folders.map((folder) => ({ ...outlineChoice(folder), group: 'All folders' })),
  ]
}

function FolderField({ inputRef, folders, recent, onChoose, onClear, onEnter }: {
  inputRef: RefObject<HTMLInputElement | null>
  folders: OutlineEntry[]
  recent: number[]
  onChoose: (folder: number) => void
  onClear: () => void // Backspace where nothing is typed
  onEnter: () => void
}) {
  const [typed, setTyped] = useState('')
  // thousands of folders are not gone through for each letter of another field
  const choices = useMemo(() => typed.trim() ? matching(folders, typed).map((folder) => choiceOf(folder)) : allOf(folders, recent), [folders, recent, typed])
  return (
    <div onKeyDown={(event) => event.key === 'Backspace' && typed === '' && onClear()}>
    <TypeAhead
      label="Folder"
      inLine
      wide
      opensAtOnce
      inputRef={inputRef}
      value={typed}
      choices={choices}
      placeholder="type a few letters of the way: fin inv 26"
      onType={setTyped}
      onChoose={(choice) => {
        setTyped('')
        onChoose(Number(choice.value))
      }}
      onEnter={onEnter}
    />
    </div>
  )
}
