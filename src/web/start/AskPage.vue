<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { questionsOf, sketchOf, type Asked } from '../../core/sketches';
import QuantityField from '../parts/QuantityField.vue';
import { useDesk } from '../stores/desk';
import { useDrafts } from '../stores/drafts';
import { useEdits } from '../stores/edits';
import { useKeeping, type Opened } from '../stores/keeping';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import MeasurePicture from './MeasurePicture.vue';
import SketchPicture from './SketchPicture.vue';

/** What must be measured for a sketch, one question at a time. Each answer goes into the plan as it is typed; any may wait. */
const route = useRoute();
const router = useRouter();
const desk = useDesk();
const plan = usePlan();
const edits = useEdits();
const keeping = useKeeping();
const settings = useSettings();
const view = useView();
useDrafts();

const sketch = computed(() => sketchOf(String(route.params.sketch)));
const questions = computed(() => (sketch.value ? questionsOf(sketch.value) : []));
const step = computed(() =>
  Math.min(questions.value.length, Math.max(1, Math.floor(Number(route.params.step)) || 1)),
);
const question = computed(() => questions.value[step.value - 1]);
const opened = shallowRef<Opened>();
const page = ref<HTMLElement>();
/** Fields answered here, by question. */
const answers = ref(new Set<string>());

watch(
  () => String(route.params.id),
  async (id) => {
    opened.value = undefined;
    opened.value = await desk.open(id);
    if (opened.value !== 'open' || !sketch.value) void router.replace({ name: 'start' });
  },
  { immediate: true },
);
onBeforeUnmount(() => void keeping.fold());
// The first field of each question is ready to be typed into.
watch(
  [question, opened],
  () => nextTick(() => page.value?.querySelector<HTMLInputElement>('.ask input')?.focus()),
  { immediate: true },
);

const isExample = (asked: Asked): boolean => !answers.value.has(`${question.value?.id} ${asked.label}`);
function take(asked: Asked, field: number) {
  return (value: number, gesture: string) => {
    const refusal = edits.answerAsked(
      { sketch: sketch.value!.id, question: question.value.id, field },
      value,
      gesture,
    );
    if (!refusal) answers.value.add(`${question.value.id} ${asked.label}`);
    return refusal;
  };
}
function go(to: number): void {
  const { id } = route.params;
  if (to > questions.value.length) void router.push({ name: 'check', params: { id } });
  else if (to >= 1)
    void router.push({ name: 'ask', params: { id, sketch: sketch.value!.id, step: String(to) } });
}
const bad = computed(() => question.value?.fields.some((f) => view.badFields.has(f.label)) ?? false);
const last = computed(() => step.value === questions.value.length);
</script>

<template>
  <main v-if="sketch && question && opened === 'open'" ref="page" class="page">
    <header>
      <div class="what"><SketchPicture :look="sketch.look" /></div>
      <div>
        <p class="quiet">{{ sketch.name }} · question {{ step }} of {{ questions.length }}</p>
        <h1>{{ question.ask }}</h1>
      </div>
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
    </header>
    <div class="body">
      <MeasurePicture :measure="question.picture" class="picture" />
      <div>
        <p class="how">{{ question.how }}</p>
        <form @submit.prevent="go(step + 1)">
          <p class="fill ask">
            <template v-for="(f, i) in question.fields" :key="`${question.id} ${f.label}`"
              >{{ f.before }}
              <QuantityField
                :id="`asked ${question.id} ${i}`"
                :label="f.label"
                :kind="f.kind"
                :value="f.get(plan.full)"
                :is-default="isExample(f)"
                :take="take(f, i)"
              />
              {{ `${f.after} ` }}</template
            >
          </p>
          <p class="acts">
            <button type="submit" class="go" :disabled="bad" @click.prevent="go(step + 1)">
              {{ last ? msg`See whether it works` : msg`Next` }}
            </button>
            <button type="button" class="later" @click="go(step + 1)">I don’t know yet</button>
          </p>
        </form>
        <p class="quiet">
          A grey figure is an example until you type your own. Any unit may be typed: 35 psi, 2.4 bar, 12 ft.
        </p>
      </div>
    </div>
    <nav aria-label="Questions">
      <button v-if="step > 1" type="button" class="asks" @click="go(step - 1)">Back</button>
      <router-link class="asks" :to="{ name: 'list', params: { sketch: sketch.id } }"
        >Measuring list to take along</router-link
      >
      <router-link class="asks" :to="{ name: 'check', params: { id: route.params.id } }"
        >Skip the questions</router-link
      >
    </nav>
  </main>
</template>

<style scoped>
.page {
  width: 100%;
  max-width: 900px;
  margin: 0 auto;
  padding: 36px 24px;
  height: 100vh;
  overflow: auto;
}
header {
  display: flex;
  gap: 18px;
  align-items: flex-start;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 14px;
  margin-bottom: 22px;
}
header > div:nth-child(2) {
  flex: 1;
}
.what {
  width: 108px;
  flex: none;
}
h1 {
  font-size: 27px;
  line-height: 1.2;
  margin-top: 4px;
}
.units {
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 14px;
  white-space: nowrap;
}
.body {
  display: grid;
  grid-template-columns: minmax(200px, 300px) 1fr;
  gap: 26px;
  align-items: start;
}
.how {
  font-size: 16px;
  line-height: 1.5;
  margin-bottom: 16px;
}
.ask {
  font-size: 19px;
  line-height: 2.1;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin: 18px 0 12px;
}
.acts button {
  min-height: 44px;
  padding: 0 20px;
  border-radius: 4px;
  font-size: 16px;
  font-weight: 600;
  cursor: pointer;
}
.go {
  border: 1.5px solid var(--ink);
  background: var(--slab);
  color: var(--on-slab);
}
.go:disabled {
  opacity: 0.5;
  cursor: default;
}
.later {
  border: 1.5px solid var(--line);
  background: var(--card);
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  margin-top: 26px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}
@media (max-width: 640px) {
  .page {
    padding: 16px;
  }
  header {
    flex-wrap: wrap;
  }
  .what {
    width: 76px;
  }
  .body {
    grid-template-columns: 1fr;
  }
  .picture {
    max-width: 300px;
  }
}
</style>
