import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Form, Input, Table, Upload } from 'antd'
import { useState } from 'react'
import { api, told, type Schemas } from '../shared/api/client'
import { Dialog } from '../shared/controls/Dialog'
import { number, plural } from '../shared/format'
import { ProblemNote } from '../shared/ProblemNote'
import { worded } from '../shared/said'
import { useSettled } from '../shared/useSettled'

type Coming = Schemas['PartyComing']

const COMES: Record<Coming['comes'], string> = { new: 'a new party', more: 'gets more', same: 'is so already', refused: 'refused' }

/** Parties of a spreadsheet, pasted or chosen: seen first, then taken in, all of it or nothing. */
export function PartySheetDialog({ onClose }: { onClose: () => void }) {
  const [text, setText] = useState('')
  const asked = useSettled(text, 250)
  const isEmpty = asked.trim() === ''
  const look = useQuery({
    queryKey: ['party sheet', asked],
    queryFn: () => told(api.POST('/api/rules/parties/sheet/look', { body: { text: asked } })),
    enabled: !isEmpty,
    retry: false,
  })
  const queries = useQueryClient()
  const take = useMutation({
    mutationFn: () => told(api.POST('/api/rules/parties/sheet', { body: { text } })),
    onSuccess: async () => {
      onClose()
      await queries.invalidateQueries()
    },
  })
  const found = isEmpty ? undefined : look.data
  const canTake = found !== undefined && asked === text && found.refused === 0 && found.new + found.more > 0
  return (
    <Dialog title="Parties of a spreadsheet" width={760} onClose={onClose}>
      <Form layout="vertical" onFinish={() => canTake && take.mutate()}>
        <Form.Item label="CSV: party, short form, also written, filed in" htmlFor="partysheet" extra="The first line names the columns; only party is needed. Spellings stand with ; between them. Short forms that are there stay.">
          <Input.TextArea id="partysheet" className="mono" rows={6} spellCheck={false} value={text} placeholder={'party,short form,also written\nKilbray Yard,kby,Kilbrae Yard; K. Yard'} onChange={(event) => setText(event.target.value)} />
        </Form.Item>
        <Upload
          accept=".csv,.txt,text/csv"
          showUploadList={false}
          beforeUpload={(file) => {
            void file.text().then(setText)
            return Upload.LIST_IGNORE
          }}
        >
          <Button size="small">Choose a file</Button>
        </Upload>
        {!isEmpty && look.error && <ProblemNote error={look.error} />}
        {found && (
          <Table<Coming>
            size="small"
            pagination={false}
            scroll={{ y: 220 }}
            rowKey="line"
            dataSource={found.rows}
            columns={[
              { title: 'Line', dataIndex: 'line', width: 56 },
              { title: 'Party', render: (_, one) => <b>{one.of ?? one.name}</b> },
              { title: 'Comes to', render: (_, one) => <span className={one.comes === 'refused' ? 'bad' : undefined}>{one.why ? worded(one.why) : [COMES[one.comes], one.short && `short form ${one.short}`, one.spellings.length > 0 && `also ${one.spellings.join(', ')}`].filter(Boolean).join(' · ')}</span> },
            ]}
          />
        )}
        {take.error && <ProblemNote error={take.error} />}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={!canTake} loading={take.isPending}>
            Take them in
          </Button>
          {found && (
            <span className="soft" aria-live="polite">
              {plural(found.new, 'new party', 'new parties')} · {number(found.more)} get more · {number(found.same)} as they are
              {found.refused > 0 && <span className="bad"> · {number(found.refused)} refused: correct them first</span>}
            </span>
          )}
        </div>
      </Form>
    </Dialog>
  )
}
