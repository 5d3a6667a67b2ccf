<script setup lang="ts">
import { mdiMenuDown, mdiRedo, mdiThemeLightDark, mdiUndo } from '@mdi/js';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { msg } from '../../core/language';
import ConfirmDialog from '../parts/ConfirmDialog.vue';
import LanguageChoice from '../parts/LanguageChoice.vue';
import OpenFile from '../parts/OpenFile.vue';
import ExportDialog from './ExportDialog.vue';
import { useDesk } from '../stores/desk';
import { useKeeping } from '../stores/keeping';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';

const emit = defineEmits<{ undo: []; redo: [] }>();
const desk = useDesk();
const keeping = useKeeping();
const plan = usePlan();
const settings = useSettings();
const router = useRouter();
const open = ref(false);
const clearing = ref(false);
const renaming = ref(false);
const writing = ref(false);

async function clear(): Promise<void> {
  clearing.value = false;
  await keeping.fold();
  const old = keeping.isDemo ? '' : keeping.id;
  const id = desk.startBlank();
  if (old) await desk.throwAway(old);
  void router.push({ name: 'water', params: { id } });
}
const opened = (id: string): void => {
  open.value = false;
  void router.push({ name: 'beds', params: { id } });
};
/** While a hand drags, each movement is written: that is not told each time. What could not be written is told at once. ms. */
const TOLD_MS = 400;
const told = refDebounced(
  computed(() => keeping.state),
  TOLD_MS,
);
const saved = computed(() =>
  keeping.isDemo
    ? msg`A demo: kept once you change it`
    : keeping.state === 'unsafe'
      ? msg`Not saved`
      : told.value === 'saved'
        ? msg`Saved in this browser`
        : '',
);
const rename = (field: 'name' | 'place', text: string): void =>
  void plan.edit(
    field === 'name' ? msg`rename the plan` : msg`name its place`,
    (draft) => void (draft[field] = text),
    `rename-${field}`,
  );
</script>

<template>
  <div class="plan">
    <v-menu v-model="open" :close-on-content-click="false">
      <template #activator="{ props }">
        <button type="button" class="name" v-bind="props" :title="plan.full.name">
          <b>{{ plan.full.name }}</b>
          <span>{{ plan.full.place || msg`Plan` }} <v-icon :icon="mdiMenuDown" size="16" /></span>
        </button>
      </template>
      <v-card class="sheet" width="290" aria-label="Plan menu">
        <button
          type="button"
          @click="
            open = false;
            renaming = true;
          "
        >
          Rename…
        </button>
        <button
          type="button"
          @click="
            open = false;
            desk.saveFile();
          "
        >
          Save as a file <kbd>Ctrl S</kbd>
        </button>
        <button
          type="button"
          @click="
            open = false;
            writing = true;
          "
        >
          Write files…
        </button>
        <OpenFile @opened="opened" />
        <button
          type="button"
          @click="
            open = false;
            router.push({ name: 'start' });
          "
        >
          Other plans…
        </button>
        <button
          type="button"
          @click="
            open = false;
            clearing = true;
          "
        >
          Clear this plan…
        </button>
        <fieldset>
          <legend>Language</legend>
          <LanguageChoice />
        </fieldset>
        <fieldset>
          <legend>Units and dates</legend>
          <label
            ><input
              type="radio"
              name="system"
              :checked="settings.units.system === 'metric'"
              @change="settings.setSystem('metric')"
            />
            metric</label
          >
          <label
            ><input
              type="radio"
              name="system"
              :checked="settings.units.system === 'us'"
              @change="settings.setSystem('us')"
            />
            US</label
          >
          <div v-if="settings.units.system === 'metric'">
            <label
              ><input
                type="radio"
                name="pressure"
                :checked="settings.units.pressure === 'kPa'"
                @change="settings.setPressure('kPa')"
              />
              kPa</label
            >
            <label
              ><input
                type="radio"
                name="pressure"
                :checked="settings.units.pressure === 'bar'"
                @change="settings.setPressure('bar')"
              />
              bar</label
            >
            <label
              ><input
                type="radio"
                name="flow"
                :checked="settings.units.flow === 'L/h'"
                @change="settings.setFlow('L/h')"
              />
              L/h</label
            >
            <label
              ><input
                type="radio"
                name="flow"
                :checked="settings.units.flow === 'L/min'"
                @change="settings.setFlow('L/min')"
              />
              L/min</label
            >
          </div>
          <div>
            <label
              ><input
                type="radio"
                name="dates"
                :checked="settings.choice.dates === 'day-month'"
                @change="settings.setDates('day-month')"
              />
              1 May</label
            >
            <label
              ><input
                type="radio"
                name="dates"
                :checked="settings.choice.dates === 'month-day'"
                @change="settings.setDates('month-day')"
              />
              May 1</label
            >
          </div>
        </fieldset>
      </v-card>
    </v-menu>
    <div class="tools">
      <button
        type="button"
        :disabled="!plan.undoLabel"
        :title="plan.undoLabel ? msg`Undo: ${plan.undoLabel}` : msg`Nothing to undo`"
        :aria-label="plan.undoLabel ? msg`Undo: ${plan.undoLabel}` : msg`Undo`"
        @click="emit('undo')"
      >
        <v-icon :icon="mdiUndo" size="18" />
      </button>
      <button
        type="button"
        :disabled="!plan.redoLabel"
        :title="plan.redoLabel ? msg`Redo: ${plan.redoLabel}` : msg`Nothing to redo`"
        :aria-label="plan.redoLabel ? msg`Redo: ${plan.redoLabel}` : msg`Redo`"
        @click="emit('redo')"
      >
        <v-icon :icon="mdiRedo" size="18" />
      </button>
      <button
        type="button"
        class="theme"
        title="Light or dark"
        aria-label="Light or dark"
        @click="settings.switchTheme()"
      >
        <v-icon :icon="mdiThemeLightDark" size="18" />
      </button>
      <button
        type="button"
        class="system num"
        :aria-label="msg`Units: ${settings.units.system === 'us' ? msg`US` : msg`metric`}. Switch`"
        title="Switch units"
        @click="settings.setSystem(settings.units.system === 'us' ? 'metric' : 'us')"
      >
        {{ settings.units.system === 'us' ? msg`US` : 'm' }}
      </button>
      <span class="sr" role="status">{{ saved }}</span>
    </div>
    <v-dialog v-model="renaming" max-width="420" aria-label="Rename the plan">
      <v-card>
        <v-card-title>Rename the plan</v-card-title>
        <v-card-text>
          <v-text-field
            label="Name"
            :model-value="plan.full.name"
            maxlength="120"
            variant="outlined"
            @update:model-value="rename('name', $event)"
          />
          <v-text-field
            label="Place"
            :model-value="plan.full.place"
            maxlength="120"
            variant="outlined"
            @update:model-value="rename('place', $event)"
          />
        </v-card-text>
        <v-card-actions><v-spacer /><v-btn @click="renaming = false">Done</v-btn></v-card-actions>
      </v-card>
    </v-dialog>
    <ExportDialog :open="writing" @close="writing = false" />
    <ConfirmDialog
      :open="clearing"
      title="Clear this plan?"
      :text="
        msg`“${plan.full.name}” is deleted and a blank plan begins. This cannot be undone; save it as a file first if in doubt.`
      "
      action="Clear"
      @cancel="clearing = false"
      @confirm="clear"
    />
  </div>
</template>

<style scoped>
.plan {
  padding: 8px 6px 4px 14px;
  min-width: 0;
}
.name {
  display: block;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  cursor: pointer;
  padding: 0;
}
.name b {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  font-size: 14.5px;
  line-height: 1.15;
  overflow: hidden;
}
.name span {
  font-size: 12px;
  line-height: 1.2;
  display: block;
  color: var(--faint);
}
.tools {
  display: flex;
  gap: 2px;
  margin-left: -6px;
}
.tools button {
  background: none;
  border: 0;
  width: 31px;
  height: 27px;
  cursor: pointer;
  border-radius: 3px;
}
.tools button:hover:enabled {
  background: var(--picked);
}
.tools button:disabled {
  opacity: 0.35;
  cursor: default;
}
.system {
  font-weight: 700;
  font-size: 13px;
}
.sheet {
  display: flex;
  flex-direction: column;
  padding: 6px 0;
}
.sheet > button {
  text-align: left;
  padding: 9px 16px;
  cursor: pointer;
  background: none;
  border: 0;
}
.sheet > button:hover {
  background: var(--picked);
}
kbd {
  float: right;
  color: var(--faint);
  font-size: 12px;
}
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  padding: 8px 16px;
}
legend {
  font-size: 12.5px;
  color: var(--faint);
}
label {
  margin-right: 12px;
}
@media (max-width: 1100px) {
  .tools button {
    width: 25px;
  }
}
@media (max-width: 820px), (max-height: 480px) {
  .plan {
    display: flex;
    align-items: center;
    gap: 6px;
    padding: 2px 4px 2px 14px;
  }
  .name {
    flex: 1;
    min-width: 0;
    min-height: 44px;
  }
  .name b {
    -webkit-line-clamp: 1;
  }
  .tools {
    margin: 0;
    flex: none;
  }
  .tools button {
    width: 44px;
    height: 44px;
  }
  .sheet > button {
    min-height: 44px;
  }
}
</style>
