import { flushPromises } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { inDough, press, serve } from '@/testing'
import TrayFrame from './TrayFrame.vue'

const thing = (id: number, kind: string, facts: Record<string, number>, retired: string | null = null) => ({
  id, kind, name: `${kind} ${id}`, facts, retired_at: retired,
}) // prettier-ignore
const file = new File(['x'], 'tray.jpg', { type: 'image/jpeg' })

async function shown() {
  serve({
    'GET /api/kitchen/furnishing': {
      things: [
        thing(1, 'tray', { usable_width_mm: 380, usable_depth_mm: 280 }),
        thing(2, 'oven', {}),
        thing(3, 'tray', {}, '2026-01-01T00:00:00Z'),
      ],
      labels: [],
    },
  })
  const w = await inDough(TrayFrame, { file, busy: false })
  await flushPromises()
  return w
}

it('asks for a size before a picture is read, and takes it from a tray of the kitchen', async () => {
  const w = await shown()
  await press(w, 'Read it')
  expect(w.get('[role=alert]').text()).toContain('how wide and deep the tray is')
  expect(w.emitted('read')).toBeUndefined()
  expect(w.findAll('option').map((o) => o.text())).toEqual(['another', 'tray 1'])
  await w.get('select').setValue(1)
  await press(w, 'Read it')
  expect(w.find('[role=alert]').exists()).toBe(false)
  expect(w.emitted('read')?.[0]?.[0]).toMatchObject({ wide_mm: 380, deep_mm: 280 })
})

it('refuses a size below nothing', async () => {
  const w = await shown()
  for (const [n, v] of ['-380', '280'].entries()) await w.findAll('input')[n]?.setValue(v)
  await press(w, 'Read it')
  expect(w.emitted('read')).toBeUndefined()
})
