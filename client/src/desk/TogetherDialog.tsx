import { useMutation, useQueries, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox, Input, Modal, Select, Table } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { FileName } from '../shared/FileName'
import { api, pageUrl, told, type Arrival, type Preview, type Schemas } from '../shared/api/client'
import { houseQuery, outlineQuery, previewQuery, togetherQuery } from '../shared/api/queries'
import { number, plural } from '../shared/format'
import { nameOf } from '../shared/keys'
import { PageImage } from '../shared/PageImage'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { SegmentedName } from '../shared/SegmentedName'
import { worded } from '../shared/said'
import { typedIn } from '../shared/fields'
import type { Offers } from './filling'
import { COLUMNS, filedAs, inTheWay, lookedAt, placeOf, isDoubtfulAsAWhole, rowOf, toLookAt, typedInto, WHOLE, type Row } from './together'
import { keeper } from './useSlip'

interface Props {
  arrival: Arrival
  waiting: Arrival[]
  onClose: () => void
  onFiled: (listId: number, rows: Row[], filed: Schemas['Outcome'][]) => void
}

/** Several arrivals of one kind from one party, their slips in a table, filed as one list. */
export function TogetherDialog(props: Props) {
  const alike = useQuery(togetherQuery(props.arrival.number))
  return (
    <Modal open title="Several alike" width="min(1240px, 97vw)" style={{ top: 24 }} footer={null} onCancel={props.onClose} className="dialog">
      {alike.data?.is_read === false ? <p role="status" className="soft">The pages are being read: what is alike is shown in a moment.</p> : alike.data ? <Slips {...props} alike={alike.data.arrivals} /> : alike.error ? <ProblemNote error={alike.error} /> : <div className="opening" />}
    </Modal>
  )
}

const LABELS: Record<(typeof COLUMNS)[number], string> = { when: 'When', what: 'What', reference: 'Reference', amount: 'Amount' }
const WHY = { asked: '', lacks: 'something is missing', refused: 'cannot be filed like this', twice: 'the same name twice' }

function Slips({ waiting, alike, onFiled }: Props & { alike: { number: number; fields: Offers; here: number | null }[] }) {
  const queries = useQueryClient()
  const house = useQuery(houseQuery)
  const outline = useQuery(outlineQuery)
  const [rows, setRows] = useState<Row[]>(() =>
    alike.flatMap((one) => {
      const arrival = waiting.find((other) => other.number === one.number)
      return arrival ? [rowOf(arrival, keeper.open(arrival.number, arrival.slip, arrival.edition).slip, one.fields, one.here)] : []
    }),
  )
  const [into, setInto] = useState<number | null>(rows[0]?.slip.folder ?? null)
  const [at, setAt] = useState(rows[0]?.number ?? 0)
  const box = useRef<HTMLDivElement>(null)
  const act = useRef<HTMLButtonElement>(null)
  const [wished, setWished] = useState(0) // how often somebody wished to file them
  const heard = useRef(0)
  const previews = useQueries({ queries: rows.map((row) => previewQuery(row.number, row.slip)) }).map((query) => (query.isPlaceholderData ? undefined : query.data))
  const names = rows.flatMap((row, nth) => (row.isOut ? [] : [placeOf(previews[nth], into)]))
  const change = (number: number, to: (row: Row) => Row) => setRows((now) => now.map((row) => (row.number === number ? to(row) : row)))
  const write = (row: Row, code: string, text: string) => {
    if (text === typedIn(row.slip, code)) return
    change(row.number, (now) => typedInto(now, code, text))
    keeper.change(row.number, typedInto(row, code, text).slip) // kept, whether it is filed from here or not
  }
  const taken = rows.flatMap((row, nth) => (row.isOut ? [] : [{ row, preview: previews[nth], why: inTheWay(row, previews[nth], into, names) }]))
  const file = useMutation({
    mutationFn: async () => {
      const arrivals = await Promise.all(
        taken.map(async ({ row, preview }) => ({ number: row.number, seen: await keeper.settle(row.number), slip: filedAs(row, preview as Preview, into) })),
      )
      return told(api.POST('/api/desk/file-together', { body: { arrivals } }))
    },
    onSuccess: (done) => {
      for (const { row } of taken) keeper.drop(row.number)
      void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'me' })
      onFiled(done.list_id, taken.map(({ row }) => row), done.filed)
    },
  })
  const isAsked = taken.some(({ why }) => why === 'asked')
  const submit = () => {
    // what was typed last is taken first, and looked at with all others
    if (document.activeElement instanceof HTMLElement && box.current?.contains(document.activeElement)) document.activeElement.blur()
    setWished(wished + 1)
  }
  useEffect(() => {
    if (wished === heard.current || isAsked || file.isPending) return
    heard.current = wished
    const next = taken.flatMap(({ row, preview }) => toLookAt(row, preview).map((code) => `${String(row.number)}-${code}`))[0]
    const cell = next !== undefined && box.current?.querySelector<HTMLElement>(`[data-cell="${next}"] input`)
    if (cell) cell.focus()
    else if (taken.length > 0 && taken.every(({ why }) => why === null)) file.mutate()
    else act.current?.focus()
    // when it was wished, and everything that it rests on is known
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wished, isAsked])
  const first = rows[0]
  const kind = house.data?.kinds.find((one) => one.code === first?.slip.kind)?.label ?? 'Arrivals'
  const current = rows.find((row) => row.number === at) ?? first
  return (
    <div
      className="together"
      ref={box}
      onKeyDown={(event) => {
        if (!['Enter', 'ctrl+Enter'].includes(nameOf(event.nativeEvent)) || (event.target as HTMLElement).closest('button, .ant-select')) return
        event.preventDefault()
        submit()
      }}
    >
      <p className="togetherhead">
        <b>{kind}</b> from <b>{first?.slip.who}</b>: {rows.length > 1 ? <>{plural(rows.length, 'arrival')} · <kbd>Enter</kbd> to what is to be looked at, then it files them all as one list</> : 'no other that waits is like it'}
      </p>
      <div className="togetherpanes">
        <div className="togetherrows">
        <Table<Row>
          size="small"
          pagination={false}
          rowKey="number"
          dataSource={rows}
          rowClassName={(row) => `${row.isOut ? 'out' : ''}${row.number === current?.number ? ' on' : ''}`}
          onRow={(row) => ({ onFocus: () => setAt(row.number), onClick: () => setAt(row.number) })}
          columns={[
            {
              title: 'Arrival',
              key: 'name',
              width: 186,
              render: (_, row, nth) => (
                <span data-cell={`${String(row.number)}-${WHOLE}`}>
                <Checkbox className="tick" checked={!row.isOut} onFocus={() => change(row.number, (now) => lookedAt(now, WHOLE))} onChange={() => change(row.number, (now) => ({ ...now, isOut: !now.isOut }))}>
                  <span className="arrivalname">
                    <FileName name={row.name} />
                    {row.here !== null && <small className="wait">here already: No. {number(row.here)}</small>}
                    {isDoubtfulAsAWhole(row, previews[nth]) && <small className="wait">look: its kind, party or place</small>}
                  </span>
                </Checkbox>
                </span>
              ),
            },
            ...COLUMNS.map((code) => ({
              title: LABELS[code],
              key: code,
              width: code === 'what' ? 160 : 114,
              render: (_: unknown, row: Row, nth: number) => <Cell key={typedIn(row.slip, code)} {...{ row, code, write }} isToLookAt={toLookAt(row, previews[nth]).includes(code)} onLook={() => change(row.number, (now) => lookedAt(now, code))} />,
            })),
            { title: 'Becomes', key: 'becomes', render: (_, row, nth) => <Becomes preview={previews[nth]} why={row.isOut ? null : inTheWay(row, previews[nth], into, names)} /> },
          ]}
        />
        </div>
        <div className="togetherpage">
          {current && current.pages > 0 ? <PageImage key={current.number} alt={`Page 1 of ${current.name}`} src={pageUrl(current.number, 1, 480)} onFailed={() => undefined} /> : <span className="soft">no page to show</span>}
        </div>
      </div>
      {file.error && <ProblemNote error={file.error} />}
      <div className="compareacts">
        <Button ref={act} type="primary" disabled={taken.length === 0} loading={file.isPending} onClick={submit}>
          File {plural(taken.length, 'arrival')} <kbd>Enter</kbd>
        </Button>
        <Select<number>
          aria-label="Those that lead nowhere go into"
          placeholder="those that lead nowhere go into …"
          style={{ width: 340 }}
          allowClear
          showSearch={{ optionFilterProp: 'label' }}
          value={into}
          options={(outline.data?.folders ?? []).filter((folder) => folder.path !== '').map((folder) => ({ value: folder.id, label: folder.path }))}
          onChange={(folder) => setInto((folder as number | undefined) ?? null)}
        />
        <span className="soft">One list: Ctrl Z takes all of them back</span>
      </div>
    </div>
  )
}

interface CellProps {
  row: Row
  code: (typeof COLUMNS)[number]
  write: (row: Row, code: string, text: string) => void
  isToLookAt: boolean
  onLook: () => void
}

/** One field of one slip: what is typed is taken when it is left. */
function Cell({ row, code, write, isToLookAt, onLook }: CellProps) {
  return (
    <span data-cell={`${String(row.number)}-${code}`}>
      <Input
        size="small"
        aria-label={`${LABELS[code]} of ${row.name}`}
        className={isToLookAt ? 'tolookat' : undefined}
        defaultValue={typedIn(row.slip, code)}
        disabled={row.isOut}
        onFocus={(event) => {
          event.target.select()
          onLook()
        }}
        onBlur={(event) => write(row, code, event.target.value)}
      />
    </span>
  )
}

function Becomes({ preview, why }: { preview: Preview | undefined; why: keyof typeof WHY | null }) {
  const path = preview?.lead?.path ?? preview?.folder?.path
  const problem = preview?.understood.problems[0]
  return (
    <span className="becomes">
      {preview?.name ? <SegmentedName segments={preview.segments} /> : <span className="wait">no name yet</span>}
      {path !== undefined && <PathLine stops={stopsOf(path)} isNew={preview?.lead?.make ? preview.lead.make.split('/').length : 0} />}
      {why !== null && why !== 'asked' && <small className="wait">{problem ? worded(problem.said) : WHY[why]}</small>}
    </span>
  )
}
