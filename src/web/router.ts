import { createRouter, createWebHistory } from 'vue-router';
import StartPage from './start/StartPage.vue';
import { STAGES } from './shell/stages';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'start', component: StartPage },
    {
      path: '/plan',
      component: () => import('./shell/PlanShell.vue'),
      redirect: { name: STAGES[0].id },
      children: STAGES.map((stage) => ({
        path: stage.id,
        name: stage.id,
        component: stage.panel,
        meta: { title: stage.name },
      })),
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});

router.afterEach((to) => {
  document.title = to.meta.title ? `${String(to.meta.title)} · Idle Furrow` : 'Idle Furrow';
});
