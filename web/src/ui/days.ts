import { habits } from './format'

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const two = (n: number): string => String(n).padStart(2, '0')
const iso = (y: number, m: number, d: number): string | null => {
  const made = new Date(Date.UTC(y, m - 1, d))
  // A day that is not in the calendar rolls over: 31 Feb is no day.
  if (made.getUTCMonth() !== m - 1 || made.getUTCDate() !== d || y < 1900 || y > 2200) return null
  return `${y}-${two(m)}-${two(d)}`
}

/** A day as this kitchen writes days, with its year: what a box shows and takes. */
export function dayText(day: string): string {
  const [y = 0, m = 1, d = 1] = day.slice(0, 10).split('-').map(Number)
  const month = (MONTHS[m - 1] ?? '').replace(/^./, (c) => c.toUpperCase())
  if (habits.dates === 'iso') return day.slice(0, 10)
  return habits.dates === 'month_first' ? `${month} ${d}, ${y}` : `${d} ${month} ${y}`
}

/** So many days from a day. */
export function shifted(day: string, by: number): string {
  const made = new Date(`${day.slice(0, 10)}T12:00:00Z`)
  made.setUTCDate(made.getUTCDate() + by)
  return made.toISOString().slice(0, 10)
}

/**
 * What was typed as a day, ISO; null where it is none. Takes 2026-11-29, 29.11.2026, 29/11, 29 Nov, Nov 29, today,
 * tomorrow, yesterday and +3; two bare numbers are read in the kitchen's order, and a missing year is the nearest.
 */
export function readDay(typed: string, today: string): string | null {
  const text = typed.trim().toLowerCase()
  const named: Record<string, number> = { today: 0, tomorrow: 1, yesterday: -1 }
  if (text in named) return shifted(today, named[text] ?? 0)
  if (/^[+-]\d{1,3}$/.test(text)) return shifted(today, Number(text))
  const whole = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text)
  if (whole) return iso(Number(whole[1]), Number(whole[2]), Number(whole[3]))
  const parts = text.split(/[\s.,/-]+/).filter(Boolean)
  const word = parts.findIndex((p) => MONTHS.includes(p.slice(0, 3)) && /^[a-z]+$/.test(p))
  const numbers = parts.filter((_, n) => n !== word).map(Number)
  if (numbers.some((n) => !Number.isInteger(n) || n < 1)) return null
  let month: number
  let date: number
  let year: number | undefined
  if (word >= 0) {
    if (numbers.length < 1 || numbers.length > 2) return null
    month = MONTHS.indexOf((parts[word] ?? '').slice(0, 3)) + 1
    ;[date = 0, year] = numbers
  } else {
    if (numbers.length < 2 || numbers.length > 3) return null
    const [a = 0, b = 0] = numbers
    ;[date, month] = habits.dates === 'day_first' ? [a, b] : [b, a]
    year = numbers[2]
  }
  if (year !== undefined) return iso(year < 100 ? 2000 + year : year, month, date)
  const now = Number(today.slice(0, 4))
  const near = [now - 1, now, now + 1].flatMap((y) => iso(y, month, date) ?? [])
  const away = (d: string): number => Math.abs(Date.parse(d) - Date.parse(today))
  return near.sort((x, y) => away(x) - away(y))[0] ?? null
}

/** What was typed as a time of day, HH:MM; null where it is none. Takes 16:00, 16.30, 1630, 4 pm, 4:30pm. */
export function readClock(typed: string): string | null {
  const found = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(am|pm)?$/i.exec(typed.trim())
  if (!found) return null
  let hour = Number(found[1])
  const minute = Number(found[2] ?? 0)
  const half = found[3]?.toLowerCase()
  if (half) {
    if (hour < 1 || hour > 12) return null
    hour = (hour % 12) + (half === 'pm' ? 12 : 0)
  }
  return hour > 23 || minute > 59 ? null : `${two(hour)}:${two(minute)}`
}
