<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { type Schemas } from '@/api/client'
import type { Edit } from '@/dough/useDough'
import { useAsk } from '@/api/ask'
import { fixed } from '@/ui/format'
import { partsOf } from '@/stages/stages'
import StageTabs from '@/ui/StageTabs.vue'
import AdviceRow from './AdviceRow.vue'
import LockRow from './LockRow.vue'
import { moveWords, useNext } from './useNext'
import TermWord from '@/ui/TermWord.vue'

type Advice = Schemas['AdviceOut']
const router = useRouter()
const { dough, locks, question, changes, note } = useNext()
const tried = ref('')
const { answer, problem } = useAsk(changes, () => {
  const body = question()
  return body && api.rankNext({ body })
})
const across = computed(() =>
  Math.max(
    100,
    ...[...(answer.value?.advice ?? []), ...(answer.value?.pairs ?? [])].flatMap((a) =>
      a.outline.map(([x = 0]) => 2.2 * Math.abs(x)),
    ),
  ),
)

function editOf(e: Schemas['AdviceEdit']): Edit {
  if (e.op === 'role') return { op: 'role', role: e.role as Schemas['Role'], percent: e.percent ?? 0 }
  if (e.op === 'amount')
    return { op: 'amount', line: e.line ?? '', text: e.grams ?? 0, unit: 'g', habit: 'metric' }
  return { op: 'process', field: e.field ?? '', value: e.value ?? null }
}

async function take(a: Advice): Promise<void> {
  const text = `Tries ${a.moves.map(moveWords).join(' and ')}. Forecast: ${a.effect}.`
  if (a.draft) dough.replaceDraft(a.draft)
  else if (!a.edit || !(await dough.edit(editOf(a.edit)))) return
  note(text)
  tried.value = text
}
</script>

<template>
  <section class="next stage panel" aria-label="Next">
    <header>
      <h2>Next</h2>
      <StageTabs label="Parts of Next" :tabs="partsOf('next')" />
      <span v-if="answer?.distance != null" class="small-words"
        >forecast {{ fixed(answer.distance, 1) }} <TermWord name="clear_miss">clear misses</TermWord> from the
        target; dot: what changes, bar: where it lies 8 times in 10</span
      >
    </header>
    <LockRow v-model="locks" :locks="answer?.locks ?? []" />
    <p v-if="problem" class="alert-words pad" role="alert">▲ {{ problem }}</p>
    <p v-if="answer?.reason" class="pad">{{ answer.reason }}</p>
    <div v-if="tried" class="tried" aria-live="polite">
      <p>{{ tried }} It is in the draft; undo takes it back.</p>
      <BButton size="sm" variant="outline-primary" @click="router.push({ name: 'versions' })"
        >See it beside the version before</BButton
      >
    </div>
    <div class="list">
      <AdviceRow
        v-for="a in answer?.advice ?? []"
        :key="a.key"
        :advice="a"
        :ghost="answer?.target_outline ?? []"
        :across="across"
        @take="take(a)"
      />
      <template v-if="answer?.pairs.length">
        <h3 class="pairs">
          Two together
          <span class="small-words">one lever is not enough; a bake won't tell which of the two did it</span>
        </h3>
        <AdviceRow
          v-for="a in answer.pairs"
          :key="a.key"
          :advice="a"
          :ghost="answer.target_outline"
          :across="across"
          @take="take(a)"
        />
      </template>
    </div>
    <p v-if="answer?.advice.length" class="small-words pad">
      {{ answer.basis }} Ranked by distance alone; ease and side effects are told, not weighed. Dotted is the
      target.
    </p>
  </section>
</template>

<style scoped>
.pad {
  padding: 8px 14px;
  margin: 0;
}
.list {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 0 14px;
}
.pairs {
  font-size: 1rem;
  margin: 12px 0 2px;
}
p {
  margin: 0;
}
.tried {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 6px 14px;
}
</style>
