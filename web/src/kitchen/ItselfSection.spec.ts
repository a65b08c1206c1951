import { expect, it } from 'vitest'
import { inDough, serve } from '@/testing'
import ItselfSection from './ItselfSection.vue'

const field = (name: string, label: string) => ({
  name,
  label,
  box: 'number',
  unit: '',
  choices: [],
  needed: false,
  usual: '',
  hint: '',
})

it('asks everything there is to say of a kitchen, whatever group it is in', async () => {
  const fields = ['name', 'zone', 'room_c', 'card_bar_mm', 'something_new'].map((n) => field(n, `The ${n}`))
  serve({
    'GET /api/kitchen/furnishing': {
      kinds: [{ id: 'kitchen', one: 'kitchen', many: '', about: '', example: '', fields }],
      things: [],
      kitchen: { kind: 'kitchen', id: 1, name: 'Test', facts: {}, revision: 1, words: '', learned: '' },
    },
    'GET /api/session': { cook: { username: 'ada', rights: ['furnish'] }, kitchen: 'Test' },
  })
  const w = await inDough(ItselfSection)
  for (const f of fields) expect(w.text()).toContain(f.label)
})
