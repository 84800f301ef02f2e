import { describe, expect, it } from 'vitest'
import type { Arrival, OutlineEntry, Preview } from '../shared/api/client'
import { EMPTY } from '../shared/fields'
import { match, matching } from '../shared/folderChoices'
import { firstOf, following, grouped, isOnlyTyped, lackingOf, slipOf } from './model'

const arrival = (number: number, arrival_point: string, later = false): Arrival => ({
  number, arrival_point, later, name: `${String(number)}.pdf`, size: 1, added_at: '2026-11-20T08:00:00Z', was_read: true,
  media_type: 'application/pdf', pages: 1, trouble: null, fitting_extension: null, same_as: null, holder: null, holder_name: null, holds: false, edition: 1, question: null, recognising: null, recognising_of: null,
  slip: { kind: '', who: '', short: '', when: '', what: '', reference: '', amount: '', folder: null, make: '', extension: null, see_also: null, as_version: false },
})
const folder = (id: number, path: string): OutlineEntry => ({
  id, path, parent_id: null, name: path.split('/').pop() ?? '', depth: 1, right: 'filer', own: 0, documents: 0, misnamed: 0, fresh: 0, own_access: false, private: false,
})

describe('the queue', () => {
  const waiting = [arrival(1, 'Post'), arrival(2, 'Scanner'), arrival(3, 'Post'), arrival(4, 'Post', true)]

  it('stands by arrival point, what was set aside last', () => {
    expect(grouped(waiting).map((g) => [g.name, g.arrivals.map((a) => a.number)])).toEqual([
      ['Post', [1, 3]], ['Scanner', [2]], ['Set aside', [4]],
    ])
  })

  it('begins with what one is asked and ends with what others are asked, until they answer', () => {
    const question = (part: object) => ({ text: 'ours?', by: 'Tamsin', of: 'Magnus', answer: null, asks_me: false, is_mine: false, ...part })
    const asked = [
      { ...arrival(1, 'Post'), question: question({ is_mine: true }) }, arrival(2, 'Post'), { ...arrival(3, 'Scanner'), question: question({ asks_me: true }) },
      { ...arrival(4, 'Post'), question: question({ is_mine: true, answer: 'yes' }) }, { ...arrival(5, 'Post'), question: question({}) }, arrival(6, 'Post', true),
    ]
    expect(grouped(asked).map((g) => [g.name, g.arrivals.map((a) => a.number)])).toEqual([
      ['You are asked', [3]], ['Post', [2, 4, 5]], ['Set aside', [6]], ['With others', [1]],
    ])
  })

  it.each([[1, 3], [3, 2], [2, 4], [4, 2], [9, 1]])('goes on from %i to %i', (from, to) => {
    expect(following(waiting, from)).toBe(to)
  })

  it('ends with nothing', () => expect(following([arrival(1, 'Post')], 1)).toBeNull())
})

describe('the slip', () => {
  it('takes what was kept of it', () => {
    expect(slipOf({ ...arrival(1, 'Post'), slip: { ...EMPTY, who: 'mrc' } })).toEqual({ ...EMPTY, who: 'mrc' })
  })

  it.each([
    [{ what: 'mizzen s' }, true], [{ fields: { due: '12 3 26' } }, true], [{ folder: 13 }, false], [{ kind: 'letter' }, false], [{ as_version: true }, false],
  ])('%j is what may be followed by another letter: %s', (part, is) => expect(isOnlyTyped(EMPTY, { ...EMPTY, ...part })).toBe(is))

  it.each([[['what', 'when'], 'when'], [['folder'], 'folder'], [['colour'], 'colour'], [['colour', 'amount'], 'amount'], [['colour', 'folder'], 'folder'], [[], null], [[], null]])('%j puts the cursor into %s', (fields, first) => {
    expect(firstOf(fields)).toBe(first)
  })
})

describe('type-ahead over folders', () => {
  const paths = ['Finance', 'Finance/Invoices', 'Finance/Invoices/2025', 'Finance/Invoices/2026', 'Boat/Invoices old/2026', 'Safety/Risk assessments']
  const folders = paths.map((path, at) => folder(at, path))

  it.each([
    ['fin inv 26', 'Finance/Invoices/2026'],
    ['fin inv 2026', 'Finance/Invoices/2026'],
    ['inv', 'Finance/Invoices'],
    ['f i 2025', 'Finance/Invoices/2025'],
    ['risk', 'Safety/Risk assessments'],
    ['saf ass', 'Safety/Risk assessments'],
    ['2026 fin', null],
    ['old', 'Boat/Invoices old'],
  ])('“%s” leads to %s', (typed, path) => {
    const best = matching([...folders, folder(9, 'Boat/Invoices old')], typed)[0]?.path ?? null
    expect(best).toBe(path)
  })

  it('matches everything when nothing is typed', () => expect(match('Finance', '  ')).toBe(0))
})

describe('what stands in the way of filing', () => {
  const problems = (...fields: string[]) => ({ understood: { problems: fields.map((field) => ({ field, said: { code: 'lacks', facts: { field } } })) } }) as unknown as Preview
  it.each([
    ['nothing is known yet', { folder: 3 }, undefined, []],
    ['no folder', {}, undefined, ['folder']],
    ['what the pattern asks', { folder: 3, kind: 'invoice' }, problems('when', 'what'), ['when', 'what']],
    ['filled in since it was looked at', { folder: 3, when: '1 2 26', what: 'x' }, problems('when', 'what'), []],
    ['a short form is proposed by itself', { folder: 3 }, problems('short'), []],
  ])('%s', (_, slip, preview, lacking) => {
    expect(lackingOf({ ...EMPTY, ...slip }, preview)).toEqual(lacking)
  })
})
