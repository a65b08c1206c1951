<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import TermWord from '@/ui/TermWord.vue'

const props = defineProps<{ findings: Schemas['FindingOut'][] }>()
type Mend = Schemas['MendEdit']
const SURE = { H: 'well known', M: 'a fair guide', L: 'rough' }
const dough = theDough()
const setting = ref<string | null>(null)
const reason = ref('')

const open = computed(() => props.findings.filter((f) => !f.dismissed))
const aside = computed(() => props.findings.filter((f) => f.dismissed))

async function mend(r: Schemas['RemedyOut']): Promise<void> {
  await dough.edit({ op: 'mend', changes: r.changes as Mend['changes'] })
}
async function put(key: string): Promise<void> {
  await dough.edit({ op: 'dismiss', key, reason: reason.value })
  // Another finding may have been opened meanwhile: its box and words stay.
  if (setting.value !== key) return
  setting.value = null
  reason.value = ''
}
</script>

<template>
  <p v-if="findings.length === 0">
    Nothing stands out: every role lies inside its usual range, and so do the balances between them.
  </p>
  <article v-for="f in open" :key="f.key" class="finding">
    <h3 :class="f.state">
      <span aria-hidden="true">{{ f.state === 'act' ? '▲' : f.state === 'look' ? '△' : '·' }}</span>
      {{ f.what }}
    </h3>
    <p>It {{ f.why }}.</p>
    <details v-if="f.reasons.length > 1" class="small-words">
      <summary>{{ f.reasons.length }} figures say so</summary>
      <ul>
        <li v-for="r in f.reasons" :key="r">{{ r }}</li>
      </ul>
    </details>
    <p class="small-words">{{ f.evidence }}; {{ SURE[f.confidence] }}.</p>
    <div class="acts">
      <span v-for="r in f.remedies" :key="r.words" class="remedy">
        <BButton size="sm" variant="outline-primary" @click="mend(r)">{{ r.words }}</BButton>
        <span v-if="r.effect" class="small-words"
          >forecast: {{ r.effect
          }}<b v-if="r.nearer !== null && Math.abs(r.nearer) >= 0.05"
            >; {{ fixed(Math.abs(r.nearer), 1) }}
            <TermWord name="clear_miss">clear misses</TermWord>
            {{ r.nearer > 0 ? 'nearer to the target' : 'further from the target' }}</b
          ></span
        >
      </span>
      <p v-if="f.remedies.length === 0" class="small-words">{{ f.no_remedy }}</p>
      <BButton v-if="setting !== f.key" size="sm" variant="link" @click="setting = f.key">
        set aside …
      </BButton>
      <form v-else class="why" @submit.prevent="put(f.key)">
        <BFormInput
          v-model="reason"
          size="sm"
          :aria-label="`Why set aside: ${f.what}`"
          placeholder="because …"
          maxlength="200"
        />
        <BButton type="submit" size="sm" variant="outline-primary" :disabled="!reason.trim()"
          >Set aside</BButton
        >
      </form>
    </div>
  </article>
  <section v-if="aside.length" class="aside">
    <h3>Set aside</h3>
    <p v-for="f in aside" :key="f.key">
      {{ f.what }}: <em>{{ f.dismissed }}</em>
      <BButton size="sm" variant="link" @click="dough.edit({ op: 'dismiss', key: f.key, reason: '' })">
        take up again <span class="visually-hidden">{{ f.what }}</span>
      </BButton>
    </p>
  </section>
</template>

<style scoped>
.finding {
  border-bottom: 1px solid var(--rule);
  padding: 6px 0 9px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0 0 2px;
}
.act {
  color: var(--alert);
}
p {
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  margin-top: 5px;
  align-items: center;
}
.remedy {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
}
/* A remedy in several amounts breaks inside its button and leaves room for what it does. */
.remedy > :first-child {
  max-width: 60%;
  white-space: normal;
  text-align: left;
}
ul {
  margin: 2px 0 0;
  padding-left: 18px;
}
.why {
  display: flex;
  gap: 6px;
  flex: 1;
}
.aside {
  margin-top: 12px;
  color: var(--ink-2);
}
</style>
