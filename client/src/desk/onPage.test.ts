import { describe, expect, it } from 'vitest'
import { onPage } from './onPage'

const page = (...lines: string[][]) =>
  lines.flatMap((cells, line) => cells.flatMap((cell, nth) => cell.split(' ').map((text) => ({ text, line, cell: nth }))))

const PAGE = page(
  ['Skerry Sailing Trust', 'Ref. SST-25/114'],
  ['Assignment: “Tides and Races”, second draft'],
  ['Tides of the sound', 'Tider'],
  ['Élan Ropes (Rigging), Quay 4'],
)

describe('what stands on the page and begins with what was typed', () => {
  it.each([
    ['one letter is too little', 't', []],
    ['up to a break, then the whole cell, in the order of the page', 'ti', ['Tides and Races', 'Tides and Races”, second draft', 'Tides of the sound', 'Tider']],
    ['several words typed', 'tides o', ['Tides of the sound']],
    ['a figure', 'sst', ['SST-25/114']],
    ['no cell goes on into the next', 'sailing', ['Sailing Trust']],
    ['accents and case do not matter', 'elan', ['Élan Ropes', 'Élan Ropes (Rigging), Quay 4']],
    ['what was typed whole is not offered', 'tider', []],
    ['nothing there', 'zz', []],
  ])('%s', (_name, typed, expected) => {
    expect(onPage(PAGE, typed)).toEqual(expected)
  })

  it('offers what was read for the field first', () => {
    expect(onPage(PAGE, 'tid', ['Tides and Currents', 'Ropes'])).toEqual(['Tides and Currents', 'Tides and Races', 'Tides and Races”, second draft', 'Tides of the sound', 'Tider'])
  })

  it('offers no more than a few', () => {
    expect(onPage(page(...Array.from({ length: 20 }, (_, at) => [`total ${String(at)}`])), 'total')).toHaveLength(6)
  })
})
