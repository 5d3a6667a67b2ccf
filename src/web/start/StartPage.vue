<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import ConfirmDialog from '../parts/ConfirmDialog.vue';
import OpenFile from '../parts/OpenFile.vue';
import type { ShelfEntry } from '../storage/shelf';
import { DEMOS, type DemoName } from '../stores/demos';
import { useDesk } from '../stores/desk';
import { useKeeping } from '../stores/keeping';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';

const desk = useDesk();
const settings = useSettings();
const router = useRouter();
const leaving = ref<{ id: string; name: string }>();

const keeping = useKeeping();
const plan = usePlan();
const view = useView();
const trouble = ref('');

onMounted(() => void desk.look());
const go = (stage: string, id: string): void => void router.push({ name: stage, params: { id } });

/** A plan that the browser does not keep is only on the desk: another would take its place. */
const unkept = computed(() => plan.isOpen && keeping.state === 'unsafe');
const may = (): boolean =>
  !unkept.value ||
  window.confirm(`“${plan.full.name}” is not kept by this browser. If you go on without saving it as a file, it is lost. Go on?`);

async function demo(name: DemoName): Promise<void> {
  if (!may()) return;
  const stage = name === 'otter' ? 'check' : name === 'wren' ? 'beds' : 'pipework';
  try {
    go(stage, await desk.showDemo(name));
  } catch (error) {
    view.stuck = {
      says: 'The demo could not be loaded: the server does not answer.',
      why: error instanceof Error ? error.message : String(error),
      again: () => void demo(name),
    };
  }
}
function blank(): void {
  if (may()) go('water', desk.startBlank());
}
function resume(id: string): void {
  if (may()) go('beds', id);
}
async function recover({ id }: ShelfEntry): Promise<void> {
  const found = await desk.recover(id);
  if (!found) trouble.value = 'Nothing of it can be read. Save it as it is and send it to somebody who can mend it.';
  else if (may()) go('beds', desk.takeRecovered(found));
}
async function throwAway(id: string): Promise<void> {
  leaving.value = undefined;
  trouble.value = await desk.throwAway(id);
}
</script>

<template>
  <main class="start">
    <header>
      <h1>Idle Furrow</h1>
      <p class="lead">Will the water reach the last emitter? Put in what you measured; see every bed, and where the pressure goes.</p>
    </header>
    <p v-if="desk.shelfTrouble" class="caution" role="alert">{{ desk.shelfTrouble }} <button type="button" class="asks" @click="desk.look()">Try again</button></p>
    <p v-if="unkept" class="caution" role="alert">
      “{{ plan.full.name }}” is on the desk and not kept by this browser. <button type="button" class="asks" @click="go('beds', keeping.id)">Go back to it</button> <button type="button" class="asks" @click="desk.saveFile()">Save it as a file</button>
    </p>
    <p v-if="trouble" class="caution" role="alert">{{ trouble }}</p>
    <section class="ways" aria-label="Ways to begin">
      <article>
        <h2>Look at a demo</h2>
        <div v-for="(d, name) in DEMOS" :key="name" class="demo">
          <button type="button" class="way" @click="demo(name)">{{ d.title }}</button>
          <p class="quiet">{{ d.says }}</p>
        </div>
      </article>
      <article>
        <h2>Start a blank plan</h2>
        <button type="button" class="way" @click="blank">Blank plan</button>
        <p class="quiet">One source, one block of beds. Have a bucket, a watch and a pressure gauge to hand.</p>
        <p class="units" role="group" aria-label="Units">
          <label><input :checked="settings.units.system === 'metric'" type="radio" name="units" @change="settings.setSystem('metric')" /> metric</label>
          <label><input :checked="settings.units.system === 'us'" type="radio" name="units" @change="settings.setSystem('us')" /> US units</label>
        </p>
      </article>
      <article>
        <h2>Open a file</h2>
        <OpenFile class="way" @opened="go('beds', $event)" />
        <p class="quiet">A plan saved from here before. It stays on this machine.</p>
      </article>
    </section>
    <section v-if="desk.kept.length > 0" class="kept">
      <h2>Kept in this browser</h2>
      <ul>
        <li v-for="k in desk.kept" :key="k.id">
          <template v-if="k.broken">
            <b>{{ k.name }}</b>
            <span class="broken">cannot be read: {{ k.broken }}</span>
            <button type="button" class="asks" :aria-label="`Open what can be read of ${k.name}`" @click="recover(k)">open what can be read</button>
            <button type="button" class="asks" :aria-label="`Save ${k.name} as it is`" title="A file to send to somebody who can mend it" @click="desk.saveRaw(k)">save it as it is</button>
          </template>
          <template v-else>
            <router-link class="asks" :to="{ name: 'beds', params: { id: k.id } }" @click.prevent="resume(k.id)">{{ k.name }}</router-link>
            <span class="quiet">{{ new Date(k.savedAt).toLocaleString() }}</span>
          </template>
          <button type="button" class="asks quiet" :aria-label="`Throw away ${k.name}`" @click="leaving = k">throw away</button>
        </li>
      </ul>
    </section>
    <p class="quiet foot">Planning figures, not a design signed by an engineer. Plans live in this browser and in files you save; nothing is sent anywhere.</p>
    <ConfirmDialog
      :open="leaving !== undefined"
      title="Throw this plan away?"
      :text="`“${leaving?.name}” is removed from this browser. This cannot be undone.`"
      action="Throw away"
      @cancel="leaving = undefined"
      @confirm="throwAway(leaving!.id)"
    />
  </main>
</template>

<style scoped>
.start { width: 100%; max-width: 1080px; margin: 0 auto; padding: 56px 24px 32px; height: 100vh; overflow: auto; }
h1 { font-size: 40px; letter-spacing: -0.01em; }
.lead { font-size: 20px; max-width: 34em; margin: 10px 0 36px; }
.ways { display: grid; grid-template-columns: repeat(auto-fit, minmax(240px, 1fr)); border-top: 2px solid var(--ink); border-bottom: 1px solid var(--line); }
article { padding: 20px 24px 24px; border-right: 1px solid var(--line); }
article:first-child { padding-left: 0; }
article:last-child { border-right: 0; }
.demo { margin-bottom: 14px; }
:deep(.way) { display: block; width: 100%; min-height: 46px; border: 1.5px solid var(--ink); border-radius: 4px; background: var(--card); font-weight: 600; font-size: 16px; cursor: pointer; margin-bottom: 8px; text-align: center; }
:deep(.way:hover) { background: var(--picked); }
.units { display: flex; gap: 18px; }
.kept { padding-top: 28px; }
ul { list-style: none; padding: 0; }
li { display: flex; gap: 18px; align-items: baseline; padding: 6px 0; border-bottom: 1px solid var(--line); }
li span { flex: 1; }
.broken { color: var(--alarm); font-size: 14px; }
.foot { margin-top: 32px; }
</style>
