import { useEffect, useState } from 'react'

/** `value` once it has stood still for `wait` milliseconds; at once where more than what is typed has changed. */
export function useSettled<T>(value: T, wait: number, isTyped: (before: T, now: T) => boolean = () => true): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), wait)
    return () => clearTimeout(timer)
  }, [value, wait])
  return isTyped(settled, value) ? settled : value
}
