import { expect, test } from 'vitest'
import { outlineOf } from './outline'

const folder = (path: string, before: number, after: number) => ({ path, folder: 1, before, after, crowded: false })
const drawn = (...folders: ReturnType<typeof folder>[]) =>
  outlineOf(folders).map((row) => `${'  '.repeat(row.depth)}${row.label} ${String(row.before)}→${String(row.after)}${row.own ? '' : ' in all'}`)

test('folders stand beneath those above them, with the sum of what is beneath', () => {
  expect(drawn(folder('Letters/2024/04', 0, 2), folder('Letters/2024/05', 0, 1), folder('Letters/typed/2024', 3, 0))).toEqual([
    'Letters 3→3 in all',
    '  2024 0→3 in all',
    '    04 0→2',
    '    05 0→1',
    '  typed / 2024 3→0',
  ])
})

test('a folder that the list touches itself shows its own documents', () => {
  expect(drawn(folder('', 1, 2), folder('Boat', 4, 3), folder('Boat/Old/Worn', 0, 5))).toEqual(['Drive 1→2', 'Boat 4→3', '  Old / Worn 0→5'])
})

test('nothing touched is an empty outline', () => {
  expect(drawn()).toEqual([])
})
