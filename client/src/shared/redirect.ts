import { useNavigate } from 'react-router'

/** Whether the address is still in this place. While the code of the next view is on its way the last one is still
 * drawn, and would lead back whoever has just left it. */
export function isStillIn(place: '/desk' | '/folders'): boolean {
  return window.location.pathname.startsWith(place)
}

/** Where the person stands who asks for something: kept until the answer comes (`onMutate: whereAsked`). */
export function whereAsked(): string {
  return window.location.pathname
}

/** Whether the person still stands where something was asked. An answer may be late, and the person elsewhere by then. */
export function isStillAt(asked: string | undefined): boolean {
  return asked === window.location.pathname
}

/** For an answer that leads on: it leads whoever still stands where it was asked, and leaves alone who has gone elsewhere. */
export function useLead(): (asked: string | undefined, to: string) => void {
  const navigate = useNavigate()
  return (asked, to) => {
    if (isStillAt(asked)) void navigate(to)
  }
}
