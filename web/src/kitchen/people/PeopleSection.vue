<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { useRights, useSession } from '@/api/queries'
import { day } from '@/ui/format'
import LinkBox from './LinkBox.vue'
import OwnPassword from './OwnPassword.vue'

type People = Schemas['PeopleOut']
type Role = Schemas['MemberOut']['role']

/** Who works here, what each may do, and the links by which people come in. */
const { data, error, refetch } = useQuery({ queryKey: ['people'], queryFn: () => api.people() })
const { data: session } = useSession()
const may = useRights()
const queryClient = useQueryClient()
const role = ref<Role>('cook')
const link = ref<{ secret: string; ends_at: string; whose: string } | null>(null)
const problem = ref('')
const manages = computed(() => may('manage'))
const about = (id: string): string => data.value?.roles.find((r) => r.id === id)?.words ?? ''

async function act(ask: () => Promise<People | null>): Promise<void> {
  problem.value = ''
  try {
    const answer = await ask()
    if (answer) queryClient.setQueryData(['people'], answer)
  } catch (failed) {
    problem.value = words(failed)
    await refetch()
  }
}
function invite(): Promise<void> {
  return act(async () => {
    const made = await api.invite({ body: { role: role.value } })
    link.value = { ...made, whose: '' }
    return made.people
  })
}
function reset(id: number, name: string): Promise<void> {
  return act(async () => {
    const made = await api.resetPassword({ params: { path: { member_id: id } } })
    link.value = { ...made, whose: name }
    return made.people
  })
}
const change = (id: number, to: string): Promise<void> =>
  act(() => api.changeRole({ params: { path: { member_id: id } }, body: { role: to } }))
const off = (id: number, back: boolean): Promise<void> =>
  act(() => api.takeOffList({ params: { path: { member_id: id } }, body: { back } }))
const withdraw = (id: number): Promise<void> =>
  act(() => api.withdrawInvite({ params: { path: { invite_id: id } } }))
</script>

<template>
  <section class="panel people" aria-label="People">
    <h1>Who works here</h1>
    <p v-if="problem || error" class="alert-words" role="alert">▲ {{ problem || words(error) }}</p>
    <ul v-if="data">
      <li v-for="m in data.members" :key="m.id" :class="{ gone: !m.here }">
        <span
          ><b>{{ m.name }}</b
          >{{ ' '
          }}<span class="small-words">
            {{ m.username }}{{ m.you ? ', you' : '' }} · since {{ day(m.joined_at)
            }}{{ m.seen_at ? `, last here ${day(m.seen_at)}` : '' }}</span
          ></span
        >
        <template v-if="m.here">
          <BFormSelect
            v-if="manages"
            size="sm"
            :model-value="m.role"
            :aria-label="`What ${m.name} may do`"
            @update:model-value="change(m.id, String($event))"
          >
            <BFormSelectOption v-for="r in data.roles" :key="r.id" :value="r.id">{{
              r.id
            }}</BFormSelectOption>
          </BFormSelect>
          <span v-else>{{ m.role }}</span>
        </template>
        <span v-else class="small-words">off the list</span>
        <span class="small-words">{{ m.here ? about(m.role) : 'can’t sign in; what they did stays' }}</span>
        <span v-if="manages" class="acts">
          <button
            v-if="m.here && !m.you"
            type="button"
            class="btn btn-link small-words"
            @click="reset(m.id, m.name)"
          >
            New password
          </button>
          <button v-if="!m.you" type="button" class="btn btn-link small-words" @click="off(m.id, !m.here)">
            {{ m.here ? 'Take off' : 'Let in again' }}<span class="visually-hidden"> {{ m.name }}</span>
          </button>
        </span>
      </li>
    </ul>
    <template v-if="manages && data">
      <div class="invite">
        <label
          >Let somebody in as
          <BFormSelect v-model="role" size="sm">
            <BFormSelectOption v-for="r in data.roles" :key="r.id" :value="r.id">{{
              r.id
            }}</BFormSelectOption>
          </BFormSelect></label
        >
        <span class="small-words">{{ about(role) }}</span>
        <BButton size="sm" variant="primary" @click="invite">Make a link</BButton>
      </div>
      <LinkBox v-if="link" :link="link" />
      <ul v-if="data.invites.length" class="waiting">
        <li v-for="i in data.invites" :key="i.id">
          <span
            >{{ i.whose ? `New password for ${i.whose}` : `A link to join as ${i.role}` }}
            <span class="small-words"> made by {{ i.made_by }}, holds until {{ day(i.ends_at) }}</span></span
          >
          <button type="button" class="btn btn-link small-words" @click="withdraw(i.id)">Withdraw</button>
        </li>
      </ul>
    </template>
    <OwnPassword v-if="session && !session.demo" />
  </section>
</template>

<style scoped>
.people {
  padding: 12px 16px 14px;
}
h1 {
  font-size: 1.125rem;
  margin: 0 0 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(180px, 1.2fr) 110px minmax(0, 1.4fr) 190px;
  gap: 14px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}
.waiting li {
  grid-template-columns: minmax(0, 1fr) auto;
}
.gone b {
  font-weight: 400;
}
.acts {
  display: flex;
  gap: 14px;
}
.invite {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 12px 0 8px;
}
.invite label {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
@media (max-width: 800px) {
  li {
    grid-template-columns: minmax(0, 1fr) 110px;
  }
}
</style>
