/** Whether the address is still in this place. While the code of the next view is on its way the last one is still
 * drawn, and would lead back whoever has just left it. */
export function isStillIn(place: '/desk' | '/folders'): boolean {
  return window.location.pathname.startsWith(place)
}
