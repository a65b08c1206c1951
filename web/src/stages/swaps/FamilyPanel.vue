<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words } from '@/api/client'
import { theDough } from '@/dough/key'

const dough = theDough()
const queryClient = useQueryClient()
const problem = ref('')
const chosen = ref<Record<string, boolean>>({})
const together = ref<number[]>([])

const { data: family } = useQuery({
  queryKey: ['family', dough.id, computed(() => dough.record.value?.revision)],
  queryFn: () => api.family({ params: { path: { dough_id: dough.id.value } } }),
})
const others = computed(() => {
  const f = family.value
  if (!f) return []
  const found = f.siblings.map((s) => ({ id: s.id, name: s.name }))
  return f.parent === null ? found : [{ id: f.parent, name: f.parent_name }, ...found]
})
const { data: day } = useQuery({
  queryKey: ['day', dough.id, together, computed(() => dough.record.value?.revision)],
  enabled: computed(() => together.value.length > 0),
  queryFn: () => api.day({ body: { doughs: [dough.id.value, ...together.value] } }),
})

watch(family, (f) => (chosen.value = Object.fromEntries((f?.following ?? []).map((c) => [c.key, !c.own]))), {
  immediate: true,
})

async function follow(): Promise<void> {
  const take = Object.keys(chosen.value).filter((k) => chosen.value[k])
  try {
    await dough.follow(take)
    problem.value = ''
    await askAnew(queryClient, 'family')
  } catch (error) {
    problem.value = words(error)
  }
}
</script>

<template>
  <section v-if="family" class="family" aria-label="Diet versions">
    <template v-if="family.parent !== null">
      <h3>
        Follows
        <RouterLink :to="`/dough/${family.parent}/swaps`">{{ family.parent_name }}</RouterLink>
      </h3>
      <p v-if="family.following.length === 0" class="small-words">
        Nothing has changed there since this one last followed.
      </p>
      <form v-else @submit.prevent="follow">
        <p>It has changed. This would follow:</p>
        <label v-for="c in family.following" :key="c.key" class="follow">
          <input v-model="chosen[c.key]" type="checkbox" />
          <span
            ><b>{{ c.label }}</b> <span class="small-words">{{ c.now }} → {{ c.then }}</span>
            <span v-if="c.own" class="alert-words">△ changed here too: following replaces that</span></span
          >
        </label>
        <button type="submit" class="btn btn-sm btn-primary">
          Follow these {{ Object.values(chosen).filter(Boolean).length }}
        </button>
        <p class="small-words">What you leave out is not asked again.</p>
      </form>
    </template>
    <template v-else>
      <h3>Diet versions</h3>
      <p v-if="family.siblings.length === 0" class="small-words">
        None yet. Switch needs on and keep the result as one: it follows this dough when it changes, and asks
        you first.
      </p>
      <p v-for="s in family.siblings" :key="s.id" class="sibling">
        <RouterLink :to="`/dough/${s.id}/swaps`">{{ s.name }}</RouterLink>
        <span class="small-words"
          >{{ s.needs.join(', ') }}<template v-if="s.waiting">; {{ s.waiting }} to follow</template></span
        >
      </p>
    </template>
    <template v-if="others.length">
      <h3>Made on one day</h3>
      <label v-for="o in others" :key="o.id" class="with">
        <input v-model="together" type="checkbox" :value="o.id" /> with {{ o.name }}
      </label>
      <div v-if="day && together.length" class="day" aria-live="polite">
        <p><b>Order:</b> {{ day.order.map((d) => d.name).join(', then ') }}.</p>
        <p v-for="c in day.cautions" :key="c" class="small-words">▲ {{ c }}</p>
        <p v-if="day.cautions.length === 0" class="small-words">
          They hold the same allergens by recipe: no order is safer than another.
        </p>
      </div>
    </template>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: 0.9375rem;
  margin: 10px 0 2px;
}
p {
  margin: 0 0 4px;
}
.sibling {
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
.follow,
.with {
  display: flex;
  gap: 8px;
  align-items: baseline;
  line-height: 1.25;
  margin-bottom: 4px;
}
a {
  text-decoration: underline;
}
</style>
