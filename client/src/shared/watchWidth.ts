/** Tell how wide *box* is within its borders, in px, now and whenever that changes; return what ends it. */
export function watchWidth(box: Element | null, tell: (px: number) => void): (() => void) | undefined {
  if (!box) return undefined
  const observer = new ResizeObserver(() => tell(box.clientWidth))
  observer.observe(box)
  return () => observer.disconnect()
}
