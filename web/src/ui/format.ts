/** Number formatting only: every figure itself comes from the API. */
import { reactive } from 'vue'

export const NONE = '–'

/** How this kitchen writes figures and days (its own choice, under Kitchen), the server's sentences too (inHabit). */
export const habits = reactive({ numbers: 'point', dates: 'day_first' })

function written(plain: string): string {
  return habits.numbers === 'comma' ? plain.replace('.', ',') : plain
}

/** A number to so many digits, or a dash when it is unknown. */
export function fixed(value: number | null | undefined, digits: number): string {
  return value === null || value === undefined ? NONE : written(value.toFixed(digits))
}

/** A difference with its sign; one that rounds to nothing has none, an unknown one is a dash. */
export function signed(value: number | null | undefined, digits: number): string {
  if (value === null || value === undefined) return NONE
  const size = Math.abs(value).toFixed(digits)
  return `${Number(size) === 0 ? '' : value > 0 ? '+' : '−'}${written(size)}`
}

/** Grams to 1, to 0.1 below 10 g. */
export function grams(value: number | null | undefined): string {
  if (value === null || value === undefined) return NONE
  return written(value.toFixed(value < 10 && value !== 0 ? 1 : 0))
}

export function day(iso: string): string {
  if (habits.dates === 'iso') return iso.slice(0, 10)
  return new Date(`${iso.slice(0, 10)}T12:00:00`).toLocaleDateString(
    habits.dates === 'month_first' ? 'en-US' : 'en-GB',
    { day: 'numeric', month: 'short' },
  )
}

export function clock(iso: string): string {
  return new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
}

const WORDS: Record<string, string> = {
  creamed_soft: 'Creamed, soft butter',
  creamed_cold: 'Creamed, cold butter',
  melted: 'Melted and cooled',
  browned_reset: 'Browned and re-set',
  rubbed_in: 'Rubbed in',
  processor: 'Food processor',
  'fold-in': 'fold in',
}

/** A choice's name for the screen. */
export function choice(value: string): string {
  return WORDS[value] ?? value.charAt(0).toUpperCase() + value.slice(1)
}

export function stepWord(value: string): string {
  return value === 'fold-in' ? 'fold in' : value
}

export function roleWord(value: string): string {
  return value.charAt(0).toUpperCase() + value.slice(1)
}

/** Minutes as a cook keeps them: to the half. */
export function halves(minutes: number | null | undefined): string {
  if (minutes === null || minutes === undefined) return NONE
  return written(String(Math.round(minutes * 2) / 2))
}
