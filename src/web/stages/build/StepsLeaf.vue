<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { fixed, msg } from '../../../core/language';
import { hoursLeft, type Step } from '../../../core/works';
import { stepKey } from '../../../core/network';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import { useBuilding } from '../../stores/building';
import { useDrafts } from '../../stores/drafts';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useView } from '../../stores/view';

/** The order of work: the next step open, each ticked off with what was done otherwise. */
const building = useBuilding();
const plan = usePlan();
const edits = useEdits();
const view = useView();
const build = computed(() => plan.full.build);
const steps = computed(() => building.built!.steps);
const done = computed(() => new Map(build.value.done.map((d) => [d.step, d])));
const next = computed(() => steps.value.find((s) => !done.value.has(s.id)));
const open = ref<string>();
watch(
  () => next.value?.id,
  (id) => (open.value = id),
  { immediate: true },
);
const time = computed(() => hoursLeft(steps.value, build.value));
const hours = (h: number): string =>
  h < 1 ? msg`${Math.max(5, Math.round((h * 60) / 5) * 5)} min` : `${fixed(h, h < 10 ? 1 : 0)} h`;
const own = (s: Step): number => (build.value.people === 2 ? s.hoursTwo : s.hours) * time.value.pace;
const PEOPLE = [
  { id: '1', name: msg`one alone` },
  { id: '2', name: msg`two` },
];
const today = (): string => new Date().toISOString().slice(0, 10);
/** What was done otherwise, of a step that is not ticked off yet: kept with it once it is. */
const drafts = useDrafts();
const noteKey = (s: Step): string => `note of step ${s.id}`;
function tick(s: Step): void {
  if (done.value.has(s.id)) return void edits.done(s.id, undefined);
  const note = drafts.texts.get(noteKey(s))?.trim();
  if (!edits.done(s.id, { on: today(), ...(note && { note }) })) drafts.drop(noteKey(s));
}
const told = (s: Step) => done.value.get(s.id);
function tell(
  s: Step,
  fields: { note?: string; hours?: number },
  gesture = msg`set details of ${s.id}`,
): ReturnType<typeof edits.done> {
  const { step: _, ...before } = told(s) ?? { step: s.id };
  void _;
  return edits.done(s.id, { on: today(), ...before, ...fields }, gesture);
}
const noteOf = (s: Step): string => told(s)?.note ?? drafts.texts.get(noteKey(s)) ?? '';
const note = (s: Step) => (text: string, gesture: string) =>
  done.value.has(s.id)
    ? tell(s, { note: text.trim() || undefined }, gesture)
    : void (text ? drafts.put(noteKey(s), text) : drafts.drop(noteKey(s)));
/** The piece of main that a step lays, for what was laid otherwise. */
const mainOf = (s: Step) =>
  s.id.startsWith('main/')
    ? [...plan.full.blocks, ...plan.full.tees].find((b) => b.id === s.at.id)?.main
    : undefined;
function point(s: Step | undefined): void {
  view.pointedStep = !s
    ? undefined
    : s.at.place === 'main'
      ? stepKey.main(s.at.id!)
      : s.at.place === 'block'
        ? stepKey.header(s.at.id!)
        : stepKey.source;
}
const lit = (s: Step): boolean =>
  view.pointedStep ===
  (s.at.place === 'main' ? stepKey.main(s.at.id!) : s.at.place === 'block' ? stepKey.header(s.at.id!) : '');
</script>

<template>
  <div>
    <p class="fill">
      <b>{{ done.size }} of {{ steps.length }}</b> steps are done; about
      <b class="num">{{ hours(time.left) }}</b> are left for
      <ChoiceField
        label="How many work"
        :value="String(build.people)"
        :options="PEOPLE"
        :is-default="plan.plan.build?.people === undefined"
        @pick="edits.build({ people: $event === '2' ? 2 : 1 }, msg`say how many work`)"
      />.
    </p>
    <p v-if="time.spent > 0" class="quiet">
      You have spent {{ hours(time.spent) }}: {{ fixed(time.pace, 2) }} times the estimate. The steps left are
      estimated at the same pace.
    </p>
    <ol class="steps">
      <li
        v-for="(s, i) in steps"
        :key="s.id"
        :class="{ done: done.has(s.id), next: s.id === next?.id, lit: lit(s) }"
        @pointerenter="point(s)"
        @pointerleave="point(undefined)"
      >
        <div class="row">
          <input
            :id="`step-${i}`"
            type="checkbox"
            :checked="done.has(s.id)"
            :aria-label="msg`Done: ${s.title}`"
            @change="tick(s)"
          />
          <button
            type="button"
            class="title"
            :aria-expanded="open === s.id"
            @click="open = open === s.id ? undefined : s.id"
          >
            {{ i + 1 }}. {{ s.title }}
          </button>
          <span class="num">{{ hours(own(s)) }}</span>
        </div>
        <div v-if="open === s.id" class="body">
          <p v-for="d in s.does" :key="d">{{ d }}</p>
          <p v-if="s.tools.length > 0"><b>At hand:</b> {{ s.tools.join(', ') }}.</p>
          <p v-for="m in s.mistakes" :key="m" class="mind"><b>Take care:</b> {{ m }}</p>
          <p v-for="c in s.cautions" :key="c" class="caution">{{ c }}</p>
          <p><b>It is right when:</b> {{ s.check }}</p>
          <p class="quiet">
            {{
              [
                s.dry ? msg`Dry weather` : '',
                s.warm ? msg`Pipe warm from the sun` : '',
                s.helper ? msg`A helper` : '',
              ]
                .filter(Boolean)
                .join(' · ')
            }}
          </p>
          <p v-if="mainOf(s)" class="fill">
            As built, the pipe is longer than straight by
            <QuantityField
              :id="`pipe-beyond-the-straight-way-as-built ${s.id}`"
              label="Pipe beyond the straight way, as built"
              kind="length"
              :value="mainOf(s)!.extraM"
              :take="(v, g) => edits.main(s.at.id!, { extraM: v }, msg`lay the main as it was built`, g)"
            />.
          </p>
          <label class="note"
            >What was done otherwise
            <TextField
              :id="`note ${s.id}`"
              width="100%"
              :rows="2"
              :longest="400"
              label="What was done otherwise"
              :value="noteOf(s)"
              :take="note(s)"
          /></label>
          <p class="fill">
            One person alone is estimated to take
            <QuantityField
              :id="`hours-that-it-is-estimated-to-take ${s.id}`"
              label="Hours that it is estimated to take"
              kind="factor"
              :value="s.hours"
              :is-default="build.hours[s.id] === undefined"
              :take="(h, g) => edits.stepHours(s.id, h > 0 ? h : undefined, g)"
            />
            hours.
          </p>
          <p class="fill">
            It took
            <QuantityField
              :id="`hours-that-it-took ${s.id}`"
              label="Hours that it took"
              kind="factor"
              :value="told(s)?.hours ?? 0"
              :is-default="told(s)?.hours === undefined"
              :take="(v) => tell(s, { hours: v > 0 ? v : undefined })"
            />
            hours.
          </p>
          <button type="button" class="tick" @click="tick(s)">
            {{ done.has(s.id) ? msg`Not done after all` : msg`Done` }}
          </button>
        </div>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.steps {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  border-bottom: 1px solid var(--line);
  padding: 4px 0;
}
li.next {
  border-left: 5px solid var(--leaf);
  padding-left: 6px;
}
li.lit {
  background: var(--picked);
}
.row {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.row input {
  width: 24px;
  height: 24px;
  accent-color: var(--leaf);
  flex: none;
  align-self: center;
}
.title {
  flex: 1;
  text-align: left;
  border: 0;
  background: none;
  font: inherit;
  font-size: 15.5px;
  padding: 8px 0;
  cursor: pointer;
  color: var(--ink);
  line-height: 1.3;
}
.next .title {
  font-weight: 700;
}
.done .title {
  color: var(--faint);
  text-decoration: line-through;
}
.body {
  padding: 2px 0 10px 34px;
  font-size: 14.5px;
  line-height: 1.45;
}
.body p {
  margin-bottom: 5px;
}
.mind {
  border-left: 3px solid var(--clay);
  padding-left: 8px;
}
.note {
  display: block;
  font-size: 13.5px;
  color: var(--faint);
  margin: 6px 0;
}
textarea {
  display: block;
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
  font: inherit;
  padding: 4px 6px;
}
.tick {
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  font-size: 16px;
  padding: 10px 26px;
  cursor: pointer;
  min-height: 44px;
}
@media (max-width: 600px) {
  .body {
    padding-left: 4px;
  }
  .tick {
    width: 100%;
  }
}
</style>
