import { expect, test } from 'vitest'
import { added, moved, replaced, textOf, turned, without, type PatternPart } from './parts'

const part = (text: string): PatternPart => ({ text, field: /\{.*?(\w+)[ }?]/.exec(text)?.[1] ?? null, label: '', shown: '', optional: text.includes('?'), otherwise: text.includes('?') ? text.replace('?', '') : text.replace('}', '?}'), forms: [] })
const KIND = { code: 'kind', label: 'Kind', type: 'text' as const, kinds: [], choices: [], shown: true, retired: false, own: false }
const HOUSE = ['{when yyyy}', '_', '{who}', '_', '{what}', '{"_" reference?}'].map(part)

test.each([
  [moved(HOUSE, 0, 1), '{who}_{when yyyy}_{what}{"_" reference?}'],
  [moved(HOUSE, 4, -1), '{when yyyy}_{what}_{who}{"_" reference?}'],
  [moved(HOUSE, 0, -1), '{when yyyy}_{who}_{what}{"_" reference?}'],
  [moved(HOUSE, 5, 1), '{when yyyy}_{who}_{what}{"_" reference?}'],
  [without(HOUSE, 0), '{who}_{what}{"_" reference?}'],
  [without(HOUSE, 4), '{when yyyy}_{who}{"_" reference?}'],
  [without(HOUSE, 5), '{when yyyy}_{who}_{what}'],
  [replaced(HOUSE, 0, '{when yyyy-mm}'), '{when yyyy-mm}_{who}_{what}{"_" reference?}'],
  [turned(added(HOUSE, KIND), 7), '{when yyyy}_{who}_{what}{"_" reference?}{"_" kind?}'],
  [turned([part('{what}')], 0), '{what?}'],
  [added(HOUSE, KIND), '{when yyyy}_{who}_{what}{"_" reference?}_{kind}'],
  [added([], KIND), '{kind}'],
])('a part is moved, left out, written otherwise or added, and the rest stays: %s', (parts, expected) => {
  expect(textOf(parts)).toBe(expected)
})
