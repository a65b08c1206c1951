import { expect, it, vi } from 'vitest'
import { inDough, refusal, serve } from '@/testing'
import DiagnosisPanel from './DiagnosisPanel.vue'

const cause = (name: string, share_pct: number, check: string) => ({
  kind: 'done', name, share_pct, did: '2.0 mm wider', evidence: 'by the forecast', check,
}) // prettier-ignore
const PATH = 'GET /api/doughs/1/bakes/4/diagnosis'

async function shown(answer: unknown) {
  serve({ [PATH]: answer })
  const w = await inDough(DiagnosisPanel, { bakeId: 4 })
  await vi.waitFor(() => expect(w.text().length).toBeGreaterThan('Why it missed'.length))
  return w
}

it('tells each miss with its causes, and each check once', async () => {
  const again = 'Bake it again with this as planned.'
  const w = await shown({
    reason: '',
    found: [
      { key: 'diameter_mm', label: 'Diameter', words: '6.0 mm too wide', causes: [cause('Oven at 190 °C', 70, again), cause('Dough 2 h old', 30, again)] },
      { key: 'height_mm', label: 'Height', words: '2.0 mm too flat', causes: [cause('Measuring', 100, 'Measure again.')] },
    ],
  }) // prettier-ignore
  expect(w.findAll('.miss b').map((b) => b.text())).toEqual([
    'Diameter 6.0 mm too wide',
    'Height 2.0 mm too flat',
  ])
  expect(w.findAll('.check').map((c) => c.text())).toEqual([
    `${again} Oven at 190 °C`,
    'Measure again. Measuring',
  ])
  w.unmount()
})

it('marks what worked against the miss, and sends nobody to check it', async () => {
  const found = [
    {
      key: 'diameter_mm', label: 'Diameter', words: '6.0 mm too wide',
      causes: [cause('Oven', 120, 'Read a thermometer.'), cause('Cold dough', -20, 'Warm it.')],
    },
  ] // prettier-ignore
  const w = await shown({ reason: '', found })
  const bars = w.findAll('.bar i')
  expect(bars.map((b) => b.classes('against'))).toEqual([false, true])
  expect(bars[0]?.attributes('style')).toContain('width: 100%')
  expect(w.text()).not.toContain('Warm it.')
  w.unmount()
})

it('says why there is nothing to tell', async () => {
  const w = await shown({ reason: 'Nothing measured missed by more than a clear miss.', found: [] })
  expect(w.text()).toContain('Nothing measured missed')
  expect(w.text()).not.toContain('What would settle it')
  w.unmount()
})

it('says what went wrong when it cannot be worked out', async () => {
  const w = await shown(refusal('That bake was corrected. Look at the list again.'))
  expect(w.text()).toContain('That bake was corrected.')
  w.unmount()
})
