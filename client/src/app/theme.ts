import { theme, type ThemeConfig } from 'antd'
import { dark, light, type Palette, type Scheme } from './tokens'

export const SANS = "'IBM Plex Sans', sans-serif"
export const MONO = "'IBM Plex Mono', monospace"

/** The component library, dressed in our tokens. */
export function themeOf(scheme: Scheme): ThemeConfig {
  const p = scheme === 'dark' ? dark : light
  return {
    algorithm: [scheme === 'dark' ? theme.darkAlgorithm : theme.defaultAlgorithm, (seed, made) => ({ ...(made ?? theme.defaultAlgorithm(seed)), ...asTheyAre(p) })],
    token: {
      fontFamily: SANS, fontFamilyCode: MONO, fontSize: 13, borderRadius: 3, controlHeight: 28, wireframe: false,
      colorPrimary: p.act, colorText: p.ink, colorTextSecondary: p.soft, colorTextDescription: p.soft, colorTextPlaceholder: p.soft,
      colorTextLightSolid: p.actText, colorBgBase: p.paper, colorBgContainer: p.sheet, colorBgElevated: p.sheet,
      colorBorder: p.line, colorError: p.bad, colorSuccess: p.well, colorWarning: p.wait, colorLink: p.act, colorBgMask: `${p.ink}4d`, boxShadowSecondary: `0 2px 10px ${p.line}`,
      motion: false,
    },
    components: {
      Button: { primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none' },
      Select: { optionActiveBg: p.actGround, optionSelectedBg: p.actGround, optionPadding: '3px 10px', optionLineHeight: 1.45, optionHeight: 26 },
      Table: { headerBg: p.paper, headerColor: p.soft, headerSplitColor: 'transparent', borderColor: p.hair, cellPaddingBlockSM: 5, rowHoverBg: p.actGround },
      Progress: { defaultColor: p.act, remainingColor: p.line },
      Form: { itemMarginBottom: 14, verticalLabelPadding: '0 0 3px' },
    },
  }
}

/** What the library would dim in the dark until nobody can read it, links under the pointer most of all. */
function asTheyAre(p: Palette) {
  const act = { colorPrimary: p.act, colorPrimaryActive: p.act, colorPrimaryText: p.act, colorPrimaryTextActive: p.act, colorLink: p.act, colorLinkActive: p.act, colorLinkHover: p.ink }
  return { ...act, colorError: p.bad, colorErrorActive: p.bad, colorErrorText: p.bad, colorErrorTextActive: p.bad, colorSuccess: p.well, colorWarning: p.wait }
}
