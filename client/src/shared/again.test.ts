import { describe, expect, it } from 'vitest'
import { askAgain, pause } from './api/again'
import { problemOf } from './api/client'

const told = (code: string, more: object = {}) => problemOf({ code, detail: '', ...more }, 503)

describe('asking again', () => {
  it.each([
    [told('offline'), 2],
    [told('still_reading', { seconds: 1 }), 10],
    [told('not_found'), 0],
    [new Error('a fault of ours'), 0],
  ])('%s', (error, tries) => {
    expect([...Array(20).keys()].filter((failures) => askAgain(failures, error)).length).toBe(tries)
  })

  it('waits as long as the answer says, otherwise ever longer', () => {
    expect([0, 1, 2].map((failures) => pause(failures, told('still_reading', { seconds: 3 })))).toEqual([3000, 3000, 3000])
    expect([0, 1, 2].map((failures) => pause(failures, told('offline')))).toEqual([1000, 2000, 4000])
  })
})
