<script setup lang="ts">
import { useInfiniteQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words, type Schemas } from '@/api/client'
import { useNames, useRights } from '@/api/queries'
import { clock, day } from '@/ui/format'

/** Who did what, when: newest first, a page at a time. */
const by = ref('')
const verb = ref('')
const dough = ref('')
const may = useRights()
const queryClient = useQueryClient()
const { data: doughs } = useNames()
const problem = ref('')
const query = useInfiniteQuery({
  queryKey: ['journal', by, verb, dough],
  queryFn: ({ pageParam }) =>
    api.journal({
      params: {
        query: {
          by: by.value,
          verb: verb.value,
          dough: Number(dough.value || 0),
          ...(pageParam ? { before: pageParam } : {}),
        },
      },
    }),
  initialPageParam: 0,
  getNextPageParam: (last) => last.older,
})
const first = computed(() => query.data.value?.pages[0])
type Event = Schemas['EventOut']
const days = computed(() => {
  const found: { day: string; events: Event[] }[] = []
  for (const e of query.data.value?.pages.flatMap((p) => p.events) ?? []) {
    const at = day(e.at)
    const last = found[found.length - 1]
    if (last?.day === at) last.events.push(e)
    else found.push({ day: at, events: [e] })
  }
  return found
})
/** An action's name as words: “SaveDraft” reads “save draft”. */
const plain = (name: string): string => name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()

async function takeBack(e: Event): Promise<void> {
  problem.value = ''
  try {
    await api.takeBack({ params: { path: { event_id: e.id } } })
  } catch (failed) {
    problem.value = words(failed)
  }
  await askAnew(queryClient, 'journal', 'furnished', 'kitchen')
}
</script>

<template>
  <section class="panel journal" aria-label="Journal">
    <header>
      <h1>What was done here</h1>
      <label
        >by
        <BFormSelect v-model="by" size="sm">
          <BFormSelectOption value="">everybody</BFormSelectOption>
          <BFormSelectOption v-for="p in first?.people ?? []" :key="p" :value="p">{{ p }}</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        >what
        <BFormSelect v-model="verb" size="sm">
          <BFormSelectOption value="">everything</BFormSelectOption>
          <BFormSelectOption v-for="v in first?.verbs ?? []" :key="v" :value="v">{{
            plain(v)
          }}</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        >on
        <BFormSelect v-model="dough" size="sm">
          <BFormSelectOption value="">the whole kitchen</BFormSelectOption>
          <BFormSelectOption v-for="d in doughs ?? []" :key="d.id" :value="String(d.id)">{{
            d.name
          }}</BFormSelectOption>
        </BFormSelect></label
      >
    </header>
    <p v-if="problem || query.error.value" class="alert-words" role="alert">
      ▲ {{ problem || words(query.error.value) }}
    </p>
    <p v-if="first && !first.events.length" class="small-words">Nothing of that kind yet.</p>
    <template v-for="d in days" :key="d.day">
      <h2>{{ d.day }}</h2>
      <ol>
        <li v-for="e in d.events" :key="e.id">
          <span class="fig small-words">{{ clock(e.at) }}</span>
          <span
            ><b>{{ e.by }}</b> {{ e.words
            }}<span v-if="e.dough" class="small-words">
              · <RouterLink :to="`/dough/${e.dough_id}/formula`">{{ e.dough }}</RouterLink></span
            ></span
          >
          <button
            v-if="e.can_take_back && may('furnish')"
            type="button"
            class="btn btn-link small-words"
            @click="takeBack(e)"
          >
            Take it back<span class="visually-hidden">: {{ e.words }}</span>
          </button>
        </li>
      </ol>
    </template>
    <BButton
      v-if="query.hasNextPage.value"
      size="sm"
      variant="outline-primary"
      :disabled="query.isFetchingNextPage.value"
      @click="query.fetchNextPage()"
      >Older</BButton
    >
  </section>
</template>

<style scoped>
.journal {
  padding: 12px 16px 14px;
  max-width: 960px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
header label {
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
header select {
  width: auto;
  max-width: 190px;
}
h1 {
  font-size: 1.125rem;
  margin: 0 auto 0 0;
}
h2 {
  font-size: 0.9375rem;
  font-weight: 400;
  color: var(--ink-2);
  margin: 12px 0 2px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
}
li {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr) auto;
  gap: 10px;
  padding: 3px 0;
  border-top: 1px solid var(--rule);
  align-items: baseline;
}
</style>
