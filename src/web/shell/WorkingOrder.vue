<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { usePlan } from '../stores/plan';
import { useJudgement } from '../stores/judgement';
import { STAGES } from './stages';
import { toldIn } from '../page/toldIn';

const plan = usePlan();
const judgement = useJudgement();

const states = computed(() =>
  STAGES.map((stage) => {
    const look = toldIn(stage.id, judgement.told).length;
    const touched = stage.touched(plan.plan);
    // What is found asks for a look, whether anything was stated there or not.
    const state = look > 0 ? 'look' : touched ? 'fine' : 'untouched';
    const said = state === 'untouched' ? 'untouched' : look > 0 ? msg`${look} to look at` : 'fine';
    return { ...stage, state, look, said };
  }),
);
/** From one stage’s mark to the next. */
const GAP_PX = 47;
/** How far the water has got: the last stage in a row that is touched. */
const reached = computed(() => {
  const first = states.value.findIndex((s) => s.state === 'untouched');
  return (first < 0 ? states.value.length - 1 : Math.max(0, first - 1)) / (states.value.length - 1);
});
</script>

<template>
  <nav class="order" aria-label="Working order">
    <div class="pipe" aria-hidden="true" :style="{ height: `${GAP_PX * (STAGES.length - 1)}px` }">
      <i :style="{ height: `${reached * 100}%` }" />
    </div>
    <router-link v-for="s in states" :key="s.id" :to="{ name: s.id }" class="stage" active-class="now">
      <span
        class="mark num"
        :class="s.state"
        :data-look="s.state === 'look' ? s.look : undefined"
        aria-hidden="true"
      >
        <svg v-if="s.state === 'fine'" viewBox="0 0 12 12" width="12" height="12">
          <path d="M1.500 6.500l3 3 6-7" fill="none" stroke="currentColor" stroke-width="2.200" />
        </svg>
      </span>
      <span
        >{{ s.name }}<span class="sr">, {{ s.said }}</span></span
      >
    </router-link>
  </nav>
</template>

<style scoped>
.order {
  position: relative;
  padding: 12px 0;
}
.pipe {
  position: absolute;
  left: 24px;
  top: 35px;
  width: 5px;
  border-radius: 3px;
  background: var(--line);
}
.pipe i {
  display: block;
  width: 100%;
  border-radius: 3px;
  background: var(--water);
  transition: height 0.4s;
}
.stage {
  display: flex;
  align-items: center;
  gap: 12px;
  height: 47px;
  padding-left: 14px;
  position: relative;
  color: var(--ink);
  text-decoration: none;
  font-size: 15.5px;
}
.stage:hover {
  background: color-mix(in srgb, var(--picked) 50%, transparent);
}
.stage.now {
  background: var(--picked);
  font-weight: 700;
}
.mark {
  width: 25px;
  height: 25px;
  border-radius: 50%;
  display: grid;
  place-items: center;
  font-weight: 700;
  font-size: 13px;
  background: var(--paper);
  border: 2px solid var(--faint);
}
.mark.fine {
  background: var(--water);
  border-color: var(--water);
  color: var(--paper);
}
.mark.look::after {
  content: attr(data-look);
}
.mark.look {
  border-radius: 5px;
  border-color: var(--clay);
  color: var(--clay);
}
@media (max-width: 820px), (max-height: 480px) {
  .order {
    display: flex;
    padding: 0;
  }
  .pipe {
    display: none;
  }
  .stage {
    flex: 1;
    min-width: 0;
    flex-direction: column;
    justify-content: center;
    gap: 1px;
    padding: 0;
    height: 50px;
    font-size: 12.5px;
  }
}
/* Eight names side by side do not fit: the one that is open is written out, the others by their marks. */
@media (max-width: 560px), (max-height: 480px) {
  .stage > span:last-child {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
@media (max-width: 560px) {
  .stage.now {
    flex: 1.9;
  }
  .stage.now > span:last-child {
    position: static;
    width: auto;
    height: auto;
    clip-path: none;
  }
}
@media (max-height: 480px) and (min-width: 560px) {
  .order {
    flex-direction: column;
    overflow-y: auto;
  }
  .stage {
    min-height: 44px;
    height: auto;
  }
}
</style>
