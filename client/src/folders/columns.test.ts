import { describe, expect, it } from 'vitest'
import { fitting, type Column } from './columns'

const SHOWN: Column[] = [
  { sort: 'who', word: 'Who', width: 'minmax(0, 130px)' },
  { sort: 'when', word: 'When', width: '80px' },
  { sort: 'size', word: 'Size', width: '52px' },
  { sort: 'changed', word: 'Changed', width: '76px' },
]

describe('columns that nobody chose', () => {
  it.each([
    [1000, ['who', 'when', 'size', 'changed']],
    [640, ['who', 'when', 'size', 'changed']],
    [600, ['who', 'when', 'size']],
    [500, ['who', 'when']],
    [420, ['who']],
    [300, []],
    [0, ['who', 'when', 'size', 'changed']], // not measured yet
  ])('leave room for the name in a list of %i px', (width, left) => {
    expect(fitting(SHOWN, width).map((column) => column.sort)).toEqual(left)
  })

  it('go from the right alone: a narrow one behind a wide one that does not fit goes with it', () => {
    const wideSecond = [SHOWN[1], { sort: 'what', word: 'What', width: 'minmax(0, 400px)' }, SHOWN[2]].filter((one) => one !== undefined)
    expect(fitting(wideSecond, 600).map((column) => column.sort)).toEqual(['when'])
  })
})
