/**
 * The one set of tokens: both colour schemes, for our own styles (as custom properties) and for the
 * component library alike. Text colours keep 4.5:1 on the grounds they are used on.
 */
export interface Palette {
  paper: string
  sheet: string
  desk: string // behind a page
  head: string // the bar of places
  headText: string
  headSoft: string
  ink: string
  soft: string
  line: string
  hair: string
  act: string
  actText: string // on act
  actGround: string
  wait: string
  waitGround: string
  bad: string
  badGround: string
  well: string
  when: string
  who: string
  what: string
  reference: string
  rest: string
  mark: string
  flag: string
}

export const light: Palette = {
  paper: '#f6f4ee', sheet: '#fffdf8', desk: '#e9e5da', head: '#1b2830', headText: '#f6f4ee', headSoft: '#c9cfcb',
  ink: '#1b2830', soft: '#5a615e', line: '#d9d4c6', hair: '#ece8dc', act: '#174a5b', actText: '#ffffff',
  actGround: '#e4edee', wait: '#855604', waitGround: '#f5ead2', bad: '#97391f', badGround: '#f6e2db', well: '#8fb0a8',
  when: '#2f5aa0', who: '#7a3f78', what: '#566412', reference: '#0f6b66', rest: '#5f6663', mark: '#f3dc9a', flag: '#eceed8',
}

export const dark: Palette = {
  paper: '#12202a', sheet: '#172833', desk: '#0d1820', head: '#0a141b', headText: '#e9e6dc', headSoft: '#b9c0bf',
  ink: '#e9e6dc', soft: '#a9b1b0', line: '#33454f', hair: '#25363f', act: '#7fb8cc', actText: '#0d1b23',
  actGround: '#1f3a47', wait: '#e0a94a', waitGround: '#3a3018', bad: '#e89a82', badGround: '#40251d', well: '#4d776d',
  when: '#8fb3ec', who: '#d29ad0', what: '#b3c26a', reference: '#6cc7c0', rest: '#a3aaa7', mark: '#6a5417', flag: '#263024',
}

export type Scheme = 'light' | 'dark'

export function apply(scheme: Scheme): void {
  const root = document.documentElement
  const palette = scheme === 'dark' ? dark : light
  for (const [name, value] of Object.entries(palette)) {
    root.style.setProperty(`--${name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`, value)
  }
  root.style.colorScheme = scheme
  root.dataset.scheme = scheme
}
