/** Minutes as a cook says them: “2 h 05 min”, “40 min”, “30 s”. */
export function span(minutes: number | null | undefined): string {
  if (minutes === null || minutes === undefined) return '–'
  if (minutes > 0 && minutes < 2) return `${Math.round(minutes * 60)} s`
  const whole = Math.round(minutes)
  const hours = Math.floor(whole / 60)
  return hours > 0 ? `${hours} h ${String(whole % 60).padStart(2, '0')} min` : `${whole} min`
}

/** A moment today (or the day before, when that is nearer) from “09:10”; null when it is no time. */
export function momentOf(clock: string, now: Date): Date | null {
  const found = /^(\d{1,2}):(\d{2})$/.exec(clock.trim())
  if (!found) return null
  const [hours, minutes] = [Number(found[1]), Number(found[2])]
  if (hours > 23 || minutes > 59) return null
  const at = new Date(now)
  at.setHours(hours, minutes, 0, 0)
  if (at.getTime() - now.getTime() > 12 * 3600_000) at.setDate(at.getDate() - 1)
  return at
}
