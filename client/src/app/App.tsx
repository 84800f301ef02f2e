import { useQuery } from '@tanstack/react-query'
import { ConfigProvider } from 'antd'
import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes, useLocation, useParams } from 'react-router'
import { DeskView } from '../desk/DeskView'
import { SignIn } from '../entrance/SignIn'
import { carry, Problem } from '../shared/api/client'
import { meQuery } from '../shared/api/queries'
import { ProblemNote } from '../shared/ProblemNote'
import { useSessionEnded } from '../shared/session'
import { Boundary } from './Boundary'
import { ByNumber } from './ByNumber'
import { nonce } from './nonce'
import { useScheme } from './scheme'
import { Shell } from './Shell'
import { themeOf } from './theme'

const FoldersView = lazy(() => import('../folders/FoldersView').then((m) => ({ default: m.FoldersView })))
const LatelyView = lazy(() => import('../folders/LatelyView').then((m) => ({ default: m.LatelyView })))
const StorageView = lazy(() => import('../folders/StorageView').then((m) => ({ default: m.StorageView })))
const OfficeView = lazy(() => import('../office/OfficeView').then((m) => ({ default: m.OfficeView })))
const SignInAgain = lazy(() => import('../entrance/SignInAgain').then((m) => ({ default: m.SignInAgain })))
const Welcome = lazy(() => import('../entrance/Welcome').then((m) => ({ default: m.Welcome })))
const RulesView = lazy(() => import('../rules/RulesView').then((m) => ({ default: m.RulesView })))
const FindView = lazy(() => import('../find/FindView').then((m) => ({ default: m.FindView })))
const ChangesView = lazy(() => import('../changes/ChangesView').then((m) => ({ default: m.ChangesView })))
const ListView = lazy(() => import('../changes/ListView').then((m) => ({ default: m.ListView })))
const ProofView = lazy(() => import('../changes/ProofView').then((m) => ({ default: m.ProofView })))
const LogbookView = lazy(() => import('../logbook/LogbookView').then((m) => ({ default: m.LogbookView })))

export function App() {
  const [scheme, turnScheme] = useScheme()
  const me = useQuery(meQuery)
  return (
    <ConfigProvider theme={themeOf(scheme)} csp={{ nonce }} wave={{ disabled: true }} getPopupContainer={(from) => from?.closest('main') ?? document.body}>
      <Boundary>
        <Inside me={me} turnScheme={turnScheme} />
      </Boundary>
    </ConfigProvider>
  )
}

function Inside({ me, turnScheme }: { me: { data: unknown; error: unknown; isPending: boolean }; turnScheme: () => void }) {
  const { data } = useQuery(meQuery)
  const ended = useSessionEnded()
  const invitation = /^\/welcome\/([\w-]+)$/.exec(useLocation().pathname)
  if (invitation) {
    return (
      <Suspense fallback={<div className="opening" />}>
        <Welcome secret={invitation[1] ?? ''} />
      </Suspense>
    )
  }
  if (me.isPending) return <div className="opening" />
  if (!data) {
    const outside = me.error instanceof Problem && me.error.code !== 'not_signed_in'
    return outside ? <ProblemNote error={me.error} /> : <SignIn />
  }
  carry(data.csrf)
  return (
    <Shell me={data} turnScheme={turnScheme}>
      {ended && (
        <Suspense>
          <SignInAgain me={data} />
        </Suspense>
      )}
      <Suspense fallback={<div className="opening" />}>
        <Routes>
          <Route path="/" element={<Navigate to="/desk" replace />} />
          <Route path="/desk/:number?" element={<DeskView />} />
          <Route path="/folders/lately" element={<LatelyView />} />
          <Route path="/folders/bin" element={<FoldersView list="bin" />} />
          <Route path="/folders/tag/:tag" element={<FoldersView list="tag" />} />
          <Route path="/folders/:folder/storage" element={<StorageView />} />
          <Route path="/folders/:folder?" element={<FoldersView />} />
          <Route path="/storage" element={<StorageView />} />
          <Route path="/rules/:part?/:folder?" element={<RulesView />} />
          <Route path="/office" element={<OfficeView />} />
          <Route path="/changes" element={<ChangesView />} />
          <Route path="/changes/:list" element={<ListPlace />} />
          <Route path="/changes/:list/proof" element={<ProofView />} />
          <Route path="/find" element={<FindView />} />
          <Route path="/logbook" element={<LogbookView />} />
          <Route path="/d/:number" element={<ByNumber />} />
          <Route path="*" element={<h1 className="notice">There is nothing at this address. Choose a place above.</h1>} />
        </Routes>
      </Suspense>
    </Shell>
  )
}

/** A list of its own for each address: what was chosen in one means nothing in another. */
function ListPlace() {
  return <ListView key={useParams().list} />
}
