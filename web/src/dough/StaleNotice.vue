<script setup lang="ts">
import { clock } from '@/ui/format'
import { theDough } from './key'

const { theirs, work, takeTheirs, keepMine } = theDough()
</script>

<template>
  <section class="panel stale" role="alert">
    <div>
      <b>▲ Changed elsewhere.</b> {{ theirs?.saved_by }} saved this dough at
      {{ theirs ? clock(theirs.saved_at) : '' }} after you opened it. Your change is still here and has not
      been saved over theirs.
      <span class="small-words">
        Theirs has {{ theirs?.draft.lines?.length ?? 0 }} lines, yours {{ work?.draft.lines?.length ?? 0 }}.
      </span>
    </div>
    <BButton size="sm" variant="outline-primary" @click="takeTheirs">Go on with theirs</BButton>
    <BButton size="sm" variant="primary" @click="keepMine">Save mine over it</BButton>
  </section>
</template>

<style scoped>
.stale {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 12px;
  border-top-color: var(--alert);
}
.stale > div {
  flex: 1;
}
</style>
