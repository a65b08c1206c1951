import { afterEach, describe, expect, it, vi } from 'vitest'
import { flushPromises } from '@vue/test-utils'
import { computed, reactive, ref } from 'vue'
import { inDough, press, serve } from '@/testing'
import BakeStep from './BakeStep.vue'
import DoStep from './DoStep.vue'
import WeighStep from './WeighStep.vue'
import type { Run } from './overlay'
import { SETTLED } from './useDevices'

const rung = vi.hoisted(() => vi.fn())
vi.mock('./chime', () => ({ chime: rung }))
afterEach(() => rung.mockReset())

const line = (id: string, grams: number, more = {}) => ({
  line: id,
  ingredient: id,
  role: 'flour',
  name: id,
  grams,
  tolerance_g: 2,
  low_g: null,
  high_g: null,
  said: '',
  back: true,
  marks: [],
  spooned: null,
  ...more,
})
const stands = (wanted: number, inside: number, state: string) => ({
  wanted_g: wanted,
  in_g: inside,
  to_come_g: wanted - inside,
  state,
})
function runOf(more: Record<string, unknown> = {}): Run {
  return {
    id: 1,
    now: 0,
    seq: 5,
    speed: 1,
    script: { steps: [], portion_g: 40, pieces: 12, bake_min: 12, oven_c: 180 },
    state: { steps: {}, factor: 1, loads: [], timers: [], probes: {}, measured: {}, portions: [] },
    lines: {},
    coarse: {},
    lots: {},
    free_from: [],
    pieces_off_g: [],
    cues: ['rim colours', 'not yet'],
    rims: ['pale', 'right', 'dark'],
    bites: ['too dry', 'right'],
    at_heat_k: 4,
    press_ball_g: 15,
    press_s: 30,
    window: null,
    cup: null,
    browned: '',
    ...more,
  } as unknown as Run
}
/** A scale and a probe as the stream tells of them. */
function devices() {
  const scale = ref({ value: 0, state: SETTLED as number, at: 0 })
  const none = computed(() => undefined)
  const heard = ref(true)
  return {
    scale,
    heard,
    told: {
      heard,
      scale: computed(() => ({ id: 9, facts: { how: 'serial' } })),
      probe: none,
      oven: none,
      of: (id?: number) => (id === 9 && heard.value ? scale.value : undefined),
      read: (id?: number) => (id === 9 && heard.value ? scale.value.value : null),
      trouble: () => '',
    },
  }
}
const work = () => ({ act: vi.fn(async () => 'key'), now: ref(0) })

describe('weighing a step', () => {
  const step = {
    id: 'weigh_dry',
    name: 'Weigh',
    kind: 'weigh',
    lines: [line('flour', 200), line('soda', 2, { tolerance_g: 0.1 })],
  }
  const lines = { flour: stands(200, 0, 'empty'), soda: stands(2, 0, 'empty') }

  async function weighing(more: Record<string, unknown> = {}) {
    const d = devices()
    const w = work()
    const view = await inDough(WeighStep, {
      run: runOf({ lines, ...more }),
      step,
      work: w,
      devices: d.told,
    })
    return { view, d, w }
  }

  it('zeroes the scale for the line, fills toward it, and takes what has settled', async () => {
    const { view, d, w } = await weighing()
    expect(view.get('h2').text()).toBe('flour')
    d.scale.value = { value: 199.2, state: 0, at: 1 }
    await flushPromises()
    expect(view.get('[role=status]').text()).toBe('✓ right')
    await press(view, 'Take it')
    expect(view.get('[role=alert]').text()).toContain('still moves')
    expect(w.act).not.toHaveBeenCalled()
    d.scale.value = { value: 199.2, state: SETTLED, at: 2 }
    await flushPromises()
    await press(view, 'Take it')
    expect(w.act).toHaveBeenCalledWith('weighed', {
      step: 'weigh_dry',
      values: { line: 'flour', grams: 199.2 },
      source: 'scale',
    })
  })

  it('takes nothing from a scale that is not heard, says so, and takes typed grams', async () => {
    const { d, w, view } = await weighing()
    d.scale.value = { value: 200, state: SETTLED, at: 1 }
    d.heard.value = false
    await flushPromises()
    expect(view.text()).toContain('The scale is not heard while the server is away')
    await press(view, 'Take it')
    expect(w.act).not.toHaveBeenCalled()
    await view.get('input').setValue('198')
    await press(view, 'Take it')
    expect(w.act).toHaveBeenCalledWith('weighed', {
      step: 'weigh_dry',
      values: { line: 'flour', grams: 198 },
    })
  })

  it('takes typed grams by hand, and says of rubbish what to type', async () => {
    const { view, w } = await weighing()
    await view.get('input').setValue('about two hundred')
    await press(view, 'Take it')
    expect(view.get('[role=alert]').text()).toContain('is no weight')
    await view.get('input').setValue('201,5')
    await press(view, 'Take it')
    expect(w.act).toHaveBeenCalledWith('weighed', {
      step: 'weigh_dry',
      values: { line: 'flour', grams: 201.5 },
    })
  })

  it('asks what now when there is too much, and goes on to the line that is open', async () => {
    serve({
      'GET /api/runs/1/over/flour': [
        { how: 'keep', words: 'Keep it and note it', effect: '1 mm narrower' },
        { how: 'scale', words: 'Scale the rest by 1.100', effect: 'the same cookie' },
      ],
    })
    const { view, w } = await weighing({ lines: { ...lines, flour: stands(200, 220, 'over') } })
    await flushPromises()
    expect(view.text()).toContain('1 mm narrower')
    await press(view, 'Scale the rest by 1.100 the same cookie')
    expect(w.act).toHaveBeenCalledWith('over', {
      step: 'weigh_dry',
      values: { line: 'flour', how: 'scale' },
    })
    await view.setProps({ run: runOf({ lines: { ...lines, flour: stands(200, 220, 'kept') } }) })
    expect(view.get('h2').text()).toBe('soda')
  })

  it('tells a scale that is too coarse, with the spoon beside it', async () => {
    const { view, w } = await weighing({
      coarse: { soda: 'The scale reads to 1 g: 2.0 g could be off by 25 %.' },
      lines: { ...lines, flour: stands(200, 200, 'right') },
    })
    await view.setProps({
      step: {
        ...step,
        lines: [step.lines[0], { ...step.lines[1], spooned: { words: '½ tsp', grams: 2.4, off_pct: 8 } }],
      },
    })
    expect(view.text()).toContain('could be off by 25 %')
    await press(view, 'That went in')
    expect(w.act).toHaveBeenNthCalledWith(1, 'weighed', {
      step: 'weigh_dry',
      values: { line: 'soda', grams: 2.4 },
    })
    expect(w.act).toHaveBeenNthCalledWith(2, 'note', {
      step: 'weigh_dry',
      values: { text: 'soda by cup and spoon: ½ tsp, 2.4 g ± 8 %' },
    })
  })
})

describe('a load in the oven', () => {
  const step = { id: 'bake_1', name: 'Bake 1', kind: 'bake', minutes: 12, load: 1, pieces: 6, look_min: 9.5 }
  const loaded = (more = {}) => ({ load: 1, loaded: 0, pulled: null, turned: null, banged: null, ...more })

  async function baking(load: object | null, minutes = 0) {
    serve({ 'GET /api/runs/1/course': [[0, 20], [12, 92]], 'GET /api/runs/1/next/1': null }) // prettier-ignore
    const w = work()
    w.now.value = minutes * 60_000
    const base = runOf()
    const run = { ...base, state: { ...base.state, loads: load ? [load] : [] } }
    const view = await inDough(BakeStep, { run, step, work: w, devices: devices().told })
    return { view, w, run }
  }

  it('shows planned minutes until it is in, and loads it with its pieces', async () => {
    const { view, w } = await baking(null)
    expect(view.get('.clock').text()).toContain('min planned')
    await (view.vm as unknown as { go: () => Promise<void> }).go()
    expect(w.act).toHaveBeenCalledWith('loaded', { step: 'bake_1', values: { load: 1, pieces: 6 } })
  })

  it('rings for the early look, each minute after it, and once more at the planned minute', async () => {
    const { view, w } = await baking(loaded(), 9.4)
    expect(view.get('.prompt').text()).toBe('first look at 9.5 min')
    for (const m of [9.6, 10.6, 11.9, 12.1]) {
      w.now.value = m * 60_000
      await view.vm.$nextTick()
    }
    expect(rung.mock.calls.map(([what]) => what)).toEqual(['look', 'look', 'look', 'alarm'])
    expect(view.get('.prompt').text()).toContain('past the planned minute')
  })

  it('writes a cue down by one touch', async () => {
    const { view, w } = await baking(loaded(), 8)
    await press(view, 'rim colours')
    expect(w.act).toHaveBeenCalledWith('cue', { step: 'bake_1', values: { load: 1, cue: 'rim colours' } })
  })

  it('asks how it came out once it is pulled, and refuses a width no cookie has', async () => {
    const { view, w } = await baking(loaded({ pulled: 700_000 }), 12)
    await press(view, 'What of the next?')
    expect(view.get('[role=alert]').text()).toContain('Measure the width')
    await view.get('input').setValue('8')
    await press(view, 'What of the next?')
    expect(view.get('[role=alert]').text()).toContain('is no width')
    await view.get('input').setValue('81')
    await press(view, 'pale rim')
    await press(view, 'What of the next?')
    expect(w.act).toHaveBeenCalledWith('seen', {
      step: 'bake_1',
      values: { load: 1, width_mm: 81, rim: 'pale', bite: '' },
    })
  })
})

describe('a step of hands', () => {
  async function doing(step: object, more: Record<string, unknown> = {}) {
    const w = work()
    const d = devices()
    const view = await inDough(DoStep, { run: runOf(more), step, work: w, devices: d.told })
    return { view, w, d }
  }
  const shape = { id: 'shape', name: 'Shape', kind: 'do', minutes: 4, reads: '', words: 'Portions.' }

  it('takes pieces from the scale and asks back one that is off', async () => {
    const more = reactive({ pieces_off_g: [0, 6.2] })
    const { view, w, d } = await doing(shape, {
      ...more,
      state: { ...runOf().state, portions: [40, 46.2] },
      portions_mean_g: 43.1,
      portions_sd_g: 4.4,
    })
    expect(view.text()).toContain('6.2 g too much: take some back')
    expect(view.text()).toContain('2 weighed: 43.1 ± 4.4 g, planned 40.0')
    d.scale.value = { value: 39.8, state: SETTLED, at: 1 }
    await flushPromises()
    await press(view, 'Take the piece')
    expect(w.act).toHaveBeenCalledWith('portion', { step: 'shape', values: { grams: 39.8 }, source: 'scale' })
  })

  it('notes a temperature by hand, and words, and cures by the spoon', async () => {
    const step = {
      id: 'flour',
      name: 'Flour in',
      kind: 'do',
      minutes: 2,
      reads: 'dough',
      words: '',
      feels: ['right', 'sticky'],
      spoons: [{ ingredient: 'ap', name: 'Plain flour', grams: 5 }],
    }
    const { view, w } = await doing(step)
    await press(view, 'Note it')
    expect(view.get('[role=alert]').text()).toContain('degrees Celsius')
    await view.get('input').setValue('21,5')
    await press(view, 'Note it')
    await press(view, 'sticky')
    await press(view, '+ Plain flour')
    expect(w.act.mock.calls).toEqual([
      ['temperature', { step: 'flour', values: { of: 'dough', c: 21.5 }, source: 'hand' }],
      ['word', { step: 'flour', values: { of: 'flour', word: 'sticky' }, source: 'hand' }],
      ['added', { step: 'flour', values: { ingredient: 'ap', grams: 5 }, source: 'hand' }],
    ])
  })

  it('puts a press test in the place of the rest of the step', async () => {
    serve({ 'GET /api/runs/1/press/weight': 1500 })
    const { view } = await doing(shape)
    expect(view.text()).toContain('Take the piece')
    await press(view, 'Press a ball: how wide will it bake?')
    expect(view.text()).not.toContain('Take the piece')
    await press(view, 'Back')
    expect(view.text()).toContain('Take the piece')
  })

  it('measures cold cookies, of each box only what is new', async () => {
    const step = {
      id: 'measure',
      name: 'Measure',
      kind: 'do',
      minutes: 5,
      reads: '',
      words: '',
      measures: [
        { key: 'row_of', label: 'Row of', unit: '' },
        { key: 'row_mm', label: 'Row', unit: 'mm' },
      ],
    }
    const { view, w } = await doing(step, { state: { ...runOf().state, measured: { row_of: '6' } } })
    await press(view, 'Write them down')
    expect(view.get('[role=alert]').text()).toContain('Nothing new')
    await view.findAll('.measures input')[1]?.setValue('wide')
    await press(view, 'Write them down')
    expect(view.get('[role=alert]').text()).toContain('is no figure for row')
    await view.findAll('.measures input')[1]?.setValue('492')
    await press(view, 'Write them down')
    expect(w.act.mock.calls).toEqual([
      ['measured', { step: 'measure', values: { quantity: 'row_mm', text: '492' }, source: 'hand' }],
    ])
  })
})
