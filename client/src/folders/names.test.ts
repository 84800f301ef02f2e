import { describe, expect, it } from 'vitest'
import type { Listed } from '../shared/api/client'
import { headsOf, wordOf, type Grouped } from './groups'
import { splitName } from '../shared/documents/names'

describe('a name that is typed anew', () => {
  it.each([
    ['2026-01-09_mrc_rope.pdf', '2026-01-09_mrc_rope', '.pdf'],
    ['logs.tar.gz', 'logs', '.tar.gz'],
    ['README', 'README', ''],
    ['minutes v1.2 final', 'minutes v1.2 final', ''],
    ['minutes 3.5.26', 'minutes 3.5.26', ''],
    ['parts.7z', 'parts', '.7z'],
    ['.profile', '.profile', ''],
  ])('keeps the extension of %s', (name, stem, extension) => {
    expect(splitName(name)).toEqual([stem, extension])
  })
})

const field = { kinds: [], choices: [], shown: false, own: true, retired: false }
const TEAM: Grouped = {
  kinds: [{ code: 'letter', label: 'Letter' }],
  fields: [
    { ...field, code: 'who', label: 'Who', type: 'party' },
    { ...field, code: 'deck', label: 'Deck', type: 'choice', choices: [{ code: 'low', label: 'Lower deck' }] },
    { ...field, code: 'due', label: 'Due', type: 'date' },
  ],
}

describe('groups', () => {
  const document = (number: number, when: string | null) => ({ number, when, kind: null, who: null }) as unknown as Listed
  it('have a head before each, with its count', () => {
    const items = headsOf([document(1, null), document(2, '2026-01-09'), document(3, '2026-01-30')], 'month', [{ key: '2026-01', count: 7 }], TEAM)
    expect(items.map((item) => item.document?.number ?? [item.word, item.count])).toEqual([['No date', undefined], 1, ['January 2026', 7], 2, 3])
  })
  it('are none where none are asked for', () => {
    expect(headsOf([document(1, null)], '', [], TEAM)).toHaveLength(1)
    expect(wordOf('letter', 'kind', TEAM)).toBe('Letter')
  })
  it.each([
    ['deck', 'low', 'Lower deck'],
    ['deck', '', 'No deck'],
    ['due', '2026-03', 'March 2026'],
    ['who', '', 'Nobody'],
  ])('say what a field of the team has: %s %s', (by, key, word) => {
    expect(wordOf(key, by, TEAM)).toBe(word)
  })
  it('follow what a document says in a field', () => {
    const said = (number: number, fields: Record<string, string>) => ({ number, fields }) as unknown as Listed
    const items = headsOf([said(1, { due: '2026-03-01' }), said(2, { due: '2026-03-30' }), said(3, {})], 'due', [], TEAM)
    expect(items.map((item) => item.document?.number ?? item.word)).toEqual(['March 2026', 1, 2, 'No due', 3])
  })
})
