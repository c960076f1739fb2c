import 'element-plus/theme-chalk/base.css'
import 'element-plus/theme-chalk/el-overlay.css'
import 'element-plus/theme-chalk/el-dialog.css'
import 'element-plus/theme-chalk/el-message.css'
import 'element-plus/theme-chalk/el-drawer.css'
import 'element-plus/theme-chalk/el-skeleton.css'
import 'element-plus/theme-chalk/el-skeleton-item.css'
import './theme/theme.css'
import './theme/element.css'
import './theme/phone.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { heedMissing } from './missing'
import { router } from './router'

const app = createApp(App).use(createPinia()).use(router)
heedMissing(app, router)
app.mount('#app')

// the whole app is kept for a shed without Wi-Fi; without service workers it still works while
// there is a network
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  window.addEventListener(
    'load',
    () => void navigator.serviceWorker.register('/offline.js').catch(() => undefined)
  )
}
