<script setup lang="ts">
import { computed } from 'vue';
import { fixed, msg } from '../../../core/language';
import { everyText, writeProgrammeCsv } from '../../../core/formats/programmeCsv';
import { isPumped, type Hours } from '../../../core/plan';
import { clockText, dayOf, programmeRows, setWorking, type Programme } from '../../../core/sets';
import { formatDuration, perShownUnit } from '../../../core/units';
import ClockField from '../../parts/ClockField.vue';
import DateField from '../../parts/DateField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { download } from '../../storage/download';
import { useBuilding } from '../../stores/building';
import { useEdits } from '../../stores/edits';
import { useOpening } from '../../stores/opening';
import { useOutlook } from '../../stores/outlook';
import { useKeeping } from '../../stores/keeping';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import { MIN_PER_HOUR, S_PER_MIN } from '../../../core/units/time';

/** When sets run, and the programme for the timer. */
const plan = usePlan();
const keeping = useKeeping();
const edits = useEdits();
const opening = useOpening();
const outlook = useOutlook();
const settings = useSettings();
const view = useView();
const building = useBuilding();
const rules = computed(() => plan.full.watering.day);
const stated = computed(() => plan.plan.watering?.day ?? {});
const isDefault = (name: keyof typeof rules.value): boolean => stated.value[name] === undefined;
const hour = (name: 'pump' | 'cool' | 'person', end: keyof Hours, label: string) => (m: number, g: string) =>
  edits.hours(name, { [end]: m }, label, g);
/** Litres of the volume shown: a price is of a thousand of them. */
const perVolume = computed(() => perShownUnit('volume', settings.units));
const pumped = computed(() => isPumped(plan.source));

/** The day as the plan has it now, with the minutes that were worked out last. */
const times = computed(() =>
  (outlook.outlook?.times ?? []).map((t) => {
    const at = opening.sets.find((s) => s.id === t.id)?.starts;
    return { ...t, at, starts: at?.length ?? t.starts };
  }),
);
const day = computed(() => dayOf(times.value, rules.value));
const programme = computed((): Programme | undefined =>
  outlook.outlook
    ? {
        ...outlook.outlook.programme,
        rows: programmeRows(times.value, day.value, plan.full),
      }
    : undefined,
);
const byHand = computed(() => opening.sets.some((s) => s.starts));
const slug = computed(
  () =>
    (plan.full.name || 'plan')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'plan',
);
function csv(): void {
  if (programme.value)
    download(`${slug.value}-programme.csv`, writeProgrammeCsv(programme.value), 'text/csv');
}
async function calendar(): Promise<void> {
  if (!programme.value) return;
  const text = await building.calendar(programme.value, plan.full.name, keeping.id);
  if (text === undefined) view.notice = building.failed;
  else download(`${slug.value}-watering.ics`, text, 'text/calendar');
}
/** A meter ends the set after as much as flows in its minutes. */
function byMeter(id: string, name: string, minutes: number): void {
  const lph = times.value.find((t) => t.id === id)?.flowLph ?? 0;
  const litres = Math.round((lph * minutes) / MIN_PER_HOUR);
  if (litres > 0) edits.setFields(id, { minutes: undefined, litres }, msg`end ${name} by a meter`);
}
function price(i: number, fields: object, gesture?: string) {
  return edits.dayRules(
    { prices: rules.value.prices.map((p, j) => (j === i ? { ...p, ...fields } : p)) },
    msg`change a price`,
    gesture,
  );
}
const addPrice = (): void =>
  void edits.dayRules(
    { prices: [...rules.value.prices, { fromMin: 0, toMin: 420, price: 0.15 }] },
    msg`add a price`,
  );
const dropPrice = (i: number): void =>
  void edits.dayRules({ prices: rules.value.prices.filter((_, j) => j !== i) }, msg`take a price away`);
</script>

<template>
  <div>
    <p class="fill">
      Water may run from
      <ClockField
        id="water-may-run-from"
        label="Water may run from"
        :minute="rules.pump.fromMin"
        :is-default="stated.pump?.fromMin === undefined"
        :take="hour('pump', 'fromMin', msg`set when water may run`)"
      />
      to
      <ClockField
        id="water-may-run-to"
        label="Water may run to"
        :minute="rules.pump.toMin"
        :is-default="stated.pump?.toMin === undefined"
        :take="hour('pump', 'toMin', msg`set when water may run`)"
      />, best in the cool from
      <ClockField
        id="cool-from"
        label="Cool from"
        :minute="rules.cool.fromMin"
        :is-default="stated.cool?.fromMin === undefined"
        :take="hour('cool', 'fromMin', msg`set the cool hours`)"
      />
      to
      <ClockField
        id="cool-to"
        label="Cool to"
        :minute="rules.cool.toMin"
        :is-default="stated.cool?.toMin === undefined"
        :take="hour('cool', 'toMin', msg`set the cool hours`)"
      />;
      <QuantityField
        id="starts-a-day"
        label="Starts a day"
        kind="count"
        :value="rules.startsPerDay"
        :is-default="isDefault('startsPerDay')"
        :take="(v, g) => edits.dayRules({ startsPerDay: v }, msg`set the starts a day`, g)"
      />
      {{ forms(rules.startsPerDay, 'start', 'starts') }} on one day in
      <QuantityField
        id="one-watering-day-in"
        label="One watering day in"
        kind="count"
        :value="rules.everyDays"
        :is-default="isDefault('everyDays')"
        :take="(v, g) => edits.dayRules({ everyDays: v }, msg`set the watering days`, g)"
      />.
      <template v-if="rules.byHand"
        >Valves are turned by hand, while somebody is there, from
        <ClockField
          id="somebody-from"
          label="Somebody from"
          :minute="rules.person.fromMin"
          :is-default="stated.person?.fromMin === undefined"
          :take="hour('person', 'fromMin', msg`set when somebody is there`)"
        />
        to
        <ClockField
          id="somebody-to"
          label="Somebody to"
          :minute="rules.person.toMin"
          :is-default="stated.person?.toMin === undefined"
          :take="hour('person', 'toMin', msg`set when somebody is there`)"
        />.</template
      >
    </p>
    <dl class="rows">
      <dt>water runs</dt>
      <dd class="num">{{ formatDuration(day.waterMin) }} of {{ formatDuration(day.allowedMin) }}</dd>
      <dt>{{ pumped ? msg`the pump starts` : msg`water is turned on` }}</dt>
      <dd class="num">{{ day.pumpStarts }} {{ forms(day.pumpStarts, 'time', 'times') }}</dd>
      <dt>on a watering day</dt>
      <dd class="num">{{ settings.show(day.volumeL, 'volume') }}</dd>
      <dt>
        <button
          type="button"
          class="asks"
          @click="
            outlook.outlook &&
            (view.openMade = setWorking('week', outlook.current?.id ?? '', outlook.outlook, plan.full))
          "
        >
          a week
        </button>
      </dt>
      <dd class="num">{{ settings.show((day.volumeL * 7) / rules.everyDays, 'volume') }}</dd>
      <template v-if="rules.prices.length > 0">
        <dt>electricity, a watering day</dt>
        <dd class="num">{{ fixed(day.cost, 2) }}</dd>
      </template>
    </dl>
    <template v-if="programme && programme.rows.length > 0">
      <h3>The programme</h3>
      <table class="programme" aria-label="The programme">
        <thead>
          <tr>
            <th scope="col">opened</th>
            <th scope="col">set</th>
            <th scope="col">starts</th>
            <th scope="col">ends after</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in programme.rows" :key="`${r.set} ${r.what}`">
            <td>
              {{ r.what }}<span v-if="r.valves" class="valves">{{ r.valves }}</span>
            </td>
            <th scope="row">{{ r.name }}</th>
            <td class="num">
              {{ r.starts.length > 0 ? r.starts.map(clockText).join(', ') : msg`no place` }}
            </td>
            <td v-if="i > 0 && programme.rows[i - 1].set === r.set" class="num">{{ r.minutes }} min</td>
            <td v-else>
              <template v-if="r.litres !== undefined">
                <QuantityField
                  :id="`litres-of ${r.set}`"
                  :label="msg`Water of ${r.name}`"
                  kind="volume"
                  :value="r.litres"
                  :take="(v, g) => edits.setFields(r.set, { litres: v }, msg`set the water of ${r.name}`, g)"
                />
                <span class="num">, about {{ r.minutes }} min</span>
              </template>
              <QuantityField
                v-else-if="opening.sets.length > 0"
                :id="`minutes-of ${r.name}`"
                :label="msg`Minutes of ${r.name}`"
                kind="minutes"
                :value="r.minutes * S_PER_MIN"
                :is-default="opening.sets.find((s) => s.id === r.set)?.minutes === undefined"
                :take="
                  (v, g) =>
                    edits.setFields(r.set, { minutes: v / S_PER_MIN }, msg`set the minutes of ${r.name}`, g)
                "
              /><span v-else class="num">{{ r.minutes }}</span>
              <button
                v-if="
                  opening.sets.find((s) => s.id === r.set)?.minutes !== undefined || r.litres !== undefined
                "
                type="button"
                class="small"
                :aria-label="msg`Minutes of ${r.name} by need again`"
                @click="
                  edits.setFields(
                    r.set,
                    { minutes: undefined, litres: undefined },
                    msg`let need set the minutes of ${r.name}`,
                  )
                "
              >
                by need
              </button>
              <button
                v-if="opening.sets.length > 0 && r.litres === undefined"
                type="button"
                class="small"
                :aria-label="msg`End ${r.name} by a meter`"
                @click="byMeter(r.set, r.name, r.minutes)"
              >
                by a meter
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">
        {{ everyText(rules.everyDays) }}; budget
        {{
          programme.months
            .map(
              (m) =>
                `${settings.day(`${m.month}-01`).replace(/\W*\d+\W*/, '')} ${Math.round(m.share * 100)}\u00a0%`,
            )
            .join(', ')
        }}.
      </p>
      <p class="acts">
        <v-btn @click="calendar">Calendar file</v-btn>
        <v-btn variant="text" @click="csv">Table (CSV)</v-btn>
        <v-btn v-if="byHand" variant="text" @click="edits.freeStarts()">Plan the day again</v-btn>
      </p>
    </template>
    <details class="more">
      <summary>Prices, and the week it is for</summary>
      <p v-for="(p, i) in rules.prices" :key="i" class="fill">
        From
        <ClockField
          :id="`price ${i + 1} from`"
          :label="msg`Price ${i + 1} from`"
          :minute="p.fromMin"
          :take="(m, g) => price(i, { fromMin: m }, g)"
        />
        to
        <ClockField
          :id="`price ${i + 1} to`"
          :label="msg`Price ${i + 1} to`"
          :minute="p.toMin"
          :take="(m, g) => price(i, { toMin: m }, g)"
        />
        a kilowatt-hour costs
        <QuantityField
          :id="`price ${i + 1}`"
          :label="msg`Price ${i + 1}`"
          kind="factor"
          :value="p.price"
          :take="(v, g) => price(i, { price: v }, g)"
        />
        <button type="button" class="small" :aria-label="msg`Take price ${i + 1} away`" @click="dropPrice(i)">
          ×
        </button>
      </p>
      <p class="fill">
        <button type="button" class="asks" @click="addPrice">add a price window</button
        ><template v-if="rules.prices.length > 0"
          >; the pump draws
          <QuantityField
            id="power-the-pump-draws"
            label="Power the pump draws"
            kind="power"
            :value="rules.pumpKw"
            :is-default="isDefault('pumpKw')"
            :take="(v, g) => edits.dayRules({ pumpKw: v }, msg`set what the pump draws`, g)" /></template
        >. <br />{{ settings.units.system === 'us' ? msg`A thousand gallons` : msg`A cubic metre` }} of water
        costs
        <QuantityField
          id="price-of-water"
          label="Price of water"
          kind="factor"
          :value="(rules.waterPrice ?? 0) * perVolume"
          :is-default="rules.waterPrice === undefined"
          :take="(v, g) => edits.dayRules({ waterPrice: v / perVolume }, msg`set the price of water`, g)"
        />. Beds are watered for the week of
        <DateField
          label="The week it is for"
          :date="outlook.outlook?.date ?? plan.full.watering.season.from"
          :is-default="rules.forDate === undefined"
          :take="(d) => edits.dayRules({ forDate: d }, msg`water for another week`)"
        />
        <button
          v-if="rules.forDate"
          type="button"
          class="asks"
          @click="edits.dayRules({ forDate: undefined }, msg`water for the thirstiest week`)"
        >
          the thirstiest</button
        >.
      </p>
    </details>
  </div>
</template>

<style scoped>
.valves {
  display: block;
  color: var(--faint);
}
h3 {
  font-size: 16px;
  margin: 4px 0 4px;
}
.programme {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
  margin-bottom: 8px;
}
.programme th,
.programme td {
  text-align: left;
  padding: 3px 6px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  vertical-align: baseline;
}
.programme thead th {
  color: var(--faint);
  font-size: 12.5px;
}
.programme tbody th {
  font-weight: 600;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 12px;
  line-height: 1.3;
  padding: 1px 6px;
  cursor: pointer;
}
</style>
