import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'antd'
import { useNavigate, useParams } from 'react-router'
import { meQuery, rulesQuery } from '../shared/api/queries'
import { KeyBar } from '../shared/KeyBar'
import { ProblemNote } from '../shared/ProblemNote'
import { Charters } from './Charters'
import { Fields } from './Fields'
import { Kinds } from './Kinds'
import { Parties } from './Parties'

/** What the team itself says about its records: what folders declare, fields, kinds, and what parties are called. */
export function RulesView() {
  const me = useQuery(meQuery).data
  const rules = useQuery({ ...rulesQuery, enabled: me?.keeps_all ?? false })
  const { part = 'charters' } = useParams()
  const navigate = useNavigate()
  if (rules.error) {
    return (
      <div className="notice wide">
        <h1 className="unseen">Rules</h1>
        <ProblemNote error={rules.error} />
      </div>
    )
  }
  if (!me || (me.keeps_all && !rules.data)) return <div className="opening" />
  const items = [
    { key: 'charters', label: 'Charters', children: <Charters /> },
    // the team's own words are the whole drive's: only who keeps all of it changes them
    ...(rules.data
      ? [
          { key: 'fields', label: 'Fields', children: <Fields rules={rules.data} /> },
          { key: 'kinds', label: 'Kinds', children: <Kinds rules={rules.data} /> },
          { key: 'parties', label: 'Parties', children: <Parties rules={rules.data} /> },
        ]
      : []),
  ]
  return (
    <>
      <h1 className="unseen">Rules</h1>
      <div className="rules">
        <Tabs activeKey={part} items={items} destroyOnHidden onChange={(key) => void navigate(`/rules/${key}`)} />
      </div>
      <KeyBar hints={part === 'charters' ? [{ keys: '← →', does: 'move a part of the pattern' }, { keys: 'Alt ↑ ↓', does: 'its form' }, { keys: 'Ctrl ↵', does: 'keep the charter' }, { keys: 'F', does: 'find a record' }] : [{ keys: 'N', does: 'a new one' }, { keys: 'F', does: 'find a record' }]} />
    </>
  )
}
