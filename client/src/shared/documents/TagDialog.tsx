import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { api, told } from '../api/client'
import { tagsQuery } from '../api/queries'
import { Dialog } from '../controls/Dialog'
import { plural } from '../format'
import { ProblemNote } from '../ProblemNote'
import { TypeAhead } from '../controls/TypeAhead'

interface Props {
  numbers: readonly number[]
  folder?: number // put it on this folder instead
  worn: string[] // tags that are on already
  onClose: () => void
}

/** Put a tag on what is chosen, or take one off. Enter puts it on and closes. */
export function TagDialog({ numbers, folder, worn, onClose }: Props) {
  const queries = useQueryClient()
  const known = useQuery(tagsQuery).data?.tags ?? []
  const [typed, setTyped] = useState('')
  const set = useMutation({
    mutationFn: async (change: { put_on: string[]; take_off: string[] }) => {
      if (folder !== undefined) await told(api.PUT('/api/folders/{folder}/tags', { params: { path: { folder } }, body: { documents: [], ...change } }))
      else await told(api.PUT('/api/tags', { body: { documents: [...numbers], ...change } }))
    },
    onSuccess: () => {
      void queries.invalidateQueries()
      onClose()
    },
  })
  const fitting = known.filter((tag) => tag.name.toLowerCase().includes(typed.trim().toLowerCase()))
  const put = (name: string) => {
    if (name.trim()) set.mutate({ put_on: [name.trim()], take_off: [] })
  }
  const what = folder !== undefined ? 'this folder' : plural(numbers.length, 'document')
  return (
    <Dialog title={`Tag ${what}`} width={460} onClose={onClose}>
      <div className="chooser">
        <TypeAhead
          label="Tag"
          value={typed}
          placeholder="a word or two: refit 2025"
          opensAtOnce
          choices={fitting.map((tag) => ({ key: String(tag.id), value: tag.name, shown: <span className="flag">{tag.name}</span> }))}
          onType={setTyped}
          onChoose={(choice) => put(choice.value)}
          onEnter={() => put(typed)}
        />
        {worn.length > 0 && (
          <p>
            <span className="soft">On it: </span>
            {worn.map((name) => (
              <button key={name} type="button" className="flag" title="Take it off" onClick={() => set.mutate({ put_on: [], take_off: [name] })}>
                {name} ×
              </button>
            ))}
          </p>
        )}
        {set.error && <ProblemNote error={set.error} />}
        <div className="dialogacts">
          <Button type="primary" disabled={!typed.trim()} onClick={() => put(typed)}>
            Put on <kbd>Enter</kbd>
          </Button>
        </div>
      </div>
    </Dialog>
  )
}
