<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import IconMoon from '~icons/lucide/moon'
import IconSun from '~icons/lucide/sun'
import { api } from '@/api/calls'
import { switchSession, useKitchen, useSession } from '@/api/queries'
import { watch } from 'vue'
import { habits } from './format'
import { useTheme } from './useTheme'

const { dark, toggle } = useTheme()
const { data: session } = useSession()
const queryClient = useQueryClient()
const { data: kitchen } = useKitchen()
watch(
  kitchen,
  (now) => {
    if (now) Object.assign(habits, { numbers: now.numbers, dates: now.dates })
  },
  { immediate: true },
)

/** This machine's own date; the day's page says whose clock it goes by. */
const today = new Date().toLocaleDateString('sv-SE')

async function signOut(): Promise<void> {
  switchSession(queryClient, await api.signOut())
}
</script>

<template>
  <header class="top">
    <RouterLink class="brand" :to="{ name: 'shelf' }">Tarte</RouterLink>
    <RouterLink class="place" :to="{ name: 'day', params: { on: today } }">Day</RouterLink>
    <RouterLink class="place" :to="{ name: 'larder' }">Larder</RouterLink>
    <RouterLink class="place" :to="{ name: 'kitchen' }">Kitchen</RouterLink>
    <div class="middle"><slot /></div>
    <slot name="actions" />
    <button
      class="plain"
      type="button"
      :aria-label="dark ? 'Light theme' : 'Dark theme'"
      :title="dark ? 'Light theme' : 'Dark theme'"
      @click="toggle"
    >
      <IconSun v-if="dark" /><IconMoon v-else />
    </button>
    <span v-if="session?.demo" class="small-words cook">{{ session.cook?.name }}</span>
    <button v-else class="plain small-words" type="button" @click="signOut">
      Sign out {{ session?.cook?.name }}
    </button>
  </header>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 0.75rem;
  height: 48px;
  padding: 0 16px;
  background: var(--enamel);
}
.brand {
  font-size: 1.25rem;
  font-weight: 750;
  color: var(--cobalt);
}
.place {
  font-weight: 600;
  padding: 2px 0;
  border-bottom: 2px solid transparent;
}
.place.router-link-active {
  border-bottom-color: var(--cobalt);
}
.middle {
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: baseline;
  gap: 0.75rem;
  overflow: hidden;
  white-space: nowrap;
}
.plain {
  display: inline-flex;
  align-items: center;
  border: 0;
  background: none;
  padding: 0.3rem;
  color: var(--ink-2);
  border-radius: 4px;
}
.plain:hover {
  color: var(--cobalt);
}
@media (max-width: 700px) {
  .top {
    flex-wrap: wrap;
    height: auto;
    padding: 6px 10px;
    gap: 0.4rem;
  }
  .middle {
    order: 5;
    flex-basis: 100%;
  }
  .cook {
    display: none;
  }
}
</style>
