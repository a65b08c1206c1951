<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { useAsk } from '@/api/ask'
import TinySide from '@/stages/swaps/TinySide.vue'
import { choice, fixed } from '@/ui/format'
import { partsOf } from '@/stages/stages'
import StageTabs from '@/ui/StageTabs.vue'
import EffectBars from './EffectBars.vue'
import LockRow from './LockRow.vue'
import { figure, moveWords, named, useNext } from './useNext'

/** The whole target searched for at once, with what may not be touched. */
const LOCKS = [
  'eggs',
  'butter',
  'sugar',
  'liquid',
  'leavening',
  'portion',
  'oven',
  'minutes',
  'dough temperature',
]
const router = useRouter()
const { dough, locks, question, changes, note } = useNext()
const tried = ref(false)
const { answer, problem } = useAsk(
  () => (tried.value ? null : changes()),
  () => {
    const body = tried.value ? null : question()
    return body && api.searchTarget({ body })
  },
)
const across = computed(() =>
  Math.max(100, ...(answer.value?.outline ?? []).map(([x = 0]) => 2.2 * Math.abs(x))),
)

function take(): void {
  const found = answer.value
  if (!found?.draft) return
  const kept = locks.value.length ? ` Kept: ${locks.value.join(', ')}.` : ''
  tried.value = true
  dough.replaceDraft(found.draft)
  note(
    `Tries the whole target at once: ${found.moves.map(moveWords).join(', ')}.${kept} Tells whether it hits, not which change did it.`,
  )
}
</script>

<template>
  <section class="search stage panel" aria-label="Whole target">
    <header>
      <h2>Next</h2>
      <StageTabs label="Parts of Next" :tabs="partsOf('next')" />
      <span class="small-words">the smallest change of all that is free to move; no ingredient is added</span>
    </header>
    <LockRow v-model="locks" :locks="LOCKS" />
    <div class="body">
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <p v-if="!answer && !problem" class="small-words" role="status">searching …</p>
      <p v-if="answer?.reason">{{ answer.reason }}</p>
      <div v-if="tried" class="tried" aria-live="polite">
        <p>It is in the draft, with its note; undo takes it back.</p>
        <BButton size="sm" variant="outline-primary" @click="router.push({ name: 'versions' })"
          >See it beside the version before</BButton
        >
        <BButton size="sm" variant="link" @click="tried = false">Search again from here</BButton>
      </div>
      <template v-if="answer?.draft">
        <div class="top">
          <TinySide
            :shape="answer.outline"
            :ghost="dough.preview.value?.target_outline ?? []"
            :fill="null"
            :across="across"
          />
          <p>
            <b class="huge fig">{{ fixed(answer.from_steps, 1) }} → {{ fixed(answer.to_steps, 1) }}</b>
            <span class="small-words">&nbsp;clear misses from the target, by the forecast</span>
          </p>
          <BButton v-if="!tried" variant="primary" @click="take">Try it</BButton>
        </div>
        <p v-if="answer.out_of_reach.length" class="alert-words">
          △ stays out of reach: {{ answer.out_of_reach.join(', ') }}
        </p>
        <p v-if="answer.side_effects.length" class="alert-words">△ {{ answer.side_effects.join(', ') }}</p>
        <table class="table table-sm">
          <thead>
            <tr>
              <th scope="col">Change</th>
              <th scope="col" class="text-end">Now</th>
              <th scope="col" class="text-end">Then</th>
              <th scope="col">Unit</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="m in answer.moves" :key="m.key">
              <th scope="row">{{ choice(named(m)) }}</th>
              <td class="fig text-end">{{ figure(m.before, m.unit) }}</td>
              <td class="fig text-end">
                <b>{{ figure(m.after, m.unit) }}</b>
              </td>
              <td class="unit">{{ m.unit }}</td>
            </tr>
          </tbody>
        </table>
        <EffectBars :changes="answer.changes" />
        <p class="small-words">
          {{ answer.moves.length }} things change at once: the bake tells whether the target is hit, not which
          change did it. Where the forecast is far from what it has seen, take single changes instead.
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.body {
  padding: 8px 14px;
  overflow-y: auto;
}
.top {
  display: flex;
  gap: 20px;
  align-items: center;
  margin-bottom: 6px;
}
p {
  margin-bottom: 4px;
}
table {
  max-width: 560px;
}
.tried {
  display: flex;
  gap: 14px;
  align-items: center;
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 6px 14px;
  margin-bottom: 8px;
}
.tried p {
  margin: 0;
  flex: 1;
}
</style>
