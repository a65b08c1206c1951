import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: () => import('./shelf/ShelfPage.vue') },
    { path: '/paste', name: 'paste', component: () => import('./paste/PastePage.vue') },
    {
      path: '/dough/:id(\\d+)',
      component: () => import('./dough/DoughPage.vue'),
      children: [
        { path: '', redirect: { name: 'formula' } },
        { path: 'target', name: 'target', component: () => import('./stages/target/TargetStage.vue') },
        { path: 'formula', name: 'formula', component: () => import('./stages/formula/FormulaStage.vue') },
        { path: 'swaps', name: 'swaps', component: () => import('./stages/swaps/SwapsStage.vue') },
        { path: 'butter', name: 'butter', component: () => import('./stages/butter/ButterStage.vue') },
        { path: 'label', name: 'label', component: () => import('./stages/label/LabelSheet.vue') },
        { path: 'bake-chart', name: 'bake-chart', component: () => import('./stages/chart/BakeChart.vue') },
        {
          path: 'versions',
          name: 'versions',
          component: () => import('./stages/versions/VersionsStage.vue'),
        },
        { path: 'sheet', name: 'sheet', component: () => import('./stages/sheet/BenchSheet.vue') },
        { path: 'next', name: 'next', component: () => import('./stages/next/NextStage.vue') },
        { path: 'search', name: 'search', component: () => import('./stages/next/SearchStage.vue') },
        { path: 'series', name: 'series', component: () => import('./stages/next/SeriesStage.vue') },
        { path: 'compare', name: 'compare', component: () => import('./stages/results/CompareStage.vue') },
        { path: 'lineage', name: 'lineage', component: () => import('./stages/results/LineageStage.vue') },
        { path: 'learn', name: 'learn', component: () => import('./stages/results/LearnStage.vue') },
        { path: 'results', name: 'results', component: () => import('./stages/results/ResultsStage.vue') },
      ],
    },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./shelf/LostPage.vue') },
  ],
})
