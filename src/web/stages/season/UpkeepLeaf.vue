<script setup lang="ts">
import { onMounted, ref, shallowRef, watch } from 'vue';
import { forms, msg } from '../../../core/language';
import { writeUpkeepCalendar } from '../../../core/formats/upkeepCalendar';
import { HEAD } from '../../../core/plan';
import type { Task } from '../../../core/season';
import { download } from '../../storage/download';
import { useBook } from '../../stores/book';
import { useKeeping } from '../../stores/keeping';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import { fileName } from './fileName';
import { MS_PER_DAY } from '../../../core/units/time';

/** What is due, the soonest first. */
const season = useSeason();
const settings = useSettings();
const plan = usePlan();
const book = useBook();
const keeping = useKeeping();
const tasks = shallowRef<Task[]>();
const opened = ref<string>();
async function list(): Promise<void> {
  tasks.value = (await season.upkeep()) ?? tasks.value;
}
onMounted(list);
watch([() => book.standing, () => plan.plan, () => settings.choice, () => season.set], list);
const day = (at: number): string => settings.day(new Date(at).toISOString().slice(0, 10));
const SOON_DAYS = 14;
const when = (t: Task): string => {
  const days = Math.round((t.due - Date.now()) / MS_PER_DAY);
  return days <= 0
    ? msg`due now`
    : days <= SOON_DAYS
      ? msg`in ${days} day${forms(days, '', 's')}`
      : day(t.due);
};
const state = (t: Task): string =>
  t.due <= Date.now() ? 'due' : t.due < Date.now() + SOON_DAYS * MS_PER_DAY ? 'soon' : '';
/** A filter's task told: which part, and in which block it stands. */
function cleaned(task: string): { what: 'cleaned'; part: string; block?: string } {
  const [, place, part] = task.split('/');
  return { what: 'cleaned', part, ...(place !== HEAD && { block: place }) };
}
/** Done: as what it is, so that the next time is reckoned from it. */
function done(t: Task): void {
  if (t.id === 'flush') book.add({ what: 'flush' });
  else if (t.id.startsWith('filter/')) book.add(cleaned(t.id));
  else book.add({ what: 'note', text: `done: ${t.id}` });
}
async function calendar(): Promise<void> {
  const told = await season.upkeepForPaper();
  if (told)
    download(
      fileName(plan.full.name, 'upkeep.ics'),
      writeUpkeepCalendar(told, plan.full.name, keeping.id, Date.now()),
      'text/calendar',
    );
}
</script>

<template>
  <div class="to-print">
    <p v-if="!tasks" class="quiet" role="status">
      Working out what is due, and how the runs can be flushed …
    </p>
    <template v-else>
      <ol>
        <li v-for="t in tasks" :key="t.id" :class="state(t)">
          <button
            type="button"
            class="task"
            :aria-expanded="opened === t.id"
            @click="opened = opened === t.id ? undefined : t.id"
          >
            <span>{{ t.title }}</span><b>{{ when(t) }}</b>
          </button>
          <div v-if="opened === t.id" class="open">
            <p>{{ t.why }}</p>
            <ul>
              <li v-for="h in t.how" :key="h">{{ h }}</li>
            </ul>
            <p v-if="t.caution" class="caution">{{ t.caution }}</p>
            <p class="quiet">
              {{
                t.byLog
                  ? msg`The day comes from your own gauges.`
                  : t.everyDays
                    ? msg`Every ${t.everyDays} days.`
                    : ''
              }}<template v-if="t.doneAt"> Done last on {{ day(t.doneAt) }}.</template>
            </p>
            <button type="button" class="do" @click="done(t)">Done today</button>
          </div>
        </li>
      </ol>
      <button type="button" class="asks" @click="calendar">Save as a calendar</button>
    </template>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
ol > li {
  border-bottom: 1px solid var(--line);
  border-left: 5px solid transparent;
  padding-left: 6px;
}
.due {
  border-left-color: var(--alarm) !important;
}
.soon {
  border-left-color: var(--clay) !important;
}
.task {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  width: 100%;
  min-height: 44px;
  align-items: center;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  line-height: 1.3;
  padding: 6px 0;
}
.task b {
  font-weight: 600;
  white-space: nowrap;
  font-size: 14px;
}
.open {
  padding-bottom: 12px;
  font-size: 14.5px;
}
ul {
  padding-left: 18px;
  margin: 0 0 8px;
}
.do {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  padding: 6px 20px;
  cursor: pointer;
}
</style>
