const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** `2025-03-12` as `12 Mar 2025`. */
export function day(iso: string | null | undefined): string {
  if (!iso) return '–'
  const [year, month, date] = iso.slice(0, 10).split('-').map(Number)
  return `${String(date)} ${MONTHS[(month ?? 1) - 1] ?? ''} ${String(year)}`
}

// how the office tells moments and money; until somebody is signed in, as the browser does
let office = { currency: 'GBP', time_zone: '' }

export function tellAs(settings: { currency: string; time_zone: string }): void {
  office = { currency: settings.currency, time_zone: settings.time_zone }
}

interface Told { year: string; month: string; date: string; hour: string; minute: string }

// a format takes a thousand times as long to make as to use, and a list uses it in every row
const clockOf = kept((zone) => new Intl.DateTimeFormat('en-GB', {
  year: 'numeric', month: 'numeric', day: 'numeric', hour: '2-digit', minute: '2-digit', hourCycle: 'h23', ...(zone && { timeZone: zone }),
}))
const moneyOf = kept((currency) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }))

/** Makes each thing once, and gives it again whenever the same is asked for. */
function kept<T>(make: (key: string) => T): (key: string) => T {
  const made = new Map<string, T>()
  return (key) => {
    const found = made.get(key) ?? make(key)
    made.set(key, found)
    return found
  }
}

/** The parts of a moment by the office's clock. */
function parts(at: Date): Told {
  if (Number.isNaN(at.getTime())) return { year: '', month: '', date: '', hour: '–', minute: '–' } // nothing happened yet
  const told = clockOf(office.time_zone).formatToParts(at)
  const part = (type: string) => told.find((one) => one.type === type)?.value ?? ''
  return { year: part('year'), month: MONTHS[Number(part('month')) - 1] ?? '', date: part('day'), hour: part('hour'), minute: part('minute') }
}

const isSameDay = (one: Told, other: Told) => one.year === other.year && one.month === other.month && one.date === other.date

/** A moment as the shortest words that say when: the time today, else the day. */
export function moment(iso: string, now = new Date()): string {
  const [at, today] = [parts(new Date(iso)), parts(now)]
  if (isSameDay(at, today)) return clock(iso)
  const short = `${String(Number(at.date))} ${at.month}`
  return at.year === today.year ? short : `${short} ${at.year}`
}

export function clock(iso: string): string {
  const at = parts(new Date(iso))
  return `${at.hour}:${at.minute}`
}

export function dayOfMoment(iso: string, now = new Date()): string {
  const at = parts(new Date(iso))
  return isSameDay(at, parts(now)) ? 'Today' : `${String(Number(at.date))} ${at.month} ${at.year}`
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

export function money(amount: string | null, currency: string | null = null): string {
  if (amount === null) return '–'
  return moneyOf(currency ?? office.currency).format(Number(amount))
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${number(count)} ${count === 1 ? one : many}`
}
