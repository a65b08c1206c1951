<script setup lang="ts">
import { nextTick, onMounted, ref, watch } from 'vue'
import PickPage from './PickPage.vue'
import ScorePage from './ScorePage.vue'
import { useBallot } from './useBallot'

/** A taster's ballot: what the samples hold first, then one question a page. */
const props = defineProps<{ token: string }>()
const ballot = useBallot(props.token)
const { told, problem, busy, reply, at, pages, page, answered } = ballot
const agrees = ref(false)
const nick = ref('')
const deleting = ref(false)
const heading = ref<HTMLElement | null>(null)
const MASKS: Record<string, string> = {
  red: 'The light is dim and red on purpose.',
  crumb: 'You get crumb in a cup on purpose.',
  closed: 'Keep your eyes closed while you taste; someone hands you the pieces.',
}
onMounted(ballot.look)
// What a page is about is read out when it comes.
watch([at, () => told.value?.state], () => void nextTick(() => heading.value?.focus()))

function score(code: number, key: string, value: number | undefined): void {
  if (value === undefined) return
  const scores = { ...reply.value.scores, [code]: { ...reply.value.scores[code], [key]: value } }
  reply.value = { ...reply.value, scores }
}
</script>

<template>
  <div v-if="told === null">
    <h1>Tasting</h1>
    <p v-if="!problem" role="status">Opening …</p>
  </div>

  <form v-else-if="told.state === 'waiting'" @submit.prevent="ballot.begin(nick, agrees)">
    <h1 ref="heading" tabindex="-1">Before you taste</h1>
    <p>The samples hold, all together:</p>
    <ul class="holds">
      <li v-for="h in told.holds" :key="h">{{ h }}</li>
    </ul>
    <p class="caution">▲ {{ told.caution }}</p>
    <label class="agree"
      ><input v-model="agrees" type="checkbox" /> I have read this, I can eat them, and what I say here may be
      used for the cookies. I can delete it.</label
    >
    <label class="nick"
      >A name you make up (not yours)
      <input v-model="nick" maxlength="30" autocomplete="off" placeholder="Blue spoon" />
    </label>
    <button class="go" :disabled="busy || !agrees">Begin</button>
  </form>

  <div v-else-if="told.state === 'begun' && page">
    <p class="where">
      Plate <b>{{ told.number }}</b> · {{ Math.min(at + 1, pages.length) }} of {{ pages.length }}
    </p>
    <template v-if="page.kind !== 'end'">
      <h1 ref="heading" tabindex="-1">{{ told.asks }}</h1>
      <p v-if="at === 0 && told.warm_up" class="small">First the warm-up piece without a code.</p>
      <p v-if="at === 0 && MASKS[told.mask]" class="small">{{ MASKS[told.mask] }}</p>
      <PickPage v-if="page.kind === 'pick'" v-model="reply" :told="told" />
      <ScorePage
        v-else
        :key="`${page.code} ${page.scale.key}`"
        :model-value="reply.scores[page.code]?.[page.scale.key]"
        :code="page.code"
        :scale="page.scale"
        @update:model-value="score(page.code, page.scale.key, $event)"
      />
    </template>
    <template v-else>
      <h1 ref="heading" tabindex="-1">Anything you noticed?</h1>
      <label class="words"
        >In your own words, or nothing
        <textarea v-model="reply.words" rows="4" maxlength="300" />
      </label>
    </template>
    <div class="acts">
      <button v-if="at > 0" type="button" class="back" @click="at -= 1">Back</button>
      <button v-if="page.kind !== 'end'" type="button" class="go" :disabled="!answered" @click="at += 1">
        Next
      </button>
      <button v-else type="button" class="go" :disabled="busy" @click="ballot.send">Send</button>
    </div>
  </div>

  <div v-else-if="told.state === 'finished'">
    <h1 ref="heading" tabindex="-1">Thank you{{ told.nick ? `, ${told.nick}` : '' }}</h1>
    <p>Your answer has arrived. You can close this page; what was what is told once everyone has tasted.</p>
    <button v-if="!deleting" type="button" class="back" @click="deleting = true">Delete what I said</button>
    <template v-else>
      <p>It then counts no more, and can't be brought back.</p>
      <div class="acts">
        <button type="button" class="back" @click="deleting = false">Keep it</button>
        <button type="button" class="go" :disabled="busy" @click="ballot.withdraw">Delete it</button>
      </div>
    </template>
  </div>

  <div v-else>
    <h1 ref="heading" tabindex="-1">Deleted</h1>
    <p>What you said is gone, and counts no more.</p>
  </div>

  <p v-if="problem" class="problem" role="alert">
    ▲ {{ problem }}
    <button v-if="told === null" type="button" class="back" :disabled="busy" @click="ballot.look">
      Try again
    </button>
  </p>
</template>

<style scoped>
h1:focus {
  outline: none;
}
.where,
.small,
.nick,
.words {
  color: var(--ink-2);
}
.holds {
  margin: 0 0 0.75rem;
  padding-left: 1.25rem;
  font-weight: 650;
}
.caution {
  border-left: 4px solid var(--alert);
  padding-left: 0.75rem;
}
.agree {
  display: flex;
  gap: 0.75rem;
  align-items: flex-start;
  margin-bottom: 1rem;
}
.agree input {
  width: 28px;
  height: 28px;
  flex: none;
}
.nick input,
.words textarea {
  display: block;
  width: 100%;
  margin: 0.25rem 0 1rem;
  padding: 0.6rem 0.75rem;
  border: 2px solid var(--rule);
  border-radius: 6px;
  background: transparent;
}
.acts {
  display: flex;
  gap: 0.75rem;
  margin-top: 1.25rem;
}
.go,
.back {
  min-height: 56px;
  padding: 0 1.25rem;
  border-radius: 6px;
  border: 2px solid var(--cobalt);
  background: transparent;
  color: var(--cobalt);
  font-weight: 650;
}
.go {
  flex: 1;
  width: 100%;
  background: var(--cobalt);
  color: var(--paper);
}
.go:disabled {
  opacity: 0.45;
}
.problem {
  color: var(--alert);
  margin-top: 1rem;
}
</style>
