const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** `2025-03-12` as `12 Mar 2025`. */
export function day(iso: string | null | undefined): string {
  if (!iso) return '–'
  const [year, month, date] = iso.slice(0, 10).split('-').map(Number)
  return `${String(date)} ${MONTHS[(month ?? 1) - 1] ?? ''} ${String(year)}`
}

/** A moment as the shortest words that say when: the time today, else the day. */
export function moment(iso: string, now = new Date()): string {
  const at = new Date(iso)
  if (at.toDateString() === now.toDateString()) return clock(iso)
  const short = `${String(at.getDate())} ${MONTHS[at.getMonth()] ?? ''}`
  return at.getFullYear() === now.getFullYear() ? short : `${short} ${String(at.getFullYear())}`
}

export function clock(iso: string): string {
  const at = new Date(iso)
  return `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
}

export function dayOfMoment(iso: string, now = new Date()): string {
  const at = new Date(iso)
  if (at.toDateString() === now.toDateString()) return 'Today'
  return `${String(at.getDate())} ${MONTHS[at.getMonth()] ?? ''} ${String(at.getFullYear())}`
}

export function size(bytes: number): string {
  if (bytes < 1000) return `${String(bytes)} B`
  const units = ['KB', 'MB', 'GB', 'TB']
  let value = bytes / 1000
  let unit = 0
  while (value >= 999.5 && unit < units.length - 1) {
    value /= 1000
    unit += 1
  }
  return `${value < 10 ? value.toFixed(1) : value.toFixed(0)} ${units[unit] ?? ''}`
}

/** Lasting numbers are read aloud: a thin gap at the thousands. */
export function number(value: number): string {
  return String(value).replace(/\B(?=(\d{3})+$)/g, '\u202f')
}

/** The beginning of a text that is too long for its place, up to the end of a word. */
export function beginning(text: string, most: number): string {
  if (text.length <= most) return text
  const cut = text.slice(0, most - 1)
  const end = cut.lastIndexOf(' ')
  return `${(end > most / 2 ? cut.slice(0, end) : cut).replace(/[\s&,–-]+$/, '')}…`
}

export function money(amount: string | null): string {
  if (amount === null) return '–'
  return Number(amount).toLocaleString('en-GB', { style: 'currency', currency: 'GBP' })
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${number(count)} ${count === 1 ? one : many}`
}
