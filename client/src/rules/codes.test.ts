import { describe, expect, it } from 'vitest'
import { codeFor } from './usePut'

describe('the code of what a team adds', () => {
  it.each([
    ['Hull number', [], 'hull_number'],
    ['Größe (m)', [], 'gro_e_m'],
    ['2nd owner', [], 'nd_owner'],
    ['Due', ['due'], 'due_2'],
    ['Due', ['due', 'due_2'], 'due_3'],
    ['値段', [], 'own'],
    ['x'.repeat(80), [], 'x'.repeat(36)],
  ])('is made of %s', (label, taken, code) => {
    expect(codeFor(label, taken)).toBe(code)
  })
})
