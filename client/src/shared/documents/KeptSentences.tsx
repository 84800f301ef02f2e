import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Input, Select, Space } from 'antd'
import { useState } from 'react'
import { api, told } from '../api/client'
import { sentencesQuery } from '../api/queries'
import { ProblemNote } from '../ProblemNote'

interface Props {
  sentence: string | null // as it is written now, where it can be used
  onUse: (sentence: string) => void
}

/** Sentences kept under names, to be used again; keeping one under a name that there is makes another revision of it. */
export function KeptSentences({ sentence, onUse }: Props) {
  const queries = useQueryClient()
  const kept = useQuery(sentencesQuery).data?.sentences ?? []
  const [chosen, setChosen] = useState<number | null>(null)
  const [name, setName] = useState('')
  const after = () => queries.invalidateQueries({ queryKey: sentencesQuery.queryKey })
  const keep = useMutation({ mutationFn: () => told(api.PUT('/api/sentences', { body: { name, text: sentence ?? '' } })), onSuccess: after })
  const forget = useMutation({
    mutationFn: (id: number) => told(api.DELETE('/api/sentences/{sentence}', { params: { path: { sentence: id } } })),
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
        <Select aria-label="A kept sentence" placeholder="a kept sentence" size="small" virtual={false} showSearch={{ optionFilterProp: 'label' }} popupMatchSelectWidth={false} style={{ minWidth: 170 }} value={chosen} options={kept.map((found) => ({ value: found.id, label: found.name }))} onChange={use} />
      )}
      {one && one.texts.length > 1 && (
        <Select aria-label="Which revision" size="small" virtual={false} popupMatchSelectWidth={false} value={sentence !== null && one.texts.includes(sentence) ? sentence : null} placeholder="another revision" options={one.texts.map((text, at) => ({ value: text, label: `revision ${String(one.texts.length - at)}: ${text}` }))} onChange={onUse} />
      )}
      {one && (
        <Button size="small" type="link" onClick={() => forget.mutate(one.id)}>
          forget it
        </Button>
      )}
      <Space.Compact size="small">
        <Input aria-label="Keep the sentence as" placeholder="keep the sentence as …" maxLength={100} value={name} onChange={(event) => setName(event.target.value)} style={{ width: 190 }} />
        <Button disabled={sentence === null || name.trim() === '' || one?.texts[0] === sentence} loading={keep.isPending} onClick={() => keep.mutate()}>
          Keep
        </Button>
      </Space.Compact>
      {keep.error && <ProblemNote error={keep.error} />}
    </div>
  )
}
