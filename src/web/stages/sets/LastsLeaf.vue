<script setup lang="ts">
import { kindOf } from '../../../core/plan';
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { clockText, heldOrFalling, setWorking, type SetWorkingName, tankOf } from '../../../core/sets';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import { S_PER_MIN } from '../../../core/units/time';

/** Whether the water lasts: a tank through a dry spell, a well through the week, and what each start loses. */
const plan = usePlan();
const edits = useEdits();
const outlook = useOutlook();
const settings = useSettings();
const view = useView();
const tank = computed(() => outlook.outlook?.tank);
const well = computed(() => outlook.outlook?.well);
const current = computed(() => outlook.current);
const run = computed(
  () => tank.value?.sets.find((s) => s.id === current.value?.id)?.run ?? tank.value?.sets[0]?.run,
);
const source = computed(() => tankOf(plan.full));
/** What would do changes the source in use; a tank that only sets draw on is changed at Water. */
/** What takes over, by name. */
const overName = computed(
  () => plan.full.sources.find((s) => s.id === tank.value?.takenOver?.source)?.name ?? msg`the backup`,
);
const own = computed(() => source.value?.id === plan.source.id);
const rules = computed(() => plan.full.watering.day);
const long = (min: number): string =>
  Number.isFinite(min)
    ? min < 120
      ? settings.show(Math.round(min) * S_PER_MIN, 'minutes')
      : msg`${Math.floor(min / 60)} h ${String(Math.round(min % 60)).padStart(2, '0')} min`
    : '–';
/** Changes of the source with which it would last. */
const enough = computed(() => {
  const t = tank.value;
  const s = source.value;
  if (!t || !s) return [];
  const { would } = t;
  return kindOf(s).enough?.(s, would, settings.show) ?? [];
});
/** For how long it goes on, and what happens then. */
const then = computed(() => {
  const t = tank.value;
  if (!t) return '';
  if (t.held && !t.days.dry && t.days.points.length === 0)
    return msg`Fed from the mains it goes on as long as they do. If they fail it holds what is in it and no more.`;
  if (!Number.isFinite(t.lastsDays)) return msg`With what runs in it goes on without rain through the year.`;
  const days = t.lastsDays === 1 ? '1 day' : msg`${t.lastsDays} days`;
  return t.lastsDays === 0
    ? msg`Without rain it does not carry one watering day through: what comes last in the day gets less, then nothing.`
    : msg`Without rain it lasts ${days} and fails on the next: what waters last in the day gets less, then nothing, until it is refilled.`;
});
/** Minutes for one watering day of the set by the level: what flows falls with it. */
const watering = computed(() => {
  const c = current.value;
  const r = run.value;
  if (!c || !r || !(c.flowLph > 0) || tank.value?.held || !(c.time.givesL > 0)) return undefined;
  const at = (lph: number): number => (lph > 0 ? (c.time.givesL / lph) * 60 : Infinity);
  return { full: at(r.moments[0].flowLph), low: at(c.flowLph), mean: at((r.emptyL / r.emptyMin) * 60) };
});
/** The same watering day with the water held at the float, and falling from full. */
const ways = computed(() => {
  const c = current.value;
  const r = run.value;
  const s = source.value;
  if (!c || !r || !s || tank.value?.held || !(c.time.givesL > 0)) return undefined;
  // A float between outlet and high water; where none is stated there, one that keeps the tank full.
  const floatM = s.floatM > s.outletM && s.floatM < s.highM ? s.floatM : s.highM;
  const { held, falling } = heldOrFalling(r, floatM, c.time.givesL);
  return [
    { name: msg`held by a float at ${settings.show(floatM, 'height')}`, ...held },
    { name: msg`falling from full`, ...falling },
  ];
});
function ask(name: SetWorkingName): void {
  if (outlook.outlook && current.value)
    view.openMade = setWorking(name, current.value.id, outlook.outlook, plan.full);
}
</script>

<template>
  <div>
    <template v-if="tank && source">
      <p class="fill">
        It should last
        <QuantityField
          id="days-without-rain"
          label="Days without rain"
          kind="count"
          :value="rules.dryDays"
          :is-default="plan.plan.watering?.day?.dryDays === undefined"
          :take="(v, g) => edits.dayRules({ dryDays: v }, msg`set the dry spell`, g)"
        />
        days without rain.
      </p>
      <p v-if="tank.days.dry" class="dry" role="status">
        <b>It runs dry on day {{ tank.days.dry.day + 1 }}, at {{ clockText(tank.days.dry.minute) }}</b
        >,
        {{
          tank.days.dry.empty
            ? msg`down to the outlet`
            : msg`with ${settings.show(tank.days.dry.levelM, 'height')} of water above the outlet, and the weakest emitter gets too little pressure`
        }}.
      </p>
      <p v-else class="fine" role="status">
        It lasts these {{ rules.dryDays }} days;
        {{
          tank.held
            ? msg`the float keeps its level`
            : msg`${settings.show(tank.leftL, 'volume')} of ${settings.show(tank.usableL, 'volume')} are then left`
        }}.
      </p>
      <p v-if="tank.takenOver" class="fine">
        Where it fails, {{ overName }} takes over by itself: in these {{ rules.dryDays }} days it gives
        {{ settings.show(tank.takenOver.litres, 'volume') }}, and the tank
        {{ settings.show(tank.days.givenL, 'volume') }}.
      </p>
      <p v-else class="quiet">{{ then }}</p>
      <div
        v-if="tank.days.dry && own && !tank.takenOver && enough.length > 0"
        class="remedies"
        role="group"
        aria-label="Remedies"
      >
        <button v-for="e in enough" :key="e.label" type="button" @click="edits.source(e.fields, e.label)">
          {{ e.says }}
        </button>
        <template v-for="e in enough" :key="e.label">
          <p v-if="e.caution" class="caution">{{ e.caution }}</p>
        </template>
      </div>
      <dl v-if="run" class="rows">
        <dt>
          <button type="button" class="asks" @click="ask('emptying')">
            one watering of {{ current?.name }} from full, until empty
          </button>
        </dt>
        <dd class="num">{{ long(run.emptyMin) }}</dd>
        <template v-if="watering">
          <dt>a day’s water of {{ current?.name }} takes, from full · at low water · on the mean</dt>
          <dd class="num">
            {{ long(watering.full) }} · {{ long(watering.low) }} · {{ long(watering.mean) }}
          </dd>
        </template>
        <dt>until an emitter gets too little pressure to drip as it should</dt>
        <dd class="num">{{ run.leavesMin >= run.emptyMin ? msg`never before` : long(run.leavesMin) }}</dd>
        <dt>given by then</dt>
        <dd class="num">{{ settings.show(run.leavesL, 'volume') }}</dd>
        <dt>flow, full to empty</dt>
        <dd class="num">
          {{ settings.show(run.moments[0].flowLph, 'flow') }} →
          {{ settings.show(run.moments[run.moments.length - 1].flowLph, 'flow') }}
        </dd>
        <dt>usable water</dt>
        <dd class="num">{{ settings.show(tank.usableL, 'volume') }}</dd>
      </dl>
      <table v-if="ways" class="fills" aria-label="A float against a falling level">
        <thead>
          <tr>
            <th scope="col">a watering day of {{ current?.name }}</th>
            <th scope="col">flow</th>
            <th scope="col">evenly, at least</th>
            <th scope="col">takes</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in ways" :key="w.name">
            <th scope="row">{{ w.name }}</th>
            <td class="num">
              {{ settings.show(w.fromLph, 'flow')
              }}<template v-if="w.toLph !== w.fromLph"> → {{ settings.show(w.toLph, 'flow') }}</template>
            </td>
            <td class="num">{{ settings.show(w.evenness, 'share') }}</td>
            <td class="num">
              {{ Number.isFinite(w.minutes) ? long(w.minutes) : msg`more than the tank holds` }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template v-else-if="well">
      <dl class="rows">
        <dt>a watering day takes</dt>
        <dd class="num">{{ settings.show(well.dayL, 'volume') }}</dd>
        <dt>the well gives in a day</dt>
        <dd class="num">{{ settings.show(well.givesDayL, 'volume') }}</dd>
        <dt>a week takes · gives</dt>
        <dd class="num">
          {{ settings.show(well.weekL, 'volume') }} · {{ settings.show(well.givesWeekL, 'volume') }}
        </dd>
      </dl>
    </template>
    <p v-else class="quiet">
      This source is neither a tank nor a well. Where a tap is shared with the house, leave it the hours it
      needs.
    </p>
    <h3>Filling and shutting</h3>
    <table class="fills" aria-label="Filling and shutting">
      <thead>
        <tr>
          <th scope="col">set</th>
          <th scope="col">fills in</th>
          <th scope="col">drains each start</th>
          <th scope="col">of what it gives</th>
          <th v-if="outlook.outlook?.sets.some((s) => s.cycle)" scope="col">pump</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in outlook.outlook?.sets ?? []" :key="s.id">
          <th scope="row">{{ s.name }}</th>
          <td class="num">{{ Number.isFinite(s.filling.seconds) ? long(s.time.fillMin) : msg`never` }}</td>
          <td class="num">{{ settings.show(s.filling.drainsL, 'volume') }}</td>
          <td class="num">
            {{ s.time.givesL > 0 ? settings.show(s.time.drainsL / s.time.givesL, 'share') : '–' }}
          </td>
          <td v-if="s.cycle" class="num">
            {{ s.cycle.steady ? msg`runs on` : `${Math.round(s.cycle.startsPerHour)}/h` }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="quiet">
      What drains out of runs and headers after each start goes to the low ends: it argues against many short
      starts on big headers.
    </p>
  </div>
</template>

<style scoped>
h3 {
  font-size: 16px;
  margin: 4px 0 4px;
}
.rows {
  font-size: 14px;
}
.dry {
  border-left: 5px solid var(--alarm);
  padding: 4px 10px;
}
.fine {
  border-left: 5px solid var(--leaf);
  padding: 4px 10px;
}
.remedies {
  display: flex;
  flex-direction: column;
  gap: 6px;
  margin-bottom: 10px;
}
.remedies button {
  border: 1.5px solid var(--leaf);
  border-radius: 4px;
  background: var(--card);
  padding: 6px 10px;
  text-align: left;
  cursor: pointer;
  font-size: 14px;
}
.fills {
  border-collapse: collapse;
  width: 100%;
  font-size: 13.5px;
  margin-bottom: 8px;
}
.fills th,
.fills td {
  text-align: left;
  padding: 3px 6px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  vertical-align: baseline;
}
.fills thead th {
  color: var(--faint);
  font-size: 12.5px;
}
.fills tbody th {
  font-weight: 600;
}
</style>
