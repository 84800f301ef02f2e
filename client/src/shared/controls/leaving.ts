import { createContext } from 'react'

/** Leaves the question that something stands in; null where it stands in none. */
export const Leaving = createContext<(() => void) | null>(null)
