import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { inDough, press, serve } from '@/testing'
import PressTest from './PressTest.vue'

it('asks for what is missing by name, and takes the ball, the dough and the weight that it proposes', async () => {
  serve({ 'GET /api/runs/1/press/weight': 1500 })
  const act = vi.fn(async () => 'key')
  const w = await inDough(PressTest, {
    modelValue: true,
    run: { id: 1, seq: 2, press_ball_g: 15, press_s: 30, state: { temperatures: { dough: [19.5, 0] } } },
    step: { id: 'shape' },
    work: { act, now: ref(0) },
    devices: { probe: ref(undefined), read: () => null },
  })
  await w.find('form').trigger('submit')
  expect(w.get('[role=alert]').text()).toContain('the width in mm')
  expect(act).not.toHaveBeenCalled()
  await vi.waitFor(() => expect(w.html()).toContain('1500'))
  await w.findAll('input').at(-1)?.setValue('44,5')
  await press(w, 'Pressed')
  await w.find('form').trigger('submit')
  expect(act).toHaveBeenCalledWith('pressed', {
    step: 'shape',
    values: { ball_g: 15, weight_g: 1500, width_mm: 44.5, c: 19.5 },
  })
})

it('says how wide it will bake, how stiff it is, and what can still be done', async () => {
  serve({
    'GET /api/runs/1/press': {
      thought_mm: 41.2,
      carried_pa: 3120,
      stiff: { value: 0.66, low: 0.45, high: 0.97 },
      width_mm: 85,
      was_mm: 82,
      tells: true,
      words: 'Will bake to 85 mm instead of 82: the dough is softer than forecast.',
      changes: [
        { words: 'chill the pieces 6 K colder first', minutes: 12, effect: '2 mm narrower', distance: 1 },
      ],
    },
    'GET /api/runs/1/press/weight': 1500,
  })
  const presses = [{ ball_g: 15, weight_g: 1500, width_mm: 52, dough_c: 20 }]
  const w = await inDough(PressTest, {
    modelValue: true,
    run: { id: 1, seq: 2, press_ball_g: 15, press_s: 30, state: { presses } },
    step: { id: 'shape' },
    work: { act: vi.fn(), now: ref(0) },
    devices: { probe: ref(undefined), read: () => null },
  })
  await vi.waitFor(() => expect(w.get('[role=status]').text()).toContain('85 mm instead of 82'))
  expect(w.text()).toContain('52 mm wide; 41 were forecast. It carried the weight at 3.12 kPa')
  expect(w.text()).toContain('chill the pieces 6 K colder first: 2 mm narrower')
})
