<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import ConfirmDialog from '../parts/ConfirmDialog.vue';
import OpenFile from '../parts/OpenFile.vue';
import { DEMOS, useDesk, type DemoName } from '../stores/desk';
import { useSettings } from '../stores/settings';

const desk = useDesk();
const settings = useSettings();
const router = useRouter();
const leaving = ref<{ id: string; name: string }>();

onMounted(() => void desk.look());
const go = (stage: string): void => void router.push({ name: stage });

async function demo(name: DemoName): Promise<void> {
  await desk.startDemo(name);
  go(name === 'otter' ? 'check' : name === 'wren' ? 'beds' : 'pipework');
}
async function blank(): Promise<void> {
  await desk.startBlank();
  go('water');
}
async function resume(id: string): Promise<void> {
  if (await desk.takeUp(id)) go('beds');
}
</script>

<template>
  <main class="start">
    <header>
      <h1>Idle Furrow</h1>
      <p class="lead">Will the water reach the last emitter? Put in what you measured; see every bed, and where the pressure goes.</p>
    </header>
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
        <OpenFile class="way" @opened="go('beds')" />
        <p class="quiet">A plan saved from here before. It stays on this machine.</p>
      </article>
    </section>
    <section v-if="desk.kept.length > 0" class="kept">
      <h2>Kept in this browser</h2>
      <ul>
        <li v-for="k in desk.kept" :key="k.id">
          <button type="button" class="asks" @click="resume(k.id)">{{ k.name }}</button>
          <span class="quiet">{{ new Date(k.savedAt).toLocaleString() }}</span>
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
      @confirm="desk.throwAway(leaving!.id); leaving = undefined"
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
.foot { margin-top: 32px; }
</style>
