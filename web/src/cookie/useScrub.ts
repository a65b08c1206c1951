import { useRafFn } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

export type Frame = Schemas['FrameOut']

/** A whole bake is played in this long. */
const PLAY_MS = 6000

/**
 * Which moment of the bake is shown: null is the cooled cookie, a number minutes since the oven door.
 *
 * Usage: `const scrub = useScrub(frames, minutes); scrub.to(4.5); scrub.toggle()`
 */
export function useScrub(frames: Ref<readonly Frame[]>, until: Ref<number>) {
  const minute = ref<number | null>(null)
  const frame = computed(() => (minute.value === null ? null : nearest(frames.value, minute.value)))

  function to(value: number | null): void {
    minute.value = value === null ? null : Math.min(Math.max(value, 0), until.value)
  }
  const {
    isActive: playing,
    pause,
    resume,
  } = useRafFn(
    ({ delta }) => {
      minute.value = Math.min((minute.value ?? 0) + (delta / PLAY_MS) * until.value, until.value)
      if (minute.value < until.value) return
      pause()
      minute.value = null
    },
    { immediate: false },
  )
  function toggle(): void {
    if (playing.value) return pause()
    if (minute.value === null || minute.value >= until.value) minute.value = 0
    resume()
  }
  watch(until, () => to(minute.value))

  return { minute, playing, frame, to, toggle }
}

export type Scrub = ReturnType<typeof useScrub>

/** The frame at or just before a minute. */
export function nearest(frames: readonly Frame[], minute: number): Frame | null {
  let found: Frame | null = frames[0] ?? null
  for (const f of frames) {
    if (f.minutes > minute + 1e-6) break
    found = f
  }
  return found
}

/** A whole side view from the right half that the API sends. */
export function whole(half: readonly (readonly number[])[]): number[][] {
  const left = half
    .slice(1)
    .reverse()
    .map(([x = 0, y = 0]) => [-x, y])
  return [...left, ...half.map((p) => [...p])]
}
