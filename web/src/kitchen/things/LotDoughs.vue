<script setup lang="ts">
import { useInfiniteQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { useRights } from '@/api/queries'
import { fixed } from '@/ui/format'
import type { Thing } from '../facts'
import TermWord from '@/ui/TermWord.vue'

/** What a delivery does to each dough, by its certificate, and the change that holds the cookie. */
type Delivery = Schemas['DeliveryOut']
const props = defineProps<{ lot: Thing }>()
const may = useRights()
/** The shelf is asked a few doughs at a time: what is known shows at once, and a long shelf holds nothing up. */
const {
  data: parts,
  error,
  hasNextPage,
  fetchNextPage,
} = useInfiniteQuery({
  queryKey: ['delivered', props.lot.id, props.lot.revision],
  queryFn: ({ pageParam }) =>
    api.delivered({ params: { path: { thing_id: props.lot.id }, query: { after: pageParam } } }),
  initialPageParam: 0,
  // Only ever further along the shelf.
  getNextPageParam: (last: Schemas['DeliveriesOut'], _: unknown, from: number) =>
    last.after !== null && last.after > from ? last.after : null,
})
watch(parts, () => hasNextPage.value && void fetchNextPage(), { immediate: true })
const pages = computed(() => parts.value?.pages ?? [])
const doughs = computed(() => pages.value.flatMap((p) => p.doughs).sort((a, b) => b.steps - a.steps))
const said = computed(() => {
  const last = pages.value.at(-1)
  if (!last) return 'baking every dough with it …'
  if (last.words) return last.words
  if (hasNextPage.value) return `${last.seen} of ${last.of} doughs looked at …`
  return doughs.value.length ? '' : 'It is in no dough on the shelf that has a forecast.'
})
const kept = ref<Record<number, number>>({})
const problem = ref('')

async function keep(d: Delivery): Promise<void> {
  if (!d.draft) return
  problem.value = ''
  try {
    const note = `For ${props.lot.name}: ${d.correction}.`
    const made = await api.keepBeside({
      params: { path: { dough_id: d.dough } },
      body: { revision: d.revision, note: note.slice(0, 400), draft: d.draft },
    })
    kept.value = { ...kept.value, [d.dough]: Math.max(...made.versions.map((v) => v.number)) }
  } catch (failed) {
    problem.value = words(failed)
  }
}
</script>

<template>
  <section class="check" aria-label="What it does to the doughs">
    <h3>What it does to the doughs</h3>
    <p v-if="error || problem" class="alert-words" role="alert">▲ {{ problem || words(error) }}</p>
    <p v-else-if="said" class="small-words" role="status">{{ said }}</p>
    <ul v-if="doughs.length">
      <li v-for="d in doughs" :key="d.dough">
        <RouterLink :to="`/dough/${d.dough}/formula`">{{ d.name }}</RouterLink>
        <p>{{ d.sentence }}</p>
        <p class="small-words">
          {{ fixed(d.steps, 1) }} <TermWord name="clear_miss">clear misses</TermWord> away<template
            v-if="d.left_steps !== null"
            >, {{ fixed(d.left_steps, 1) }} with the change</template
          >
          <template v-if="kept[d.dough]">
            ·
            <RouterLink :to="{ path: `/dough/${d.dough}/sheet`, query: { version: kept[d.dough] } }"
              >kept as version {{ kept[d.dough] }}: bench sheet</RouterLink
            >
          </template>
          <BButton
            v-else-if="d.draft && may('develop')"
            class="keep"
            size="sm"
            variant="link"
            @click="keep(d)"
            >keep it as a version<span class="visually-hidden"> of {{ d.name }}</span></BButton
          >
        </p>
      </li>
    </ul>
    <p v-if="doughs.length" class="small-words">
      By the forecast, with what the certificate says; how far absorption and season reach is judgement.
      Drafts are forecast with the table until a batch names its lots.
    </p>
  </section>
</template>

<style scoped src="./check.css"></style>
<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.keep {
  margin-left: 10px;
}
li p {
  margin: 0;
}
</style>
