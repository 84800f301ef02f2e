import { useQuery } from '@tanstack/react-query'
import { ConfigProvider } from 'antd'
import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import { DeskView } from '../desk/DeskView'
import { SignIn } from '../entrance/SignIn'
import { carry, Problem } from '../shared/api/client'
import { meQuery } from '../shared/api/queries'
import { ProblemNote } from '../shared/ProblemNote'
import { Boundary } from './Boundary'
import { ByNumber } from './ByNumber'
import { useScheme } from './scheme'
import { Shell } from './Shell'
import { themeOf } from './theme'

const FoldersView = lazy(() => import('../folders/FoldersView').then((m) => ({ default: m.FoldersView })))
const FindView = lazy(() => import('../find/FindView').then((m) => ({ default: m.FindView })))
const LogbookView = lazy(() => import('../logbook/LogbookView').then((m) => ({ default: m.LogbookView })))

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? ''

export function App() {
  const [scheme, turnScheme] = useScheme()
  const me = useQuery(meQuery)
  return (
    <ConfigProvider theme={themeOf(scheme)} csp={{ nonce }} wave={{ disabled: true }}>
      <Boundary>
        <Inside me={me} turnScheme={turnScheme} />
      </Boundary>
    </ConfigProvider>
  )
}

function Inside({ me, turnScheme }: { me: { data: unknown; error: unknown; isPending: boolean }; turnScheme: () => void }) {
  const { data } = useQuery(meQuery)
  if (me.isPending) return <div className="opening" />
  if (!data) {
    const outside = me.error instanceof Problem && me.error.code !== 'not_signed_in'
    return outside ? <ProblemNote error={me.error} /> : <SignIn />
  }
  carry(data.csrf)
  return (
    <Shell me={data} turnScheme={turnScheme}>
      <Suspense fallback={<div className="opening" />}>
        <Routes>
          <Route path="/" element={<Navigate to="/desk" replace />} />
          <Route path="/desk/:number?" element={<DeskView />} />
          <Route path="/folders/:folder?" element={<FoldersView />} />
          <Route path="/find" element={<FindView />} />
          <Route path="/logbook" element={<LogbookView />} />
          <Route path="/d/:number" element={<ByNumber />} />
          <Route path="*" element={<h1 className="notice">There is nothing at this address. Choose a place above.</h1>} />
        </Routes>
      </Suspense>
    </Shell>
  )
}
