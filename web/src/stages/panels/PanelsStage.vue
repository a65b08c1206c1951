<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { useResultTabs } from '@/stages/results/tabs'
import StageTabs from '@/ui/StageTabs.vue'
import PanelResult from './PanelResult.vue'
import PanelRunning from './PanelRunning.vue'
import PanelSetUp from './PanelSetUp.vue'

/** Blind panels of this dough: set up, running, and what came out. */
const dough = theDough()
const queryClient = useQueryClient()
const tabs = useResultTabs()
const listKey = computed(() => ['panels', dough.id.value])
const { data: all } = useQuery({
  queryKey: listKey,
  queryFn: () => api.panels({ params: { path: { dough_id: dough.id.value } } }),
})
const chosen = ref<number | null>(null)
// Brought along from another stage: two versions that somebody wants told apart.
const making = ref('first' in useRoute().query)
const shownId = computed(() => chosen.value ?? all.value?.[0]?.id ?? null)
const panelKey = computed(() => ['panel', shownId.value])
const { data: panel } = useQuery({
  queryKey: panelKey,
  queryFn: () => api.panel({ params: { path: { panel_id: shownId.value ?? 0 } } }),
  enabled: computed(() => shownId.value !== null),
  // Who has begun and finished is seen as it happens.
  refetchInterval: (query) => (query.state.data?.state === 'open' ? 4000 : false),
})
watch(all, (now) => {
  if (now && !now.length) making.value = true
})
function took(now: Schemas['PanelOut']): void {
  queryClient.setQueryData(['panel', now.id], now)
  void queryClient.invalidateQueries({ queryKey: listKey.value })
  chosen.value = now.id
  making.value = false
}
const told = computed(() => panel.value?.outcome != null)
</script>

<template>
  <section class="panels stage panel" aria-label="Panels">
    <header>
      <h2>Results</h2>
      <StageTabs label="Parts of Results" :tabs="tabs" />
      <span class="push" />
      <BFormSelect
        v-if="all?.length && !making"
        :model-value="shownId"
        size="sm"
        class="which"
        aria-label="Which panel"
        @update:model-value="chosen = Number($event)"
      >
        <BFormSelectOption v-for="p in all" :key="p.id" :value="p.id"
          >{{ p.name }}, {{ p.state }}, {{ p.answered }} of {{ p.tasters }}</BFormSelectOption
        >
      </BFormSelect>
      <BButton v-if="!making" size="sm" variant="primary" @click="making = true">Set up a panel</BButton>
      <BButton v-else-if="all?.length" size="sm" variant="outline-primary" @click="making = false"
        >Back to the panels</BButton
      >
    </header>
    <PanelSetUp v-if="making" class="body" @made="took" />
    <template v-else-if="panel">
      <PanelResult v-if="told" :key="`r${panel.id}`" class="body" :panel="panel" @took="took" />
      <PanelRunning v-else :key="`p${panel.id}`" class="body" :panel="panel" @took="took" />
    </template>
  </section>
</template>

<style scoped>
.which {
  max-width: 220px;
}
.body {
  padding: 8px 14px;
  overflow-y: auto;
  min-height: 0;
}
</style>
