import '@fontsource/ibm-plex-mono/latin-400.css'
import '@fontsource/ibm-plex-mono/latin-500.css'
import '@fontsource/ibm-plex-mono/latin-ext-400.css'
import '@fontsource/ibm-plex-sans/latin-400.css'
import '@fontsource/ibm-plex-sans/latin-500.css'
import '@fontsource/ibm-plex-sans/latin-600.css'
import '@fontsource/ibm-plex-sans/latin-ext-400.css'
import './waka.css'
import './tiles.css'
import './tablet.css'
import './nonce'
import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { askAgain, pause } from '../shared/api/again'
import { Problem } from '../shared/api/client'
import { sessionEnded } from '../shared/session'
import { App } from './App'

// a session that ended is said, wherever it is noticed, over what is being done; before there was one it is no news
const onError = (error: Error) => {
  if (error instanceof Problem && error.code === 'not_signed_in' && client.getQueryData(['me'])) sessionEnded()
}
const client = new QueryClient({
  queryCache: new QueryCache({ onError }),
  mutationCache: new MutationCache({ onError }),
  defaultOptions: {
    queries: { retry: askAgain, retryDelay: pause, refetchOnWindowFocus: true },
  },
})
const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        {/* at once: a key pressed right after a click on another place acts there, not on what is left */}
        <BrowserRouter useTransitions={false}>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  )
}
