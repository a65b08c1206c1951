import { ref, type Component } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
import { STAGES } from '@/stages/stages'

/** Each view is fetched when it is first gone to. */
const VIEWS = import.meta.glob<Component>(
  ['./stages/*/*Stage.vue', './stages/*/{LabelSheet,BenchSheet,BakeChart}.vue'],
  { import: 'default' },
)
function viewOf(path: string): () => Promise<Component> {
  const view = VIEWS[`./stages/${path}`]
  if (!view) throw new Error(`no view ${path}`)
  return view
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: () => import('./shelf/ShelfPage.vue') },
    { path: '/paste', name: 'paste', component: () => import('./paste/PastePage.vue') },
    {
      path: '/kitchen',
      component: () => import('./kitchen/KitchenPage.vue'),
      children: [
        { path: '', name: 'kitchen', component: () => import('./kitchen/things/ThingsSection.vue') },
        { path: 'itself', name: 'itself', component: () => import('./kitchen/ItselfSection.vue') },
        { path: 'pantry', name: 'pantry', component: () => import('./kitchen/PantrySection.vue') },
        { path: 'people', name: 'people', component: () => import('./kitchen/people/PeopleSection.vue') },
        { path: 'journal', name: 'journal', component: () => import('./kitchen/JournalSection.vue') },
        { path: 'keep', name: 'keep', component: () => import('./kitchen/KeepSection.vue') },
      ],
    },
    { path: '/day/:on(\\d{4}-\\d{2}-\\d{2})', name: 'day', component: () => import('./day/DayPage.vue') },
    { path: '/run/:id(\\d+)', name: 'run', component: () => import('./bench/RunPage.vue') },
    { path: '/run/:id(\\d+)/phone', name: 'phone', component: () => import('./bench/PhonePage.vue') },
    { path: '/larder', name: 'larder', component: () => import('./larder/LarderPage.vue') },
    { path: '/how', name: 'how', component: () => import('./how/HowPage.vue') },
    { path: '/first', name: 'first', component: () => import('./kitchen/FirstSheet.vue') },
    { path: '/join', name: 'join', component: () => import('./session/JoinPage.vue') },
    {
      path: '/dough/:id(\\d+)',
      component: () => import('./dough/DoughPage.vue'),
      children: [
        { path: '', redirect: { name: 'formula' } },
        ...STAGES.map((s) => ({ path: s.name, name: s.name, component: viewOf(s.view) })),
      ],
    },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./shelf/LostPage.vue') },
  ],
})

/** The page that was gone to and could not be fetched; empty while all is well. */
export const unfetched = ref('')
router.onError((_, to) => {
  unfetched.value = to.fullPath
})
router.afterEach((_, __, failure) => {
  if (!failure) unfetched.value = ''
})
