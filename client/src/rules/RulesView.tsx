import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'antd'
import { useNavigate, useParams } from 'react-router'
import { rulesQuery } from '../shared/api/queries'
import { KeyBar } from '../shared/KeyBar'
import { ProblemNote } from '../shared/ProblemNote'
import { Fields } from './Fields'
import { Kinds } from './Kinds'
import { Names } from './Names'
import { Parties } from './Parties'

/** What the team itself says about its records: fields, kinds, and what parties are called. */
export function RulesView() {
  const rules = useQuery(rulesQuery)
  const { part = 'fields' } = useParams()
  const navigate = useNavigate()
  if (rules.error) {
    return (
      <div className="notice wide">
        <h1 className="unseen">Rules</h1>
        <ProblemNote error={rules.error} />
      </div>
    )
  }
  if (!rules.data) return <div className="opening" />
  const items = [
    { key: 'fields', label: 'Fields', children: <Fields rules={rules.data} /> },
    { key: 'kinds', label: 'Kinds', children: <Kinds rules={rules.data} /> },
    { key: 'parties', label: 'Parties', children: <Parties rules={rules.data} /> },
    { key: 'names', label: 'Names', children: <Names rules={rules.data} /> },
  ]
  return (
    <>
      <h1 className="unseen">Rules</h1>
      <div className="rules">
        <Tabs activeKey={part} items={items} destroyOnHidden onChange={(key) => void navigate(`/rules/${key}`)} />
      </div>
      <KeyBar hints={[part === 'names' ? { keys: 'Ctrl ↵', does: 'use the pattern from now on' } : { keys: 'N', does: 'a new one' }, { keys: 'F', does: 'find a record' }]} />
    </>
  )
}
