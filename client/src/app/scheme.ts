import { useEffect, useState } from 'react'
import { apply, type Scheme } from './tokens'

const KEY = 'waka.scheme'

function preferred(): Scheme {
  const kept = localStorage.getItem(KEY)
  if (kept === 'light' || kept === 'dark') return kept
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

/** The colour scheme: what the person chose, else what the system prefers. */
export function useScheme(): [Scheme, () => void] {
  const [scheme, setScheme] = useState<Scheme>(preferred)
  useEffect(() => apply(scheme), [scheme])
  const turn = () => {
    const next = scheme === 'dark' ? 'light' : 'dark'
    localStorage.setItem(KEY, next)
    setScheme(next)
  }
  return [scheme, turn]
}
