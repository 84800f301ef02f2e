import { expect, test } from 'vitest'
import { outlineOf } from './outline'

const folder = (path: string, before: number, after: number, itself = true) => ({ path, folder: 1, before, after, itself, crowded: false })
const above = (path: string, before: number, after: number) => folder(path, before, after, false)
const drawn = (...folders: ReturnType<typeof folder>[]) =>
  outlineOf(folders).map((row) => `${'  '.repeat(row.depth)}${row.label} ${String(row.before)}→${String(row.after)}`)

test('folders stand beneath those above them, each with all that is in it', () => {
  expect(
    drawn(
      above('', 9, 9), above('Letters', 4, 4), above('Letters/2024', 0, 3), folder('Letters/2024/04', 0, 2),
      folder('Letters/2024/05', 0, 1), above('Letters/typed', 3, 0), folder('Letters/typed/2024', 3, 0),
    ),
  ).toEqual(['Letters 4→4', '  2024 0→3', '    04 0→2', '    05 0→1', '  typed / 2024 3→0'])
})

test('the drive itself has a line where documents come to it or leave it', () => {
  expect(drawn(folder('', 6, 10), folder('Boat', 4, 8), above('Boat/Old', 0, 5), folder('Boat/Old/Worn', 0, 5))).toEqual([
    'Drive 6→10', 'Boat 4→8', '  Old / Worn 0→5',
  ])
})

test('nothing touched is an empty outline', () => {
  expect(drawn()).toEqual([])
})
