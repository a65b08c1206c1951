import { useEventSource } from '@vueuse/core'
import { computed, reactive, watch } from 'vue'
import { useFurnished } from '@/api/queries'

export interface DeviceReading {
  at: number
  state: number
  value: number
}
/** What a reading is, as the ring tells it: settled, moving, or a trouble with its number. */
export const SETTLED = 1
export const TROUBLE = 2
const TROUBLES = ['', 'overload: take something off', 'no reading comes', 'not plugged in', 'sends rubbish']

/**
 * The kitchen's devices as they read now. A lost line comes back by itself and goes on where it left off; while it is
 * lost nothing is read: what stood there last is no reading of now.
 *
 * Usage: `const { scale, of } = useDevices(); of(scale.value?.id)?.value`
 */
export function useDevices() {
  const { data: furnished } = useFurnished()
  const readings = reactive(new Map<number, DeviceReading>())
  const devices = computed(() =>
    (furnished.value?.things ?? []).filter((t) => t.kind === 'device' && t.retired_at === null),
  )
  const source = useEventSource('/api/devices/stream', ['readings'] as const, {
    autoReconnect: { retries: -1, delay: 1000 },
  })
  watch(source.data, (data) => {
    if (data === null) return
    for (const r of JSON.parse(data) as (DeviceReading & { device: number })[])
      readings.set(r.device, { at: r.at, state: r.state, value: r.value })
  })
  const heard = computed(() => source.status.value === 'OPEN')
  watch(heard, (now) => {
    if (!now) readings.clear()
  })
  const scale = computed(() => devices.value.find((d) => d.facts['what'] === 'scale'))
  const probe = computed(() => devices.value.find((d) => d.facts['what'] === 'probe'))
  const oven = computed(() => devices.value.find((d) => d.facts['what'] === 'oven'))
  const of = (id: number | undefined): DeviceReading | undefined =>
    id === undefined ? undefined : readings.get(id)
  const trouble = (r: DeviceReading | undefined): string =>
    r?.state === TROUBLE ? (TROUBLES[Math.round(r.value)] ?? 'no reading') : ''
  /** What a device reads; null where it reads nothing that can be used. */
  const read = (id: number | undefined): number | null => {
    const r = of(id)
    return r === undefined || r.state === TROUBLE ? null : r.value
  }
  return { devices, scale, probe, oven, of, read, trouble, heard }
}
