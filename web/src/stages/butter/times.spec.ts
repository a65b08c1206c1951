import { describe, expect, it } from 'vitest'
import { momentOf, span } from './times'

describe('times at the bench', () => {
  it('says minutes as a cook does', () => {
    expect(span(125)).toBe('2 h 05 min')
    expect(span(40.4)).toBe('40 min')
    expect(span(0.5)).toBe('30 s')
    expect(span(null)).toBe('–')
  })

  it('takes a clock time for today, or for last night when that is nearer', () => {
    const now = new Date(2026, 10, 25, 9, 30)
    expect(momentOf('09:10', now)?.getTime()).toBe(new Date(2026, 10, 25, 9, 10).getTime())
    expect(momentOf('23:00', now)?.getDate()).toBe(24)
    expect(momentOf('10:00', now)?.getDate()).toBe(25)
  })

  it('refuses what is no time', () => {
    const now = new Date(2026, 10, 25, 9, 30)
    for (const wrong of ['', 'soon', '25:00', '9.10', '09:75']) expect(momentOf(wrong, now)).toBeNull()
  })
})
