import { expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick } from 'vue'
import { inDough, serve } from '@/testing'
import { useDevices } from './useDevices'

/** A line that the test speaks on, breaks and mends. */
class Line {
  static last: Line
  onopen: (() => void) | null = null
  onerror: ((event: Event) => void) | null = null
  readyState = 1
  private heard: ((event: MessageEvent) => void)[] = []
  constructor() {
    Line.last = this
  }
  addEventListener(_: string, listener: (event: MessageEvent) => void): void {
    this.heard.push(listener)
  }
  removeEventListener(): void {}
  close(): void {}
  say(value: number, state = 1): void {
    const data = JSON.stringify([{ device: 5, at: 1, state, value }])
    for (const listen of this.heard) listen(new MessageEvent('readings', { data }))
  }
}

async function opened() {
  vi.stubGlobal('EventSource', Line)
  serve({
    'GET /api/kitchen/furnishing': {
      things: [{ id: 5, kind: 'device', retired_at: null, facts: { what: 'scale', how: 'serial' } }],
    },
  })
  let devices!: ReturnType<typeof useDevices>
  await inDough(
    defineComponent({
      setup() {
        devices = useDevices()
        return () => h('i')
      },
    }),
  )
  Line.last.onopen?.()
  await nextTick()
  return devices
}

it('reads what is said on the line', async () => {
  const devices = await opened()
  Line.last.say(150.2)
  await nextTick()
  expect(devices.heard.value).toBe(true)
  expect(devices.read(devices.scale.value?.id)).toBe(150.2)
})

it('reads nothing while the line is lost, and nothing old when it is back', async () => {
  const devices = await opened()
  Line.last.say(150.2)
  await nextTick()
  Line.last.onerror?.(new Event('error'))
  await nextTick()
  expect(devices.heard.value).toBe(false)
  // A weight that lay there when the line broke would be written down a second time.
  expect(devices.read(5)).toBe(null)
  Line.last.onopen?.()
  await nextTick()
  expect(devices.read(5)).toBe(null)
  Line.last.say(3)
  await nextTick()
  expect(devices.read(5)).toBe(3)
})

it('tells a trouble, and takes no figure from it', async () => {
  const devices = await opened()
  Line.last.say(3, 2)
  await nextTick()
  expect(devices.trouble(devices.of(5))).toBe('not plugged in')
  expect(devices.read(5)).toBe(null)
})
