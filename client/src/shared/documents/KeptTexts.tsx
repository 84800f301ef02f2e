import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Input, Select, Space } from 'antd'
import { useState } from 'react'
import { api, told } from '../api/client'
import { keptTextsQuery } from '../api/queries'
import { ProblemNote } from '../ProblemNote'

interface Props {
  what: 'renaming' | 'folders'
  called: string // one of them
  text: string | null // as it is written now, where it can be used
  onUse: (text: string) => void
}

/** What was written before and kept under names, to be used again; keeping one under a name that there is makes another revision of it. */
export function KeptTexts({ what, called, text, onUse }: Props) {
  const queries = useQueryClient()
  const kept = useQuery(keptTextsQuery(what)).data?.texts ?? []
  const [chosen, setChosen] = useState<number | null>(null)
  const [name, setName] = useState('')
  const after = () => queries.invalidateQueries({ queryKey: keptTextsQuery(what).queryKey })
  const keep = useMutation({ mutationFn: () => told(api.PUT('/api/kept', { body: { what, name, text: text ?? '' } })), onSuccess: after })
  const forget = useMutation({
    mutationFn: (id: number) => told(api.DELETE('/api/kept/{kept}', { params: { path: { kept: id } } })),
    onSuccess: () => {
      setChosen(null)
      return after()
    },
  })
  const one = kept.find((found) => found.id === chosen)
  const use = (id: number) => {
    const found = kept.find((other) => other.id === id)
    setChosen(id)
    if (!found) return
    setName(found.name)
    onUse(found.texts[0] ?? '')
  }
  return (
    <div className="groupchoice keptsentences">
      {kept.length > 0 && (
        <Select aria-label={`A kept ${called}`} placeholder={`a kept ${called}`} size="small" virtual={false} showSearch={{ optionFilterProp: 'label' }} popupMatchSelectWidth={false} style={{ minWidth: 170 }} value={chosen} options={kept.map((found) => ({ value: found.id, label: found.name }))} onChange={use} />
      )}
      {one && one.texts.length > 1 && (
        <Select aria-label="Which revision" size="small" virtual={false} popupMatchSelectWidth={false} value={text !== null && one.texts.includes(text) ? text : null} placeholder="another revision" options={one.texts.map((earlier, at) => ({ value: earlier, label: `revision ${String(one.texts.length - at)}: ${earlier.replaceAll('\n', ' ').slice(0, 120)}` }))} onChange={onUse} />
      )}
      {one && (
        <Button size="small" type="link" onClick={() => forget.mutate(one.id)}>
          forget it
        </Button>
      )}
      <Space.Compact size="small">
        <Input aria-label={`Keep the ${called} as`} placeholder={`keep the ${called} as …`} maxLength={100} value={name} onChange={(event) => setName(event.target.value)} style={{ width: 190 }} />
        <Button disabled={text === null || name.trim() === '' || one?.texts[0] === text} loading={keep.isPending} onClick={() => keep.mutate()}>
          Keep
        </Button>
      </Space.Compact>
      {keep.error && <ProblemNote error={keep.error} />}
    </div>
  )
}
