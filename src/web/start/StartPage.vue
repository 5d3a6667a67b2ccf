<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { dateLocale, msg } from '../../core/language';
import { SKETCHES } from '../../core/sketches/sketches';
import type { Sketch } from '../../core/sketches';
import ConfirmDialog from '../parts/ConfirmDialog.vue';
import LanguageChoice from '../parts/LanguageChoice.vue';
import OpenFile from '../parts/OpenFile.vue';
import SketchPicture from './SketchPicture.vue';
import type { ShelfEntry } from '../storage/shelf';
import { DEMOS, type DemoName } from '../stores/demos';
import { STAGES } from '../shell/stages';
import { newer } from '../page/offline';
import { useSettings } from '../stores/settings';
import { keepsAny } from '../storage/last';
import { useView } from '../stores/view';
import { wholeLanguage } from '../page/wholeLanguage';
import type { StartDesk } from './desk';

/** Plans and what keeps them: loaded once there is something to do with them. */
const own = shallowRef<StartDesk>();
async function wanted(): Promise<StartDesk> {
  await wholeLanguage();
  own.value ??= (await import('./desk')).startDesk();
  return own.value;
}
const desk = computed(() => own.value?.desk);
const settings = useSettings();
const router = useRouter();
const leaving = ref<{ id: string; name: string }>();

const view = useView();
const trouble = ref('');

/** On a first visit what reads plans is loaded once the page is there: whether the browser keeps any must be said before one is begun. */
const STILL_MS = 300;
/** Stages at which a plan opens from here. */
const LANDS = new Set(['water', 'beds', 'pipework', 'check']);
/** A page that is read for so long: what draws and solves a plan is loaded behind it, ms. */
const READ_MS = 900;
let waiting = 0;
let reading = 0;
async function readyAll(): Promise<void> {
  try {
    await wholeLanguage();
    await import('../shell/PlanShell.vue');
    (await import('../stores/results')).useResults().warm();
    for (const stage of STAGES) if (LANDS.has(stage.id)) await stage.panel();
  } catch {
    // It is fetched, and told of, when it is wanted.
  }
}
onMounted(async () => {
  reading = window.setTimeout(() => void readyAll(), READ_MS);
  const look = async (): Promise<void> => (await wanted()).desk.look();
  if (await keepsAny()) await look();
  else waiting = window.setTimeout(() => void look(), STILL_MS);
});
onBeforeUnmount(() => {
  clearTimeout(waiting);
  clearTimeout(reading);
});
const go = (stage: string, id: string): void => void router.push({ name: stage, params: { id } });

/** A plan that the browser does not keep is only on the desk: another would take its place. */
const unkept = computed(
  () => own.value !== undefined && own.value.plan.isOpen && own.value.keeping.state === 'unsafe',
);
// Nothing is open here that a newer version would disturb.
watch([newer, unkept], () => newer.value && !unkept.value && newer.value(), { immediate: true });
const may = (): boolean =>
  !unkept.value ||
  window.confirm(
    msg`“${own.value?.plan.full.name}” is not kept by this browser. If you go on without saving it as a file, it is lost. Go on?`,
  );

async function demo(name: DemoName): Promise<void> {
  if (!may()) return;
  const stage = name === 'otter' ? 'check' : name === 'wren' ? 'beds' : 'pipework';
  try {
    go(stage, await (await wanted()).desk.showDemo(name));
  } catch (error) {
    view.stuck = {
      says: msg`The demo could not be loaded: the server does not answer.`,
      why: error instanceof Error ? error.message : String(error),
      again: () => void demo(name),
    };
  }
}
async function blank(): Promise<void> {
  if (may()) go('water', (await wanted()).desk.startBlank());
}
async function sketch(chosen: Sketch): Promise<void> {
  if (may())
    void router.push({
      name: 'ask',
      params: { id: (await wanted()).desk.startSketch(chosen), sketch: chosen.id, step: '1' },
    });
}
function resume(id: string): void {
  if (may()) go('beds', id);
}
async function recover({ id }: ShelfEntry): Promise<void> {
  const { desk: own } = await wanted();
  const found = await own.recover(id);
  if (!found)
    trouble.value = msg`Nothing of it can be read. Save it as it is and send it to somebody who can mend it.`;
  else if (may()) go('beds', own.takeRecovered(found));
}
async function throwAway(id: string): Promise<void> {
  leaving.value = undefined;
  trouble.value = await (await wanted()).desk.throwAway(id);
}
</script>

<template>
  <main class="start">
    <header>
      <h1>Idle Furrow</h1>
      <p class="tongues"><LanguageChoice /></p>
      <p class="lead">
        Will the water reach the last emitter? Put in what you measured; see every bed, and where the pressure
        goes.
      </p>
    </header>
    <p v-if="desk?.shelfTrouble" class="caution" role="alert">
      {{ desk.shelfTrouble }} <button type="button" class="asks" @click="desk.look()">Try again</button>
    </p>
    <p v-if="unkept && own" class="caution" role="alert">
      “{{ own.plan.full.name }}” is open and not kept by this browser.
      <button type="button" class="asks" @click="go('beds', own.keeping.id)">Go back to it</button>
      <button type="button" class="asks" @click="own.desk.saveFile()">Save it as a file</button>
    </p>
    <p v-if="trouble" class="caution" role="alert">{{ trouble }}</p>
    <section class="ways" aria-label="Ways to begin">
      <article>
        <h2>Look at a demo</h2>
        <div class="demos">
          <div v-for="(d, name) in DEMOS" :key="name" class="demo">
            <button type="button" class="way" @click="demo(name)">{{ d.title }}</button>
            <p class="quiet">{{ d.says }}</p>
          </div>
        </div>
      </article>
      <article>
        <h2>Start a blank plan</h2>
        <button type="button" class="way" @click="blank">Blank plan</button>
        <p class="quiet">One source, one block of beds. Have a bucket, a watch and a pressure gauge ready.</p>
        <p class="units" role="group" aria-label="Units">
          <label
            ><input
              :checked="settings.units.system === 'metric'"
              type="radio"
              name="units"
              @change="settings.setSystem('metric')"
            />
            metric</label
          >
          <label
            ><input
              :checked="settings.units.system === 'us'"
              type="radio"
              name="units"
              @change="settings.setSystem('us')"
            />
            US units</label
          >
        </p>
      </article>
      <article>
        <h2>Open a file</h2>
        <OpenFile class="way" @opened="go('beds', $event)" />
        <p class="quiet">A plan saved from here before. It stays on this machine.</p>
      </article>
    </section>
    <section class="sketches" aria-labelledby="sketches">
      <h2 id="sketches">Start from a sketch of yours</h2>
      <p class="quiet">
        Choose what is most like yours. You are asked only what must be measured for it; whatever you do not
        know yet can wait.
      </p>
      <ul>
        <li v-for="s in SKETCHES" :key="s.id">
          <button type="button" :aria-label="s.name" @click="sketch(s)">
            <SketchPicture :look="s.look" />
            <b>{{ s.name }}</b>
          </button>
          <p>{{ s.says }}</p>
          <router-link
            class="asks"
            :to="{ name: 'list', params: { sketch: s.id } }"
            :aria-label="msg`Measuring list: ${s.name}`"
            >measuring list</router-link
          >
        </li>
      </ul>
    </section>
    <section v-if="desk && desk.kept.length > 0" class="kept">
      <h2>Kept in this browser</h2>
      <ul>
        <li v-for="k in desk.kept" :key="k.id">
          <template v-if="k.broken">
            <b>{{ k.name }}</b>
            <span class="broken">cannot be read: {{ k.broken }}</span>
            <button
              type="button"
              class="asks"
              :aria-label="msg`Open what can be read of ${k.name}`"
              @click="recover(k)"
            >
              open what can be read
            </button>
            <button
              type="button"
              class="asks"
              :aria-label="msg`Save ${k.name} as it is`"
              title="A file to send to somebody who can mend it"
              @click="desk.saveRaw(k)"
            >
              save it as it is
            </button>
          </template>
          <template v-else>
            <router-link
              class="asks"
              :to="{ name: 'beds', params: { id: k.id } }"
              @click.prevent="resume(k.id)"
              >{{ k.name }}</router-link
            >
            <span class="quiet">{{ new Date(k.savedAt).toLocaleString(dateLocale()) }}</span>
          </template>
          <button type="button" class="asks quiet" :aria-label="msg`Delete ${k.name}`" @click="leaving = k">
            delete
          </button>
        </li>
      </ul>
    </section>
    <p class="quiet foot">
      Planning figures, not a design signed by an engineer. Plans live in this browser and in files you save;
      nothing is sent anywhere.
      <router-link class="asks" :to="{ name: 'terms' }">Words of the trade</router-link>
    </p>
    <ConfirmDialog
      :open="leaving !== undefined"
      title="Delete this plan?"
      :text="msg`“${leaving?.name}” is removed from this browser. This cannot be undone.`"
      action="Delete"
      @cancel="leaving = undefined"
      @confirm="throwAway(leaving!.id)"
    />
  </main>
</template>

<style scoped>
.start {
  width: 100%;
  max-width: 1080px;
  margin: 0 auto;
  padding: 34px 24px 32px;
  height: 100vh;
  overflow: auto;
}
header {
  position: relative;
}
.tongues {
  position: absolute;
  right: 0;
  top: 6px;
  margin: 0;
}
@media (max-width: 620px) {
  .tongues {
    position: static;
  }
}
h1 {
  font-size: 40px;
  letter-spacing: -0.01em;
}
.lead {
  font-size: 20px;
  max-width: 34em;
  margin: 6px 0 22px;
}
.ways {
  display: grid;
  grid-template-columns: 1.9fr 1fr 1fr;
  border-top: 2px solid var(--ink);
  border-bottom: 1px solid var(--line);
}
article {
  padding: 20px 24px 24px;
  border-right: 1px solid var(--line);
}
article:first-child {
  padding-left: 0;
}
article:last-child {
  border-right: 0;
}
.demos {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 4px 14px;
}
.demo p {
  font-size: 13.5px;
  line-height: 1.35;
}
@media (max-width: 760px) {
  .ways {
    grid-template-columns: 1fr;
  }
  article {
    border-right: 0;
    padding: 14px 0;
    border-bottom: 1px solid var(--line);
  }
}
:deep(.way) {
  display: block;
  width: 100%;
  min-height: 46px;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: var(--card);
  font-weight: 600;
  font-size: 16px;
  cursor: pointer;
  margin-bottom: 8px;
  text-align: center;
}
:deep(.way:hover) {
  background: var(--picked);
}
.units {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.units label {
  white-space: nowrap;
}
ul {
  list-style: none;
  padding: 0;
}
.sketches {
  padding-top: 26px;
}
.sketches > p {
  margin-bottom: 12px;
}
.sketches ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(154px, 1fr));
  gap: 12px;
}
.sketches li {
  display: flex;
  flex-direction: column;
  gap: 2px;
}
.sketches li p {
  font-size: 13.5px;
  color: var(--faint);
  line-height: 1.3;
  padding: 0 10px;
  flex: 1;
}
.sketches li button {
  display: flex;
  flex-direction: column;
  gap: 2px;
  text-align: left;
  padding: 8px 10px 10px;
  border: 1.5px solid var(--line);
  border-radius: 4px;
  background: var(--card);
  cursor: pointer;
}
.sketches li button:hover,
.sketches li button:focus-visible {
  border-color: var(--ink);
  background: var(--picked);
}
.sketches li .asks {
  font-size: 13px;
  align-self: flex-start;
  margin-left: 10px;
}
.kept {
  padding-top: 28px;
}
.kept li {
  display: flex;
  gap: 18px;
  align-items: baseline;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.kept li span {
  flex: 1;
}
.broken {
  color: var(--alarm);
  font-size: 14px;
}
.foot {
  margin-top: 32px;
}
</style>
