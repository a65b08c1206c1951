<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import PaperEntry from './PaperEntry.vue'

/** A panel before it is told: print, hand out ballots, see who is done, close. Nothing here says what a code is. */
const props = defineProps<{ panel: Schemas['PanelOut'] }>()
const emit = defineEmits<{ took: [Schemas['PanelOut']] }>()
const problem = ref('')
const busy = ref(false)
const path = computed(() => ({ params: { path: { panel_id: props.panel.id } } }))
const open = computed(() => props.panel.state === 'open')
const waiting = computed(() => props.panel.ballots.filter((b) => b.state === 'waiting'))
const begun = computed(() => props.panel.ballots.filter((b) => b.state === 'begun'))
/** The ballot whose code is shown: the next that nobody holds, until another is touched. */
const picked = ref<number | null>(null)
const shown = computed(() => picked.value ?? waiting.value[0]?.number ?? null)
watch(
  () => props.panel.ballots.find((b) => b.number === picked.value)?.state,
  (state) => {
    // Once somebody holds it, the next one is what is wanted.
    if (state === 'begun' || state === 'finished') picked.value = null
  },
)
const { data: link, refetch } = useQuery({
  queryKey: computed(() => ['ballotLink', props.panel.id, shown.value]),
  queryFn: () => api.ballotLink({ params: { path: { panel_id: props.panel.id, number: shown.value ?? 0 } } }),
  enabled: computed(() => open.value && shown.value !== null),
  retry: false,
})
const breaking = ref(false)
const why = ref('')
const paper = ref(false)

async function act(how: () => Promise<Schemas['PanelOut']>): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    emit('took', await how())
    breaking.value = false
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
  }
  busy.value = false
}
async function free(): Promise<void> {
  const number = shown.value
  if (number === null) return
  problem.value = ''
  try {
    await api.freeBallot({ params: { path: { panel_id: props.panel.id, number } } })
    await refetch()
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
  }
}
const prints = computed(() => [
  { href: `/api/panels/${props.panel.id}/serving.pdf`, name: 'Plates for who serves' },
  { href: `/api/panels/${props.panel.id}/ballots.pdf`, name: 'Paper ballots' },
  { href: `/api/panels/${props.panel.id}/labels.pdf`, name: 'Labels by plate' },
])
const keys = computed(() => [
  { href: `/api/panels/${props.panel.id}/plating.pdf`, name: 'Plating sheet' },
  { href: `/api/panels/${props.panel.id}/labels.pdf?key=true`, name: 'Labels by sample' },
])
const STATE: Record<string, string> = {
  waiting: 'free',
  begun: 'tasting',
  finished: 'done',
  withdrawn: 'deleted',
}
</script>

<template>
  <div class="running">
    <div class="what">
      <h3>{{ panel.name }}</h3>
      <p>
        {{ panel.question.label }}: {{ panel.said.samples.map((s) => s.name).join(', ') }}.
        <b v-if="open" class="fig">{{ panel.answered }}</b><template v-if="open">
          of <span class="fig">{{ panel.ballots.length }}</span> have answered.</template
        >
      </p>
      <template v-if="!open">
        <p v-for="(h, n) in panel.holds" :key="n" class="small-words">
          {{ panel.said.samples[n]?.name }} holds: {{ h }}
        </p>
        <p v-for="m in panel.minds" :key="m" class="small-words">△ {{ m }}</p>
        <BButton variant="primary" :disabled="busy" @click="act(() => api.openPanel(path))"
          >Open it: draw codes by lot</BButton
        >
      </template>
      <template v-else>
        <ol class="ballots">
          <li v-for="b in panel.ballots" :key="b.number">
            <button
              type="button"
              :class="[b.state, { on: b.number === shown }]"
              :title="`Plate ${b.number}: ${b.codes.join(', ')}`"
              :disabled="b.state === 'finished' || b.state === 'withdrawn'"
              @click="picked = b.number"
            >
              <b class="fig">{{ b.number }}</b> {{ STATE[b.state] }}
              <span v-if="b.nick" class="small-words nick">{{ b.nick }}</span>
            </button>
          </li>
        </ol>
        <p v-if="panel.uneven" class="small-words">△ {{ panel.uneven }}</p>
        <p v-if="begun.length" class="small-words">
          {{ begun.length }} tasting now. Closing leaves out who has not sent.
        </p>
        <p class="small-words">
          Print:
          <template v-for="p in prints" :key="p.href"
            ><a :href="p.href" target="_blank" rel="noopener">{{ p.name }}</a
            >,
          </template>
          and for whoever plates, who may not taste or serve:
          <template v-for="(p, n) in keys" :key="p.href"
            ><a :href="p.href" target="_blank" rel="noopener">{{ p.name }}</a
            >{{ n === 0 ? ', ' : '.' }}
          </template>
        </p>
        <div class="acts">
          <BButton variant="primary" :disabled="busy" @click="act(() => api.closePanel(path))"
            >Close and tell</BButton
          >
          <BButton
            size="sm"
            variant="outline-primary"
            :disabled="busy"
            @click="act(() => api.moreTasters({ ...path, body: { more: 1 } }))"
            >One more plate</BButton
          >
          <BButton size="sm" variant="outline-primary" @click="paper = !paper">Enter a paper ballot</BButton>
          <BButton size="sm" variant="outline-primary" @click="breaking = !breaking">Break it open</BButton>
        </div>
        <PaperEntry v-if="paper" :panel="panel" @took="emit('took', $event)" />
        <form
          v-if="breaking"
          class="row"
          @submit.prevent="act(() => api.breakPanel({ ...path, body: { why } }))"
        >
          <label class="wide"
            >Why look before it is closed? It stays with the panel.
            <input v-model="why" class="form-control form-control-sm" maxlength="200"
          /></label>
          <BButton type="submit" size="sm" variant="outline-primary" :disabled="busy">Look now</BButton>
        </form>
      </template>
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    </div>
    <aside v-if="open" class="next" aria-label="The next ballot">
      <template v-if="shown !== null && link">
        <h3>Ballot {{ shown }}</h3>
        <img :src="link.code" :alt="`Code to photograph for ballot ${shown}`" />
        <p class="small-words url">{{ link.url }}</p>
        <p class="small-words">
          One phone, one taster. Hand over plate <b class="fig">{{ shown }}</b>.
        </p>
        <BButton size="sm" variant="outline-primary" @click="free">New link, old one worthless</BButton>
      </template>
      <p v-else-if="shown === null" class="small-words">
        Every ballot is in someone’s hands. “One more plate” makes another.
      </p>
    </aside>
  </div>
</template>

<style scoped>
.running {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 22px;
}
h3 {
  font-size: 1.125rem;
  margin: 0 0 4px;
}
.ballots {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
  gap: 5px;
}
.ballots button {
  width: 100%;
  min-height: 44px;
  text-align: left;
  border: 1px solid var(--rule);
  border-left: 4px solid var(--rule);
  border-radius: 3px;
  background: transparent;
  color: var(--ink);
  line-height: 1.15;
  overflow: hidden;
}
.ballots .begun {
  border-left-color: var(--butter);
}
.ballots .finished {
  border-left-color: var(--cobalt);
  background: var(--cobalt-wash);
}
.ballots .on {
  outline: 2px solid var(--cobalt);
}
.nick {
  display: block;
  white-space: nowrap;
}
.acts,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
  margin: 8px 0;
}
.wide {
  flex: 1 1 260px;
}
.next img {
  width: 100%;
  background: #fff;
  padding: 8px;
}
.url {
  overflow-wrap: anywhere;
}
@media (max-width: 900px) {
  .running {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
