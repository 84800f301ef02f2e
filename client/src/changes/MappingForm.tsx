import { useMutation, useQuery } from '@tanstack/react-query'
import { Button, Input, Table } from 'antd'
import { useState } from 'react'
import { useSettled } from '../shared/useSettled'
import { api, Problem, told, type ChangeList } from '../shared/api/client'
import { number, plural } from '../shared/format'
import { PathLine, stopsOf, type Stop } from '../shared/PathLine'
import { ProblemNote } from '../shared/ProblemNote'
import { whereAsked } from '../shared/redirect'
import { differing } from '../shared/differing'

/** Two path patterns whose parts have names; at the side what fits, what does not, and why. */
export function MappingForm({ onMade }: { onMade: (list: ChangeList, asked: string | undefined) => void }) {
  const [source, setSource] = useState('')
  const [target, setTarget] = useState('')
  const asked = useSettled(JSON.stringify({ source, target }), 250)
  const body = JSON.parse(asked) as { source: string; target: string }
  const look = useQuery({
    queryKey: ['mapping', asked],
    queryFn: () => told(api.POST('/api/lists/mapping/look', { body })),
    enabled: body.source.trim() !== '' && body.target.trim() !== '',
    retry: false,
    placeholderData: (before) => before,
  })
  const make = useMutation({ mutationFn: () => told(api.POST('/api/lists/mapping', { body: { source, target } })), onMutate: whereAsked, onSuccess: (list, _nothing, from) => onMade(list, from) })
  const found = look.error ? undefined : look.data
  const side = look.error instanceof Problem ? look.error.facts.side : undefined
  const moves = found ? found.matching - found.staying : 0
  return (
    <section className="makeform mapping" aria-label="Restructure by path">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (moves > 0) make.mutate()
        }}
      >
        <label>
          From
          <Input autoFocus spellCheck={false} value={source} aria-invalid={side === 'from'} placeholder="Letters/{type}/{year}/{month}/{rest}" onChange={(event) => setSource(event.target.value)} />
        </label>
        <label>
          To
          <Input spellCheck={false} value={target} aria-invalid={side === 'to'} placeholder="Letters/{year}/{month}/{type}/{rest}" onChange={(event) => setTarget(event.target.value)} />
        </label>
        <p className="soft">
          A part in braces stands for what is on one level and goes where its name stands again; <code>{'{rest}'}</code> is all that is left. The same word elsewhere in the path, or in the file&apos;s name, stays as it is. A part may say what it looks like, so that what was moved does not fit again: <code>{'{year 0000}'}</code> is four digits, <code>{'{type "posted" "typed"}'}</code> one of these words.
        </p>
        {look.error && <ProblemNote error={look.error} />}
        {make.error && <ProblemNote error={make.error} />}
        {found && found.lost.length > 0 && (
          <p className="wait">
            The second pattern leaves out {found.lost.map((name) => `{${name}}`).join(', ')}: documents that differ only there would meet in one folder.
          </p>
        )}
        <div className="dialogacts">
          <Button type="primary" htmlType="submit" disabled={moves === 0 || make.isPending}>
            Check {plural(moves, 'move')} <kbd>Enter</kbd>
          </Button>
        </div>
      </form>
      <div className="fits" aria-live="polite" tabIndex={0} role="region" aria-label="What fits and what does not">
        {found && (
          <>
            <h2>
              {plural(found.matching, 'document fits', 'documents fit')}
              {found.staying > 0 && `, ${number(found.staying)} of them already there`}
            </h2>
            {found.close.length > 0 && (
              <p className="closefolders">
                There is no such folder. Close to it:{' '}
                {found.close.map((path) => (
                  <Button key={path} size="small" onClick={() => setSource(beginning(source, path))}>
                    {path}
                  </Button>
                ))}
              </p>
            )}
            {found.matches.length > 0 && (
              <Table
                size="small"
                showHeader={false}
                pagination={{ pageSize: 100, hideOnSinglePage: true, showSizeChanger: false }}
                rowKey="path"
                dataSource={found.matches}
                columns={[{ render: (_, pair) => <Pair from={pair.path} to={pair.goes} /> }]}
              />
            )}
            <h2>{plural(found.not_matching, 'document does not fit', 'documents do not fit')}</h2>
            <ul>
              {found.others.map((other) => (
                <li key={other.path}>
                  <code>{other.path}</code> <small className="wait">{other.why}</small>
                </li>
              ))}
            </ul>
          </>
        )}
        {!found && <p className="soft">What fits stands here as soon as both patterns are written, and what does not, with the reason.</p>}
      </div>
    </section>
  )
}

/** The pattern with another folder in place of all before its first part in braces. */
function beginning(pattern: string, folder: string): string {
  const levels = pattern.split('/')
  const named = levels.findIndex((level) => level.includes('{'))
  return [folder, ...(named < 0 ? [] : levels.slice(named))].join('/')
}

function Pair({ from, to }: { from: string; to: string }) {
  const [a, b] = [from.split('/'), to.split('/')]
  const [first, second] = differing(a, b)
  const draw = (marks: boolean[]) => (stop: Stop) => (marks[stop.key ?? -1] ? <b className="differs">{stop.text}</b> : <>{stop.text}</>)
  const stops = (parts: string[]) => (parts.length > 0 ? parts.map((text, key) => ({ text, key })) : stopsOf(''))
  return (
    <span className="mappedpair" title={`${from} → ${to}`}>
      <PathLine stops={stops(a)} render={draw(first)} /> → <PathLine stops={stops(b)} render={draw(second)} />
    </span>
  )
}
