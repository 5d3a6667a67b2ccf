import { useDebounceFn, useEventListener } from '@vueuse/core';
import { defineStore } from 'pinia';
import { ref, toRaw, watch } from 'vue';
import { blankPlan, MAX_PLAN_BYTES, readPlan, writePlan, type Plan } from '../../core/plan';
import {
  ChangedElsewhere,
  discard,
  fetchKept,
  keep,
  lastId,
  newId,
  shelf,
  type ShelfEntry,
} from '../storage/shelf';
import { download } from '../storage/download';
import { usePlan } from './plan';
import { useSettings } from './settings';
import { useView } from './view';

export const DEMOS = {
  wren: {
    title: 'Wren Bottom',
    says: 'A yard tap, 14 beds. It works, with little to spare.',
    load: () => import('../../../demo/wren-bottom.json'),
  },
  hollin: {
    title: 'Hollin Bank',
    says: 'A borehole with a pressure tank, four fields, three of them open.',
    load: () => import('../../../demo/hollin-bank.json'),
  },
  beck: {
    title: 'Beck Side',
    says: 'A pump at a stream, two blocks on the slope above.',
    load: () => import('../../../demo/beck-side.json'),
  },
  larch: {
    title: 'Larch tunnels',
    says: 'Rain tanks over two tunnels: all by gravity.',
    load: () => import('../../../demo/larch-tunnels.json'),
  },
  otter: {
    title: 'Otter strip',
    says: 'As it was laid, with three faults to be found.',
    load: () => import('../../../demo/otter-strip.json'),
  },
} as const;

export type DemoName = keyof typeof DEMOS;

const AUTOSAVE_MS = 250;

/** Which plan lies on the desk, where it is kept, and files in and out. */
export const useDesk = defineStore('desk', () => {
  const plan = usePlan();
  const settings = useSettings();
  const view = useView();
  const id = ref('');
  const kept = ref<ShelfEntry[]>([]);
  const saving = ref<'saved' | 'saving' | 'failed'>('saved');
  const trouble = ref('');
  let revision = 0;
  let pending: Promise<void> = Promise.resolve();

  function lay(next: Plan, under: string, at: number): void {
    id.value = under;
    revision = at;
    trouble.value = '';
    if (next.units) settings.setSystem(next.units);
    plan.open(next);
  }

  async function save(): Promise<void> {
    if (!plan.isOpen) return;
    saving.value = 'saving';
    const now = toRaw(plan.plan);
    try {
      revision = await keep(id.value, now, revision);
      // What was changed meanwhile is still to be saved.
      if (toRaw(plan.plan) === now) saving.value = 'saved';
      trouble.value = '';
    } catch (error) {
      if (error instanceof ChangedElsewhere) {
        // Both live on: this tab goes on with a copy of its own.
        id.value = newId();
        revision = 0;
        plan.edit(
          'keep as a copy',
          (draft) => void (draft.name = `${draft.name ?? 'Unnamed plan'} (copy)`),
          'copy',
        );
        await save();
        view.notice = 'This plan was changed in another tab. Both are kept: this tab goes on as a copy.';
        return;
      }
      saving.value = 'failed';
      trouble.value =
        'This browser does not keep the plan (its storage is full or switched off). Save it as a file so that nothing is lost.';
    }
  }

  const queueSave = (): Promise<void> => (pending = pending.then(save));
  const saveSoon = useDebounceFn(queueSave, AUTOSAVE_MS);
  watch(
    () => plan.plan,
    () => {
      if (!plan.isOpen) return;
      saving.value = 'saving';
      void saveSoon();
    },
  );
  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState === 'hidden' && saving.value === 'saving') void queueSave();
  });

  async function startBlank(): Promise<void> {
    lay(blankPlan(settings.units.system), newId(), 0);
    await queueSave();
  }

  async function startDemo(name: DemoName): Promise<void> {
    const reading = readPlan(JSON.stringify((await DEMOS[name].load()).default));
    if (!reading.ok) throw new Error(reading.problems[0].what);
    lay(reading.plan, newId(), 0);
    await queueSave();
  }

  /** Opens a file. Returns what is wrong with it; then the plan on the desk stays. */
  async function openFile(file: File): Promise<string[]> {
    if (file.size > MAX_PLAN_BYTES) return ['The file is larger than 20 MB; a plan is far smaller.'];
    const reading = readPlan(await file.text());
    if (!reading.ok)
      return reading.problems.map(
        ({ path, what }) => `${path && path !== 'format' && path !== 'version' ? `${path}: ` : ''}${what}`,
      );
    lay(reading.plan, newId(), 0);
    await queueSave();
    return [];
  }

  function saveFile(): void {
    const text = writePlan({ ...toRaw(plan.plan), units: settings.units.system });
    const slug = (plan.full.name || 'plan')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '');
    download(`${slug || 'plan'}.furrow.json`, text);
  }

  /** Takes up what was last worked on, if there is any. */
  async function takeUp(which?: string): Promise<boolean> {
    try {
      const last = which ?? (await lastId());
      const found = last ? await fetchKept(last) : undefined;
      if (!found) return false;
      lay(found.plan, found.id, found.revision);
      return true;
    } catch {
      return false;
    }
  }

  async function look(): Promise<void> {
    try {
      kept.value = await shelf();
    } catch {
      kept.value = [];
    }
  }

  async function throwAway(which: string): Promise<void> {
    await discard(which);
    await look();
  }

  return { id, kept, saving, trouble, startBlank, startDemo, openFile, saveFile, takeUp, look, throwAway };
});
