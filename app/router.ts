import { createRouter, createWebHistory } from 'vue-router'
import BuildsView from './views/BuildsView.vue'

/** The order of the work. Every view but the first is loaded when it is asked for. */
export const PLACES = [
  { name: 'builds', title: 'Builds' },
  { name: 'ground', title: 'Ground' },
  { name: 'water', title: 'Water' },
  { name: 'build-up', title: 'Build-up' },
  { name: 'mix', title: 'Mix' },
  { name: 'days', title: 'Days' },
  { name: 'bench', title: 'Bench' },
  { name: 'log', title: 'Log' },
  { name: 'shelf', title: 'Shelf' },
  { name: 'prints', title: 'Prints' }
] as const

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'builds', component: BuildsView },
    {
      path: '/build/:id',
      component: () => import('./views/BuildShell.vue'),
      children: [
        { path: '', redirect: { name: 'ground' } },
        { path: 'ground', name: 'ground', component: () => import('./views/GroundView.vue') },
        { path: 'water', name: 'water', component: () => import('./views/WaterView.vue') },
        { path: 'run', name: 'run', component: () => import('./views/RunView.vue') },
        { path: 'round', name: 'round', component: () => import('./views/RoundView.vue') },
        { path: 'build-up', name: 'build-up', component: () => import('./views/BuildUpView.vue') },
        { path: 'weigh/:batch', name: 'weigh', component: () => import('./views/WeighView.vue') },
        { path: 'shelf', name: 'shelf', component: () => import('./views/ShelfView.vue') },
        { path: 'mix', name: 'mix', component: () => import('./views/MixView.vue') },
        { path: 'days', name: 'days', component: () => import('./views/DaysView.vue') },
        { path: 'bench', name: 'bench', component: () => import('./views/BenchView.vue') },
        { path: 'log', name: 'log', component: () => import('./views/LogView.vue') },
        { path: 'prints', name: 'prints', component: () => import('./views/PrintsView.vue') }
      ]
    },
    { path: '/:anything(.*)*', redirect: '/' }
  ]
})
