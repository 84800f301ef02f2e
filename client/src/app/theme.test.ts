import { theme } from 'antd'
import { describe, expect, it } from 'vitest'

import { themeOf } from './theme'
import { dark, light, type Palette } from './tokens'

/** Contrast of two colours: WCAG 2.1, relative luminance. */
function contrast(one: string, other: string): number {
  const [high = 0, low = 0] = [luminance(one), luminance(other)].sort((a, b) => b - a)
  return (high + 0.05) / (low + 0.05)
}

function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

const schemes: ['light' | 'dark', Palette][] = [
  ['light', light],
  ['dark', dark],
]

describe.each(schemes)('in the %s', (scheme, palette) => {
  const token = theme.getDesignToken(themeOf(scheme))
  // a row under the pointer, or chosen, among them
  const grounds = { paper: palette.paper, sheet: palette.sheet, actGround: palette.actGround }

  it('what the library makes of our colours is our colours', () => {
    expect(token).toMatchObject({ colorPrimary: palette.act, colorLink: palette.act, colorError: palette.bad, colorText: palette.ink })
  })

  it.each(['colorText', 'colorTextSecondary', 'colorLink', 'colorLinkHover', 'colorLinkActive', 'colorPrimary', 'colorPrimaryHover', 'colorPrimaryActive', 'colorError'] as const)('%s can be read on every ground', (name) => {
    const low = Object.entries(grounds).filter(([, ground]) => contrast(token[name], ground) < 4.5)
    expect(low.map(([ground, value]) => `${ground}: ${contrast(token[name], value).toFixed(2)}`)).toEqual([])
  })

  it.each([
    ['ink', 'paper'], ['ink', 'sheet'], ['ink', 'desk'], ['ink', 'actGround'], ['ink', 'waitGround'], ['ink', 'badGround'], ['ink', 'mark'], ['ink', 'flag'],
    ['soft', 'paper'], ['soft', 'sheet'], ['soft', 'actGround'], ['act', 'sheet'], ['act', 'actGround'], ['actText', 'act'], ['wait', 'waitGround'], ['bad', 'badGround'], ['bad', 'sheet'],
    ['headText', 'head'], ['headSoft', 'head'], ['when', 'sheet'], ['who', 'sheet'], ['what', 'sheet'], ['reference', 'sheet'], ['rest', 'sheet'],
  ] as const)('%s can be read on %s', (text, ground) => {
    expect(contrast(palette[text], palette[ground])).toBeGreaterThanOrEqual(4.5)
  })
})
