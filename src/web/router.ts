import { createRouter, createWebHistory } from 'vue-router';
import { msg } from '../core/language';
import StartPage from './start/StartPage.vue';
import { STAGES } from './shell/stages';
import { lastId } from './storage/last';
import { useView } from './stores/view';
import { wholeLanguage } from './page/wholeLanguage';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'start', component: StartPage },
    {
      path: '/plans/:id/ask/:sketch/:step',
      name: 'ask',
      component: () => import('./start/AskPage.vue'),
      meta: { title: msg`What must be measured` },
    },
    {
      path: '/list/:sketch',
      name: 'list',
      component: () => import('./start/MeasuringList.vue'),
      meta: { title: msg`Measuring list` },
    },
    {
      path: '/terms',
      name: 'terms',
      component: () => import('./start/TermsPage.vue'),
      meta: { title: msg`Words of the trade` },
    },
    {
      path: '/plans/:id',
      component: () => import('./shell/PlanShell.vue'),
      redirect: (to) => ({ name: STAGES[0].id, params: to.params }),
      children: STAGES.map((stage) => ({
        path: stage.id,
        name: stage.id,
        component: stage.panel,
        meta: { title: stage.name },
      })),
    },
    {
      // The plan looked at last.
      path: '/plan/:stage?',
      redirect: (to) => {
        const id = lastId();
        const stage = STAGES.find((s) => s.id === to.params.stage) ?? STAGES[0];
        return id ? { name: stage.id, params: { id } } : { name: 'start' };
      },
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});

router.beforeEach(async (to) => {
  if (to.name !== 'start') await wholeLanguage();
});

router.afterEach((to) => {
  document.title = to.meta.title ? msg`${String(to.meta.title)} · Idle Furrow` : msg`Idle Furrow`;
});

// A part of the application that could not be fetched: the server is not there, or has a newer version.
router.onError((error: unknown, to) => {
  const why = error instanceof Error ? error.message : String(error);
  useView().stuck = {
    says: msg`“${String(to.meta.title ?? msg`This page`)}” could not be loaded: the server does not answer, or has a newer version. What you have drawn is safe in this browser.`,
    why,
    // A file that could not be had once is not asked for again by the same page.
    action: msg`Load the page again`,
    again: () => location.assign(to.fullPath),
  };
});
