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
