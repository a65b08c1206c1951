<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words } from '@/api/client'
import { useRights } from '@/api/queries'
import { clock, day, fixed } from '@/ui/format'

/** Backups of the whole kitchen, and how the server is. */
const { data, error } = useQuery({ queryKey: ['backups'], queryFn: () => api.backups() })
const { data: health } = useQuery({ queryKey: ['health'], queryFn: () => api.health() })
const may = useRights()
const queryClient = useQueryClient()
const busy = ref(false)
const problem = ref('')
const mb = (bytes: number): string => fixed(bytes / 1_000_000, bytes < 10_000_000 ? 1 : 0)

async function backUp(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    queryClient.setQueryData(['backups'], await api.backUp())
    await askAnew(queryClient, 'health')
  } catch (failed) {
    problem.value = words(failed)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section class="panel keep" aria-label="Backups and health">
    <header>
      <h1>Backups of the whole kitchen</h1>
      <BButton v-if="may('manage')" size="sm" variant="primary" :disabled="busy" @click="backUp">{{
        busy ? 'Writing and reading it back …' : 'Take one now'
      }}</BButton>
    </header>
    <p v-if="problem || error" class="alert-words" role="alert">▲ {{ problem || words(error) }}</p>
    <template v-if="data">
      <p>
        <template v-if="data.every_h"
          >One is made every {{ data.every_h }} h by itself, and the last {{ data.keep }} stay.</template
        >
        <template v-else>None are made by themselves here.</template>
        Each is one zip file: JSON by a published schema, the same as tables for a spreadsheet, photos and the
        journal. Passwords are not in it.
      </p>
      <p v-if="data.folder" class="small-words">
        They lie in <code>{{ data.folder }}</code>. A copy on the same disk does not outlive it: keep one
        elsewhere. <code>make restore FILE=…</code> brings one back.
      </p>
      <table v-if="data.backups.length" class="table table-sm">
        <thead>
          <tr>
            <th>Taken</th>
            <th class="text-end">Size, MB</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="b in data.backups" :key="b.name">
            <td>{{ day(b.made_at) }}, {{ clock(b.made_at) }}</td>
            <td class="text-end fig">{{ mb(b.bytes) }}</td>
            <td class="text-end">
              <a v-if="may('manage')" :href="`/api/kitchen/backups/${b.name}`" download
                >Save it elsewhere<span class="visually-hidden"> {{ b.name }}</span></a
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else><b>None yet.</b></p>
    </template>
    <template v-if="health">
      <h2>How the server is</h2>
      <dl>
        <dt>Tarte</dt>
        <dd>version {{ health.version }}</dd>
        <dt>Room on the disk</dt>
        <dd>
          {{ fixed(health.free_bytes / 1e9, 1) }} GB<span v-if="health.free_bytes < 1e9" class="alert-words">
            ▲ little: backups and photos need some</span
          >
        </dd>
        <dt>Last backup</dt>
        <dd>
          {{ health.last_backup ? `${day(health.last_backup)}, ${clock(health.last_backup)}` : 'none yet' }}
        </dd>
        <dt>Devices</dt>
        <dd>{{ health.devices.join(', ') }}</dd>
        <template v-if="health.data_folder">
          <dt>Data folder</dt>
          <dd>
            <code>{{ health.data_folder }}</code>
          </dd>
          <dt>Slow calls</dt>
          <dd>
            <template v-if="!health.slow.length">none over 1 s in the log</template>
            <ul v-else>
              <li v-for="s in health.slow" :key="s.at + s.call">
                {{ day(s.at) }}, {{ clock(s.at) }}: {{ s.call }}, {{ fixed(s.seconds, 1) }} s
              </li>
            </ul>
          </dd>
        </template>
      </dl>
    </template>
  </section>
</template>

<style scoped>
.keep {
  padding: 12px 16px 14px;
  max-width: 860px;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
h1,
h2 {
  font-size: 1.125rem;
  margin: 0 0 6px;
}
h2 {
  margin-top: 18px;
}
p {
  margin: 4px 0;
}
table {
  max-width: 520px;
}
dl {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 3px 12px;
  margin: 0;
}
dt {
  font-weight: 400;
  color: var(--ink-2);
}
dd {
  margin: 0;
}
/* Paths and calls have no spaces to break at. */
code,
li {
  overflow-wrap: anywhere;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
