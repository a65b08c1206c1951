import { mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import TimersBar from './TimersBar.vue'
import type { RunWork } from './useRun'

const rung = vi.hoisted(() => vi.fn())
vi.mock('./chime', () => ({ chime: rung }))

function bar() {
  const now = ref(60_000)
  const act = vi.fn(async () => 'key')
  const timers = [
    { name: 'Chill', until: 300_000, since: 0, step: 'chill' },
    { name: 'Cream', until: 90_000, since: 0, step: 'cream' },
  ]
  const w = mount(TimersBar, { props: { timers, work: { now, act } as unknown as RunWork } })
  return { w, now, act }
}

it('tells first what is due first, rings once when it is, and can be given a minute or stopped', async () => {
  const { w, now, act } = bar()
  expect(w.findAll('b').map((b) => b.text())).toEqual(['0:30', '4:00'])
  now.value = 95_000
  await w.vm.$nextTick()
  now.value = 96_000
  await w.vm.$nextTick()
  expect(rung).toHaveBeenCalledTimes(1)
  expect(w.text()).toContain('▲ Cream')
  await w.findAll('button')[0]?.trigger('click')
  // A minute from now, not from when it was due.
  expect(act).toHaveBeenCalledWith('timer', {
    step: 'cream', values: { timer: 'Cream', until: 156_000 }, source: 'timer',
  }) // prettier-ignore
  await w.findAll('button').at(-1)?.trigger('click')
  expect(act).toHaveBeenLastCalledWith('timer_off', {
    step: 'cream',
    values: { timer: 'Cream' },
    source: 'timer',
  })
})
