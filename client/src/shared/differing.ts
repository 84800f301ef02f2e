/** Which parts of two sequences, stops of paths or letters of names, are not in the longest one that both have. */
export function differing(from: string[], to: string[]): [boolean[], boolean[]] {
  const rows = from.length + 1
  const columns = to.length + 1
  const longest = Array.from({ length: rows }, () => new Array<number>(columns).fill(0))
  const at = (row: number, column: number) => longest[row]?.[column] ?? 0
  for (let row = rows - 2; row >= 0; row--) {
    for (let column = columns - 2; column >= 0; column--) {
      const line = longest[row]
      if (line) line[column] = from[row] === to[column] ? at(row + 1, column + 1) + 1 : Math.max(at(row + 1, column), at(row, column + 1))
    }
  }
  const first = from.map(() => true)
  const second = to.map(() => true)
  let [row, column] = [0, 0]
  while (row < from.length && column < to.length) {
    if (from[row] === to[column]) {
      first[row++] = false
      second[column++] = false
    } else if (at(row + 1, column) >= at(row, column + 1)) row++
    else column++
  }
  return [first, second]
}
