import { createPinia } from 'pinia';
import { createApp } from 'vue';
import { fixed, forms, grouped, msg } from '../core/language';
import App from './App.vue';
import { router } from './router';
import { vuetify } from './theme/vuetify';

/** The page, once its language is spoken. */
const app = createApp(App);
Object.assign(app.config.globalProperties, { msg, forms, fixed, grouped });
app.use(createPinia()).use(router).use(vuetify).mount('#app');
