import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { api, told, type Schemas } from '../shared/api/client'
import { storageQuery } from '../shared/api/queries'
import { day, moment, plural, size } from '../shared/format'
import { KeyBar } from '../shared/KeyBar'
import { PathLine, stopsOf } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'

type Share = Schemas['Share']

/** What takes the room: by folder, to be clicked into, by year and by kind; what is large, old, untouched. */
export function StorageView() {
  const params = useParams()
  const folder = params.folder ? Number(params.folder) : null
  const storage = useQuery(storageQuery(folder))
  if (storage.error) {
    return (
      <div className="notice wide">
        <h1 className="unseen">Storage</h1>
        <ProblemNote error={storage.error} />
      </div>
    )
  }
  if (!storage.data) return <div className="opening" />
  const data = storage.data
  const total = data.by_folder.reduce((sum, share) => sum + share.bytes, 0)
  const documents = data.by_folder.reduce((sum, share) => sum + share.documents, 0)
  return (
    <>
      <h1 className="unseen">Storage</h1>
      <div className="storage" tabIndex={0} role="region" aria-label="Storage at a glance">
        <div className="listhead">
          <PathLine large stops={stopsOf(data.folder.path)} />
          <span className="right soft">
            {size(total)} in {plural(documents, 'document')}
          </span>
        </div>
        {data.disk && <Disk disk={data.disk} />}
        <h2>By folder</h2>
        <Blocks shares={data.by_folder} total={total} />
        <div className="twobars">
          <section>
            <h2>By year</h2>
            <Bars shares={data.by_year} />
          </section>
          <section>
            <h2>By kind</h2>
            <Bars shares={data.by_kind} />
          </section>
        </div>
        <div className="threelists">
          {(['largest', 'oldest', 'untouched'] as const).map((why) => (
            <section key={why}>
              <h2>{{ largest: 'Largest', oldest: 'Oldest', untouched: 'Untouched for longest' }[why]}</h2>
              <ul>
                {data.notable
                  .filter((one) => one.why === why)
                  .map((one) => (
                    <li key={one.id}>
                      <Link to={`/d/${String(one.id)}`}>
                        <code>{one.name}</code>
                      </Link>
                      <small className="soft">{why === 'largest' ? size(one.size) : why === 'oldest' ? day(one.when) : moment(one.touched)}</small>
                    </li>
                  ))}
              </ul>
            </section>
          ))}
        </div>
      </div>
      <KeyBar hints={[{ keys: 'Tab', does: 'to the next block' }, { keys: 'Enter', does: 'look into it' }]} />
    </>
  )
}

function Disk({ disk }: { disk: Schemas['Disk'] }) {
  const queries = useQueryClient()
  const [typed, setTyped] = useState(disk.limit === null ? '' : String(disk.limit / 1e9))
  const set = useMutation({
    mutationFn: () => told(api.PUT('/api/storage/limit', { body: { limit: typed.trim() === '' ? null : Math.round(Number(typed) * 1e9) } })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ['storage'] }),
  })
  const used = disk.whole.bytes + disk.whole.binned + disk.whole.versions
  return (
    <>
      <p className={disk.warning ? 'wait' : 'soft'}>
        {disk.warning && <b>{disk.warning} </b>}
        The whole drive takes {size(used)}, {size(disk.whole.binned)} of it in the bin{disk.whole.versions > 0 && `, ${size(disk.whole.versions)} in earlier versions`}{disk.limit !== null && `, of a limit of ${size(disk.limit)}`}. {size(disk.free)} are free on the disk.
      </p>
      <form
        className="limitform"
        onSubmit={(event) => {
          event.preventDefault()
          if (typed.trim() === '' || Number(typed) > 0) set.mutate()
        }}
      >
        <label>
          Warn when it takes more than <Input inputMode="decimal" value={typed} onChange={(event) => setTyped(event.target.value)} /> GB
        </label>
        <Button htmlType="submit" disabled={set.isPending || (typed.trim() !== '' && !(Number(typed) > 0))}>
          Set
        </Button>
        {set.error && <ProblemNote error={set.error} />}
      </form>
    </>
  )
}

/** One block a folder, as wide as its share: a strip that is read from left to right, largest first. */
function Blocks({ shares, total }: { shares: Share[]; total: number }) {
  const navigate = useNavigate()
  if (total === 0) return <p className="soft">Nothing takes any room here.</p>
  return (
    <div className="blocks">
      {shares.map((share, at) => (
        <button
          key={at}
          type="button"
          className={share.label === '' ? 'block own' : 'block'}
          style={{ flexGrow: Math.max(share.bytes / total, 0.02) * 1000 }}
          onClick={() => void navigate(share.label === '' ? `/folders/${String(share.id)}` : `/folders/${String(share.id)}/storage`)}
        >
          <b>{share.label || 'here itself'}</b>
          <span>
            {size(share.bytes)} · {Math.round((share.bytes / total) * 100)}%
          </span>
          <span>{plural(share.documents, 'document')}</span>
        </button>
      ))}
    </div>
  )
}

function Bars({ shares }: { shares: Share[] }) {
  const most = Math.max(1, ...shares.map((share) => share.bytes))
  return (
    <dl className="bars">
      {shares.map((share) => (
        <div key={share.label}>
          <dt>{share.label}</dt>
          <dd>
            <i style={{ width: `${String((share.bytes / most) * 100)}%` }} />
          </dd>
          <dd className="num">{size(share.bytes)}</dd>
        </div>
      ))}
    </dl>
  )
}
