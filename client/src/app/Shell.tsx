import { useMutation, useQuery } from '@tanstack/react-query'
import { Dropdown } from 'antd'
import { lazy, Suspense, useEffect, useRef, useState, type ReactNode } from 'react'
import { NavLink, useLocation, useNavigate, useSearchParams } from 'react-router'
import { api, told, type Me } from '../shared/api/client'
import { deskQuery, listsQuery } from '../shared/api/queries'
import { useKeys } from '../shared/keys'
import { CarryBar } from './CarryBar'

const AccountDialog = lazy(() => import('./AccountDialog').then((m) => ({ default: m.AccountDialog })))

/** The frame of every place: places by the kind of work along the top, the one box to find a record. */
export function Shell({ me, turnScheme, children }: { me: Me; turnScheme: () => void; children: ReactNode }) {
  const desk = useQuery(deskQuery)
  const signOut = useMutation({
    mutationFn: () => told(api.POST('/api/sign-out')),
    // loaded anew, so that nothing the person saw stays in this window's memory
    onSettled: () => location.assign('/'),
  })
  const underWay = useQuery(listsQuery).data?.lists.filter((list) => !['done', 'cancelled'].includes(list.state)).length ?? 0
  const waiting = desk.data?.waiting.length
  const [account, setAccount] = useState(false)
  return (
    <div className="shell">
      <header className="places">
        <span className="brand">
          <svg width="34" height="14" aria-hidden="true">
            <path d="M5 7 H27" stroke="currentColor" strokeWidth="1.5" opacity=".6" />
            <circle cx="5" cy="7" r="3" fill="currentColor" />
            <circle cx="16" cy="7" r="3" fill="currentColor" />
            <circle cx="28" cy="7" r="4" fill="none" stroke="#e0a94a" strokeWidth="2" />
          </svg>
          Waka
        </span>
        <nav aria-label="Places">
          <NavLink to="/desk">Desk <i>{waiting}</i></NavLink>
          <NavLink to="/folders">Folders</NavLink>
          <NavLink to="/changes">Changes {underWay > 0 && <i>{underWay}</i>}</NavLink>
          <NavLink to="/find">Find</NavLink>
          {me.keeps_any && <NavLink to="/rules">Rules</NavLink>}
          <NavLink to="/logbook">Logbook</NavLink>
          {me.administrator && <NavLink to="/office">Office</NavLink>}
        </nav>
        <FindBox />
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'who', label: `${me.name} (${me.login})`, disabled: true },
              { key: 'account', label: 'Password and sessions', onClick: () => setAccount(true) },
              { key: 'scheme', label: 'Turn light and dark', onClick: turnScheme },
              { key: 'out', label: 'Sign out', onClick: () => signOut.mutate() },
            ],
          }}
        >
          <button type="button" className="me" aria-label={`${me.initials}: ${me.name}, settings and sign-out`}>
            {me.initials}
          </button>
        </Dropdown>
      </header>
      {account && (
        <Suspense>
          <AccountDialog me={me} onClose={() => setAccount(false)} />
        </Suspense>
      )}
      <CarryBar />
      <main>{children}</main>
    </div>
  )
}

function FindBox() {
  const input = useRef<HTMLInputElement>(null)
  const location = useLocation()
  const navigate = useNavigate()
  const [params] = useSearchParams()
  const inFind = location.pathname === '/find'
  useKeys({ f: () => input.current?.focus() }, { 'ctrl+k': () => input.current?.focus() })
  const q = inFind ? (params.get('q') ?? '') : ''
  useEffect(() => {
    // the box follows the address, but never a person who is typing
    if (input.current && document.activeElement !== input.current) input.current.value = q
  }, [q])
  useEffect(() => {
    if (inFind) input.current?.focus()
  }, [inFind])
  return (
    <form
      className="findbox"
      role="search"
      onSubmit={(event) => {
        event.preventDefault()
        input.current?.blur()
      }}
    >
      <input
        ref={input}
        type="search"
        aria-label="Find a record"
        placeholder="Find a record"
        defaultValue={q}
        onChange={(event) => void navigate(`/find?q=${encodeURIComponent(event.target.value)}`, { replace: inFind })}
        onKeyDown={(event) => {
          if (event.key === 'Escape') event.currentTarget.blur()
        }}
      />
      <kbd>F</kbd>
    </form>
  )
}
