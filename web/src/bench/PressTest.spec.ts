import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { api } from '@/api/calls'
import PressTest from './PressTest.vue'

vi.mock('@/api/calls', () => ({ api: { pressWeight: vi.fn(), runPress: vi.fn() } }))

it('asks for what is missing by name, and takes the ball, the dough and the weight that it proposes', async () => {
  vi.mocked(api.pressWeight).mockResolvedValue(1500)
  const act = vi.fn(async () => 'key')
  const w = mount(PressTest, {
    props: {
      modelValue: true,
      run: { id: 1, seq: 2, press_ball_g: 15, state: { temperatures: { dough: [19.5, 0] } } } as never,
      step: { id: 'shape' } as never,
      work: { act, now: ref(0) } as never,
      devices: { probe: ref(undefined), read: () => null } as never,
    },
    global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] },
  })
  await w.find('form').trigger('submit')
  await flushPromises()
  expect(w.get('[role=alert]').text()).toContain('the width in mm')
  expect(act).not.toHaveBeenCalled()
  await vi.waitFor(() => expect(w.html()).toContain('1500'))
  await w.findAll('input').at(-1)?.setValue('44,5')
  await w.find('form').trigger('submit')
  expect(act).toHaveBeenCalledWith('pressed', {
    step: 'shape',
    values: { ball_g: 15, weight_g: 1500, width_mm: 44.5, c: 19.5 },
  })
})
