import { useMutation } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { csrfToken, problemOf, type ChangeList } from '../shared/api/client'
import { ProblemNote } from '../shared/ProblemNote'
import { whereAsked } from '../shared/redirect'

/** Two columns, pasted or as a file. */
export function SheetForm({ onMade }: { onMade: (list: ChangeList, asked: string | undefined) => void }) {
  const [text, setText] = useState('')
  const [over, setOver] = useState(false)
  const send = useMutation({
    mutationFn: async ({ body, name }: { body: Blob | string; name: string }) => {
      const answer = await fetch(`/api/lists/sheet?name=${encodeURIComponent(name)}`, {
        method: 'POST', body, headers: { 'X-Waka-CSRF': csrfToken(), 'Content-Type': 'application/octet-stream' },
      })
      const told: unknown = await answer.json()
      if (!answer.ok) throw problemOf(told, answer.status)
      return told as ChangeList
    },
    onMutate: whereAsked,
    onSuccess: (list, _file, asked) => onMade(list, asked),
  })
  const take = (file: File | undefined) => file && send.mutate({ body: file, name: file.name })
  return (
    <section className="makeform" aria-label="From a spreadsheet">
      <label
        className={over ? 'paste over' : 'paste'}
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault()
          setOver(false)
          take(event.dataTransfer.files[0])
        }}
      >
        Paste two columns, or drop a CSV or XLSX here
        <textarea
          rows={7}
          autoFocus
          spellCheck={false}
          value={text}
          placeholder={'from\tto\nLetters/note.pdf\tLetters/2026\nFinance/scan 3.pdf\tFinance/Bills/2026/2026-03-01_kby_slipway.pdf'}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && event.ctrlKey && text.trim()) send.mutate({ body: text, name: 'Pasted rows' })
          }}
        />
      </label>
      <p className="soft">
        <b>from</b> is a path in the drive. <b>to</b> is a folder, made where it is missing, or a whole path with a new name. A column named like a field sets that field. All others are passed over, so any list that you saved can be edited and brought back.
      </p>
      {send.error && <ProblemNote error={send.error} />}
      <div className="dialogacts">
        <Button type="primary" disabled={!text.trim() || send.isPending} onClick={() => send.mutate({ body: text, name: 'Pasted rows' })}>
          Check them <kbd>Ctrl Enter</kbd>
        </Button>
        <label className="btn quiet">
          Choose a file
          <input type="file" className="unseen" accept=".csv,.tsv,.txt,.xlsx" aria-label="File with a spreadsheet" onChange={(event) => take(event.target.files?.[0])} />
        </label>
      </div>
    </section>
  )
}
