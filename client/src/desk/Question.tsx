import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Alert, Button, Input, Modal, Select } from 'antd'
import { useState } from 'react'
import { api, told, type Arrival } from '../shared/api/client'
import { deskQuery } from '../shared/api/queries'
import { ProblemNote } from '../shared/ProblemNote'

/** What a colleague was asked about an arrival, and what they say; whoever is asked answers here. */
export function QuestionNote({ arrival }: { arrival: Arrival }) {
  const queries = useQueryClient()
  const [text, setText] = useState('')
  const path = { number: arrival.number }
  const onSuccess = () => queries.invalidateQueries({ queryKey: deskQuery.queryKey })
  const answer = useMutation({ mutationFn: () => told(api.POST('/api/desk/{number}/answer', { params: { path }, body: { text } })), onSuccess })
  const takeBack = useMutation({ mutationFn: () => told(api.DELETE('/api/desk/{number}/question', { params: { path } })), onSuccess })
  const { question } = arrival
  if (!question) return null
  const isOpen = question.answer === null
  const send = () => {
    if (text.trim() !== '' && !answer.isPending) answer.mutate()
  }
  return (
    <>
      <Alert
        className="samenote"
        type={isOpen ? 'warning' : 'info'}
        message={
          <>
            <b>{question.is_mine ? 'You' : question.by}</b> asked {question.asks_me ? 'you' : question.of}: “{question.text}”
            {question.answer !== null && (
              <>
                <br />
                <b>{question.asks_me ? 'You' : question.of}</b>: “{question.answer}”
              </>
            )}
          </>
        }
        action={
          question.is_mine && (
            <Button size="small" type="text" loading={takeBack.isPending} onClick={() => takeBack.mutate()}>
              {isOpen ? 'Take back' : 'Done with it'}
            </Button>
          )
        }
      />
      {isOpen && question.asks_me && (
        <Input.Search size="small" aria-label="Your answer" placeholder="your answer" value={text} enterButton="Answer" loading={answer.isPending} onChange={(event) => setText(event.target.value)} onSearch={send} />
      )}
      {(answer.error ?? takeBack.error) && <ProblemNote error={answer.error ?? takeBack.error} />}
    </>
  )
}

/** An arrival is passed on to a colleague with a question. */
export function AskDialog({ arrival, onClose, onAsked }: { arrival: Arrival; onClose: () => void; onAsked: () => void }) {
  const queries = useQueryClient()
  const able = useQuery({
    queryKey: ['could-be-asked', arrival.number],
    queryFn: () => told(api.GET('/api/desk/{number}/could-be-asked', { params: { path: { number: arrival.number } } })),
  })
  const people = able.data?.people ?? []
  const [chosen, setChosen] = useState<number | null>(null)
  const of = chosen ?? people[0]?.id ?? null
  const [text, setText] = useState('')
  const ask = useMutation({
    mutationFn: () => told(api.PUT('/api/desk/{number}/question', { params: { path: { number: arrival.number } }, body: { of: of ?? 0, text } })),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: deskQuery.queryKey })
      onAsked()
    },
  })
  const isReady = of !== null && text.trim() !== '' && !ask.isPending
  return (
    <Modal open title="Ask a colleague" okText="Ask" okButtonProps={{ disabled: !isReady }} onCancel={onClose} onOk={() => ask.mutate()} confirmLoading={ask.isPending} destroyOnHidden width={460}>
      <p className="soft">
        {able.isSuccess && people.length === 0 ? 'Nobody else sees what arrives here: Office, Arrivals says who does.' : 'The arrival waits at the top of their desk until they answer, and at the end of yours.'}
      </p>
      <Select<number> aria-label="Whom" style={{ width: '100%', marginBottom: 8 }} value={of} options={people.map((one) => ({ value: one.id, label: one.name }))} onChange={setChosen} />
      <Input.TextArea
        autoFocus
        aria-label="Question"
        placeholder="What do you want to know?"
        maxLength={500}
        rows={3}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.shiftKey) return
          event.preventDefault()
          if (isReady) ask.mutate()
        }}
      />
      {(ask.error ?? able.error) && <ProblemNote error={ask.error ?? able.error} />}
    </Modal>
  )
}
