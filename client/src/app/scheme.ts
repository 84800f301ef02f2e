import { useEffect, useState, useSyncExternalStore } from 'react'
import { apply, type Scheme } from './tokens'

const KEY = 'waka.scheme'
const system = matchMedia('(prefers-color-scheme: dark)')

function chosen(): Scheme | null {
  const kept = localStorage.getItem(KEY)
  return kept === 'light' || kept === 'dark' ? kept : null
}

function onSystem(heard: () => void) {
  system.addEventListener('change', heard)
  return () => system.removeEventListener('change', heard)
}

/** The colour scheme: what the person chose, else what the system prefers, also when that changes in the evening. */
export function useScheme(): [Scheme, () => void] {
  const [choice, setChoice] = useState(chosen)
  const isDark = useSyncExternalStore(onSystem, () => system.matches)
  const scheme = choice ?? (isDark ? 'dark' : 'light')
  useEffect(() => apply(scheme), [scheme])
  const turn = () => {
    const next = scheme === 'dark' ? 'light' : 'dark'
    localStorage.setItem(KEY, next)
    setChoice(next)
  }
  return [scheme, turn]
}
