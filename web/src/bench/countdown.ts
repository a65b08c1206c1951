/** Seconds that are left as minutes and seconds; “+” where they are over. */
export function countdown(seconds: number): string {
  const s = Math.abs(Math.round(seconds))
  return `${seconds < 0 ? '+' : ''}${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
}
