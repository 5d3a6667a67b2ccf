import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import 'vuetify/styles';
import './theme/look.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { router } from './router';
import { vuetify } from './theme/vuetify';

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app');

// Keeps the whole application in the browser, so that it opens without its server. A newer version takes over with the next visit.
if (import.meta.env.PROD)
  window.addEventListener('load', () => {
    void import('virtual:pwa-register').then(({ registerSW }) => registerSW({}));
  });
