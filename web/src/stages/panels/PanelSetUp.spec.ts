import { flushPromises } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { inDough, QUANTITIES, Refused, serve, type Call } from '@/testing'
import PanelSetUp from './PanelSetUp.vue'
import PanelsStage from './PanelsStage.vue'

const question = (key: string, about: string, fewest: number, most: number, more: object = {}) => ({
  key, label: `Label ${key}`, about, says: `says ${key}`, asks: '', fewest, most, sitting: 3, both: false, by_scales: false,
  counted: about === 'difference' || about === 'attribute', scored: key === 'scales', ...more,
}) // prettier-ignore
const offered = {
  questions: [
    question('triangle', 'difference', 2, 2),
    question('2-AFC', 'attribute', 2, 2),
    question('ranking', 'liking', 3, 6),
    question('scales', 'description', 1, 8, { by_scales: true }),
  ],
  masks: [{ key: 'none', words: 'nothing hidden' }],
  scales: ['rim_crisp', 'middle_soft'],
  sizes: [{ d: 0, word: 'none' }, { d: 1, word: 'small' }, { d: 2, word: 'plain' }, { d: 3, word: 'large' }],
} // prettier-ignore
const wanted = { least: 53, always: 57, critical: 13 }
const common = {
  'GET /api/panels/questions': offered,
  'GET /api/panels/needed': wanted,
  'GET /api/reference': { ingredients: [], quantities: QUANTITIES, styles: [] },
  'GET /api/pantry': [],
  'GET /api/doughs/*/bakes': {
    bakes: [{ id: 9, number: 4, baked_on: '2020-05-01', batch: { version: 2 } }],
  },
}

async function setUp(answers: Record<string, unknown> = {}, versions = [1, 2, 3]) {
  const calls = serve({ ...common, ...answers })
  const record = ref({ versions: versions.map((number) => ({ number })) })
  const w = await inDough(PanelSetUp, {}, { record })
  await vi.waitFor(() => expect(w.text()).toContain('Label triangle'))
  await flushPromises()
  return { w, calls }
}
type Shown = Awaited<ReturnType<typeof setUp>>['w']
const ask = (w: Shown, key: string) => w.get(`input[type=radio][value="${key}"]`).setValue(true)
const sent = (calls: Call[]) => calls.filter((c) => c.method === 'POST').map((c) => c.body)
async function keep(w: Shown): Promise<void> {
  await w.get('form').trigger('submit')
  await flushPromises()
}

beforeEach(() => localStorage.clear())

it('begins with the two newest versions, and says how many tasters it takes', async () => {
  const { w } = await setUp()
  await vi.waitFor(() => expect(w.text()).toContain('57'))
  const text = w.text().replace(/\s+/g, ' ')
  expect(text).toContain('Of 24, 13 have to be right.')
  expect(text).toContain('1 is small, 2 is plain')
  expect(
    w
      .findAll('select')
      .map((s) => (s.element as HTMLSelectElement).value)
      .slice(0, 2),
  ).toEqual(['v2', 'v3'])
})

it('asks for as many samples as the question takes, and what one from elsewhere holds', async () => {
  const { w } = await setUp()
  await ask(w, 'ranking')
  expect(w.findAll('[aria-label$=" from"]')).toHaveLength(3)
  expect(w.text()).toContain('Another sample')
  // No number of tasters is told where no answers are counted.
  expect(w.find('.needs').exists()).toBe(false)
  await w.get('[aria-label="Sample 3 from"]').setValue('')
  expect(w.find('[aria-label="What sample 3 holds"]').exists()).toBe(true)
  await ask(w, 'triangle')
  expect(w.findAll('[aria-label$=" from"]')).toHaveLength(2)
})

it('shows what only some questions ask', async () => {
  const { w } = await setUp()
  await ask(w, '2-AFC')
  expect(w.text()).toContain('which attribute?')
  await ask(w, 'scales')
  expect(w.text()).not.toContain('which attribute?')
  expect(w.findAll('.scales input')).toHaveLength(2)
})

it('says what is no number before anything is sent', async () => {
  const { w, calls } = await setUp()
  await w.get('[aria-label="Tasters"]').setValue('some')
  await keep(w)
  expect(w.get('[role=alert]').text()).toContain('whole number')
  await w.get('[aria-label="Tasters"]').setValue('24')
  await w.get('[aria-label="Sample 1, hours from oven to table"]').setValue('old')
  await keep(w)
  expect(w.get('[role=alert]').text()).toContain('Ages are hours')
  expect(sent(calls)).toEqual([])
})

it('lets it be said why ages differ once they were refused, and sends what was changed as another panel', async () => {
  const problem = { code: 'entry', message: 'Ages are 6 h apart.', fields: [{ where: 'ages_differ', message: 'Ages are 6 h apart.' }], theirs: null } // prettier-ignore
  let refuse = true
  const { w, calls } = await setUp({
    'POST /api/doughs/1/panels': () => (refuse ? new Refused(422, problem) : { id: 7, state: 'set up' }),
  })
  await w.get('[aria-label="Sample 1, hours from oven to table"]').setValue('2')
  await w.get('[aria-label="Sample 2, hours from oven to table"]').setValue('8')
  expect(w.text()).not.toContain('why ages differ')
  await keep(w)
  expect(w.get('[role=alert]').text()).toContain('6 h apart')
  await keep(w)
  const why = w.findAll('label').find((l) => l.text().includes('why ages differ'))
  await why?.get('input').setValue('it is the question')
  refuse = false
  await keep(w)
  const [first, same, last] = sent(calls)
  expect(same.key).toBe(first.key)
  expect(last.key).not.toBe(first.key)
  expect(last.said).toMatchObject({ ages_differ: 'it is the question', tasters: 24 })
  expect(last.said.samples.map((s: { age_h: number }) => s.age_h)).toEqual([2, 8])
  expect(w.emitted('made')?.[0]?.[0]).toMatchObject({ id: 7 })
})

it('opens the set-up where a dough has no panel yet', async () => {
  serve({
    ...common,
    'GET /api/doughs/1/panels': [],
    'GET /api/kitchen': { ovens: [], trays: [], unlearned: 0 },
  })
  const w = await inDough(PanelsStage, {}, { record: ref({ versions: [] }) })
  await vi.waitFor(() => expect(w.text()).toContain('What is it about?'))
  expect(w.text()).not.toContain('Back to the panels')
  w.unmount()
})

it('takes up what was set up and not kept, and starts afresh when asked', async () => {
  const first = await setUp()
  expect(first.w.text()).not.toContain('Taken up')
  await first.w.get('input[placeholder^="Does the egg-free"]').setValue('Does the rye show?')
  await ask(first.w, '2-AFC')
  await flushPromises()
  first.w.unmount()
  const { w } = await setUp()
  expect(w.get<HTMLInputElement>('input[placeholder^="Does the egg-free"]').element.value).toBe(
    'Does the rye show?',
  )
  expect(w.get<HTMLInputElement>('input[type=radio][value="2-AFC"]').element.checked).toBe(true)
  await w.findAll('button').find((b) => b.text() === 'Start afresh')?.trigger('click') // prettier-ignore
  expect(w.get<HTMLInputElement>('input[placeholder^="Does the egg-free"]').element.value).toBe('')
  w.unmount()
  expect((await setUp()).w.text()).not.toContain('Taken up')
})

it('takes a bake for a sample: its version and its number, its age left to the kitchen', async () => {
  const { w, calls } = await setUp({ 'POST /api/doughs/*/panels': { id: 7 } })
  await vi.waitFor(() => expect(w.text()).toContain('bake 4'))
  await w.get('select[aria-label="Sample 1 from"]').setValue('b4')
  const name = w.get('input[aria-label="Sample 1 called"]').element as HTMLInputElement
  expect(name.value).toBe('Bake 4')
  await keep(w)
  const first = sent(calls)[0].said.samples[0]
  expect(first).toMatchObject({ version: 2, bake: 4, name: 'Bake 4' })
  // How old it is by its day is the kitchen's to say.
  expect(first.age_h).toBeNull()
})

it('offers the same cookie twice only where samples get figures', async () => {
  const made = { id: 1 }
  const { w, calls } = await setUp({ 'POST /api/doughs/*/panels': made })
  expect(w.text()).not.toContain('a second time')
  await ask(w, 'scales')
  await w.get('input[value="rim_crisp"]').setValue(true)
  const tick = w.findAll('label.tick').find((l) => l.text().includes('a second time'))
  await tick?.get('input').setValue(true)
  await keep(w)
  expect(sent(calls)[0]).toMatchObject({ said: { question: 'scales', twice: true } })
  await ask(w, 'triangle')
  await keep(w)
  expect(sent(calls)[1]).toMatchObject({ said: { question: 'triangle', twice: false } })
})
