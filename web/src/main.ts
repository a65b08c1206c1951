import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createBootstrap } from 'bootstrap-vue-next/plugins/createBootstrap'
import { createApp } from 'vue'
import App from './App.vue'
import { ApiError } from './api/client'
import { router } from './router'
import './styles/main.scss'

const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      refetchOnWindowFocus: false,
      retry: (count, error) => error instanceof ApiError && error.unreachable && count < 4,
    },
  },
})

createApp(App).use(createBootstrap()).use(VueQueryPlugin, { queryClient }).use(router).mount('#app')
