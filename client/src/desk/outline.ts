/** Where the corners of a sheet are in a photograph: x and y as shares of it, clockwise from the top left. */
export type Corners = readonly [number, number, number, number, number, number, number, number]

export const WHOLE: Corners = [0, 0, 1, 0, 1, 1, 0, 1]
export const NAMES = ['top left', 'top right', 'bottom right', 'bottom left'] as const

export const xOf = (corners: Corners, at: number): number => corners[at * 2] ?? 0
export const yOf = (corners: Corners, at: number): number => corners[at * 2 + 1] ?? 0

const within = (share: number) => Math.min(1, Math.max(0, share))

/** The corners with one of them put elsewhere, never out of the picture. */
export function put(corners: Corners, at: number, x: number, y: number): Corners {
  const next = [...corners] as number[]
  next[at * 2] = within(x)
  next[at * 2 + 1] = within(y)
  return next as unknown as Corners
}

/** Whether the corners go around a sheet: none of them is pushed through the line between two others. */
export function isSheet(corners: Corners): boolean {
  return NAMES.every((_, at) => {
    const [a, b, c] = [at, (at + 1) % 4, (at + 2) % 4].map((one) => ({ x: xOf(corners, one), y: yOf(corners, one) })) as [Point, Point, Point]
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > LEAST
  })
}

interface Point {
  x: number
  y: number
}
const LEAST = 0.002 // of the picture, that each three corners cover twice
