import { expect, test } from 'vitest'
import { filled, mendWorded, titled, worded, type Fact } from './said'

// the same cases as tests/core/test_words.py
test.each<[string, Record<string, Fact>, string]>([
  ['“{name}” stands there', { name: 'a.pdf' }, '“a.pdf” stands there'],
  ['There is none[, but {alike} stands there]', {}, 'There is none'],
  ['There is none[, but {alike} stands there]', { alike: ['a', 'b'] }, 'There is none, but a, b stands there'],
  ['[{gain} will see it][; {lose} will not]', { gain: [], lose: ['Alba'] }, '; Alba will not'],
  ['{count} steps', { count: 12345 }, '12,345 steps'],
  ['{count} steps', { count: 1234 }, '1234 steps'],
])('%s with %j reads %s', (pattern, facts, expected) => {
  expect(filled(pattern, facts)).toBe(expected)
})

test('a sentence of earlier times, an unknown code and a step are told as they are', () => {
  expect(worded({ code: 'told', facts: { told: 'as it was' } })).toBe('as it was')
  expect(worded({ code: 'from_the_future', facts: { why: 'rust' } })).toBe('rust (from_the_future)')
  expect(worded({ code: 'source_gone', facts: { step: 3, way: 'A → B' } })).toMatch(/^Step 3, A → B: /)
  expect(mendWorded({ code: 'made_meanwhile', facts: {} })).toBeNull()
})

test.each([
  [{ code: 'move', facts: { documents: 22, to: 'Boat' } }, 'Move 22 documents to Boat'],
  [{ code: 'copy', facts: { folders: 2, more_document: 1, to: 'Drive' } }, 'Copy 2 folders and 1 document to Drive'],
  [{ code: 'rename', facts: { name: 'note.txt' } }, 'Rename note.txt'],
  [{ code: 'given', facts: { title: 'Before the audit' } }, 'Before the audit'],
])('a change is called by what it does: %s', (title, told) => {
  expect(titled(title)).toBe(told)
  expect(titled(title, true)).toBe(`Undo: ${told}`)
})
