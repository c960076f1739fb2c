/// <reference types="vite/client" />
declare module '*.vue' {
  import type { DefineComponent } from 'vue'
  const component: DefineComponent
  export default component
}
/** The state of the planner that this app was built with. */
declare const PLANNER: string
