import { describe, expect, it } from 'vitest'
import type { Listed } from '../shared/api/client'
import { headsOf, wordOf } from './groups'
import { splitName } from './names'

describe('a name that is typed anew', () => {
  it.each([
    ['2026-01-09_mrc_rope.pdf', '2026-01-09_mrc_rope', '.pdf'],
    ['logs.tar.gz', 'logs', '.tar.gz'],
    ['README', 'README', ''],
    ['minutes v1.2 final', 'minutes v1.2 final', ''],
    ['.profile', '.profile', ''],
  ])('keeps the extension of %s', (name, stem, extension) => {
    expect(splitName(name)).toEqual([stem, extension])
  })
})

describe('groups', () => {
  const document = (number: number, when: string | null) => ({ number, when, kind: null, who: null }) as unknown as Listed
  it('have a head before each, with its count', () => {
    const items = headsOf([document(1, null), document(2, '2026-01-09'), document(3, '2026-01-30')], 'month', [{ key: '2026-01', count: 7 }], [])
    expect(items.map((item) => item.document?.number ?? [item.word, item.count])).toEqual([['No date', undefined], 1, ['January 2026', 7], 2, 3])
  })
  it('are none where none are asked for', () => {
    expect(headsOf([document(1, null)], '', [], [])).toHaveLength(1)
    expect(wordOf('letter', 'kind', [{ code: 'letter', label: 'Letter' }])).toBe('Letter')
  })
})
