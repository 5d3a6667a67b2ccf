<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { fixed, forms, grouped, msg } from '../../../core/language';
import { GROUPS, itemName, packWord } from '../../../core/farm';
import { perSeason, rowsM, type Line, boughtText } from '../../../core/works';
import { stepKey } from '../../../core/network';
import { lengthsIn } from '../../../core/formats/buyingCsv';
import { tableNumber } from '../../../core/formats/tableNumbers';
import { lineWorking } from '../../../core/working';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import ToggleRow from '../../parts/ToggleRow.vue';
import { download } from '../../storage/download';
import { useBuilding } from '../../stores/building';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import PriceField from './PriceField.vue';
import { M_PER_FT } from '../../../core/units';

/** Everything to buy: how much and why, in whole rolls and packs, less what is there, at the grower's own prices. */
const building = useBuilding();
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const view = useView();

const shop = computed(() => building.built!.shop);
const build = computed(() => plan.full.build);
const stated = computed(() => plan.plan.build);
const ORDERS = [
  { id: 'kind', name: msg`by kind` },
  { id: 'place', name: msg`by place` },
] as const;
const by = ref<'kind' | 'place'>('kind');
const FAMILIES = [
  { id: 'metric', name: msg`metric pipe with parallel threads` },
  { id: 'inch', name: msg`inch pipe with tapered threads` },
];
const ENDS = [
  { id: 'fold', name: msg`a fold in a sleeve` },
  { id: 'cap', name: msg`a cap` },
  { id: 'valve', name: msg`a flush valve` },
  { id: 'tie', name: msg`a double kink and a tie` },
  { id: 'knot', name: msg`a knot` },
];
const places = computed(() => [
  { id: 'head', name: msg`Head` },
  { id: 'main', name: msg`Mains` },
  ...plan.full.blocks.map((b) => ({ id: b.id, name: b.name })),
]);
const placeOf = (l: Line): Set<string> =>
  new Set(l.things.map((u) => (u.at.place === 'block' ? u.at.id! : u.at.place)));
const groups = computed(() =>
  by.value === 'kind'
    ? GROUPS.map((g) => ({
        id: g.id as string,
        name: g.name,
        lines: shop.value.lines.filter((l) => l.item.group === g.id),
      })).filter((g) => g.lines.length > 0)
    : places.value
        .map((p) => ({ ...p, lines: shop.value.lines.filter((l) => placeOf(l).has(p.id)) }))
        .filter((p) => p.lines.length > 0),
);
const name = (l: Line): string => itemName(l.item, settings.show);
const amount = (v: number, l: Line): string =>
  l.item.unit === 'm' ? settings.show(v, 'length') : String(Math.round(v * 100) / 100);
const buys = (l: Line): string =>
  l.there
    ? msg`it is there`
    : l.packs === 0
      ? msg`you have it`
      : l.holds === 1
        ? msg`buy ${l.packs}`
        : l.bought.length > 1
          ? msg`buy ${boughtText(l, (held) => amount(held, l))}`
          : msg`buy ${l.packs} ${packWord(l.item.sold, l.packs)} of ${amount(l.holds, l)}`;
const money = (v: number): string =>
  `${fixed(v, 2)}${build.value.currency ? ` ${build.value.currency}` : ''}`;
const priceOf = (l: Line) => build.value.prices.find((p) => p.item === l.item.id);
const haveOf = (l: Line) => build.value.have.find((h) => h.item === l.item.id);
const perWords = (l: Line): string =>
  l.item.unit !== 'm' ? msg`each` : feet.value ? msg`a foot` : msg`a metre`;
/** What a price that is typed is of, until it is said otherwise. */
const perOf = (l: Line): 'unit' | 'pack' => priceOf(l)?.per ?? (l.holds > 1 ? 'pack' : 'unit');
/** Prices are kept by the metre and shown by the foot where that is the plan's unit. */
const times = (l: Line): number => (l.item.unit === 'm' && perOf(l) === 'unit' && feet.value ? M_PER_FT : 1);
const shownPrice = (l: Line): number | undefined => {
  const p = priceOf(l);
  return p && Number((p.price * times(l)).toFixed(PRICE_DECIMALS));
};
const PRICE_DECIMALS = 4;
const today = (): string => new Date().toISOString().slice(0, 10);
const setPrice = (l: Line, price: number | undefined, gesture: string) =>
  edits.price(
    l.item.id,
    price === undefined ? undefined : { price: price / times(l), per: perOf(l), asked: today() },
    gesture,
  );
const setPer = (l: Line, per: string): void => {
  const p = priceOf(l);
  if (p)
    edits.price(l.item.id, {
      price: p.price,
      per: per as 'unit' | 'pack',
      ...(p.asked && { asked: p.asked }),
    });
};
const haveText = (l: Line): string => {
  const h = haveOf(l);
  return h
    ? h.piecesM
      ? h.piecesM.map((m) => settings.show(m, 'length')).join(' + ')
      : String(h.count ?? '')
    : '';
};
const feet = computed(() => settings.units.system === 'us');
const MOST_COUNT = 1e6;
/** What there is of a line: a count, or lengths one after the other. */
const setHave =
  (l: Line) =>
  (typed: string, gesture: string): { what: string } | undefined => {
    const text = typed.trim();
    if (text === '') return edits.have(l.item.id, undefined, gesture);
    if (l.cuts) {
      const piecesM = lengthsIn(text, feet.value);
      return piecesM
        ? edits.have(l.item.id, { piecesM }, gesture)
        : { what: msg`Type lengths like 12.5 + 3.` };
    }
    const count = tableNumber(text, true);
    return count !== undefined && count > 0 && count <= MOST_COUNT
      ? edits.have(l.item.id, { count }, gesture)
      : { what: msg`Type a number of pieces.` };
  };
function point(l: Line | undefined): void {
  const at = l?.things[0]?.at;
  view.pointedStep = !at
    ? undefined
    : at.place === 'head'
      ? stepKey.source
      : at.place === 'main'
        ? stepKey.main(at.id!)
        : stepKey.header(at.id!);
}
const lit = (l: Line): boolean =>
  l.things.some((u) =>
    u.at.place === 'main'
      ? view.pointedStep === stepKey.main(u.at.id!)
      : u.at.place === 'block' && view.pointedStep === stepKey.header(u.at.id!),
  );

/** The whole farm, whatever set is looked at. */
const layout = computed(() => plan.laid);
const totals = computed(() =>
  shop.value.places.map((p) => {
    const block = plan.full.blocks.find((b) => b.id === p.id);
    const beds = block && layout.value.blocks.find((b) => b.block.id === p.id)?.beds.length;
    const rows = block ? rowsM(layout.value, p.id) : 0;
    return { ...p, name: places.value.find((x) => x.id === p.id)?.name ?? p.id, beds, rows };
  }),
);
/** Lines to buy whose price is known. */
const known = computed(() => shop.value.lines.filter((l) => l.packs > 0 && l.price !== undefined).length);
const season = computed(() => perSeason(plan.full, shop.value));

// Files in and out.
const input = ref<HTMLInputElement>();
const reads = ref<'prices' | 'have'>('prices');
const refused = shallowRef<{ line: number; why: string }[]>([]);
const tookIn = ref('');
const MOST_SHOWN = 20;
function choose(what: 'prices' | 'have'): void {
  reads.value = what;
  input.value?.click();
}
async function takeFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (!file) return;
  field.value = '';
  tookIn.value = '';
  if (reads.value === 'prices') {
    const reading = await building.readPrices(file);
    if (!reading) return;
    refused.value = reading.refused;
    const no =
      reading.prices.length > 0
        ? edits.priceBook(reading.prices, reading.packs, reading.currency)
        : undefined;
    tookIn.value = no
      ? no.what
      : msg`${reading.prices.length} ${forms(reading.prices.length, 'price is', 'prices are')} taken${reading.refused.length > 0 ? msg`, ${reading.refused.length} ${forms(reading.refused.length, 'line is', 'lines are')} not` : ''}.`;
  } else {
    const reading = await building.readHave(file);
    if (!reading) return;
    refused.value = reading.refused;
    const no = reading.have.length > 0 ? edits.inventory(reading.have) : undefined;
    tookIn.value = no
      ? no.what
      : msg`${reading.have.length} ${forms(reading.have.length, 'line is', 'lines are')} taken${reading.refused.length > 0 ? msg`, ${reading.refused.length} not` : ''}.`;
  }
}
const stem = (): string =>
  plan.full.name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'farm';
async function give(what: 'parts' | 'prices' | 'have' | 'json'): Promise<void> {
  const text = await building.table(what);
  if (text !== undefined)
    download(
      `${stem()}-${what === 'json' ? 'parts' : what}.${what === 'json' ? 'json' : 'csv'}`,
      text,
      what === 'json' ? 'application/json' : 'text/csv',
    );
}
async function giveWorkbook(): Promise<void> {
  const blob = await building.workbook();
  if (blob)
    download(
      `${stem()}-parts.xlsx`,
      blob,
      'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    );
}
const setCurrency = (text: string, gesture: string) =>
  edits.build({ currency: text.trim() || undefined }, msg`set the currency`, gesture);
</script>

<template>
  <div>
    <p class="fill">
      Everything is of one family:
      <ChoiceField
        label="Family of sizes"
        :value="build.family"
        :options="FAMILIES"
        :is-default="stated?.family === undefined"
        @pick="edits.build({ family: $event as 'inch' | 'metric' }, msg`choose the family of sizes`)"
      />. Runs end in
      <ChoiceField
        label="How runs end"
        :value="build.runEnd"
        :options="ENDS"
        :is-default="stated?.runEnd === undefined"
        @pick="edits.build({ runEnd: $event as 'fold' }, msg`choose how runs end`)"
      />, with at most
      <QuantityField
        id="joins-in-a-run-of-tape"
        label="Joins in a run of tape"
        kind="count"
        :value="build.joins"
        :is-default="stated?.joins === undefined"
        :take="(v, g) => edits.build({ joins: v }, msg`say how many joins a run may have`, g)"
      />
      joins in a run. Of small parts
      <QuantityField
        id="share-of-spares"
        label="Share of spares"
        kind="share"
        :value="build.spares"
        :is-default="stated?.spares === undefined"
        :take="(v, g) => edits.build({ spares: v }, msg`set the share of spares`, g)"
      />
      more, as spares.
    </p>
    <p class="sum" aria-label="What it costs">
      <b class="num">{{ known === 0 ? msg`no price yet` : money(shop.total) }}</b>
      <label
        >prices are in
        <TextField
          id="currency"
          width="70px"
          :longest="8"
          label="Currency of the prices"
          placeholder="currency"
          :value="build.currency"
          :take="setCurrency"
      /></label>
      <span v-if="shop.gaps > 0" class="gap"
        >{{ shop.gaps }} {{ forms(shop.gaps, 'line has', 'lines have') }} no price yet: that much is missing
        from the total.</span
      >
      <span v-else>Every line has a price of yours.</span>
      <span class="quiet"
        >Only to compare: about {{ grouped(Math.round(shop.typical)) }} at typical prices.</span
      >
    </p>
    <p class="files">
      <button type="button" @click="choose('prices')">Price book in…</button>
      <button type="button" @click="give('prices')">Price book out</button>
      <button type="button" @click="choose('have')">What I have in…</button>
      <button type="button" @click="give('have')">What I have out</button>
      <button type="button" @click="give('parts')">Parts (CSV)</button>
      <button type="button" @click="giveWorkbook">Parts (XLSX)</button>
      <button type="button" @click="give('json')">Parts (JSON)</button>
    </p>
    <input
      ref="input"
      type="file"
      accept=".csv,.txt,text/csv"
      class="sr"
      tabindex="-1"
      :aria-label="reads === 'prices' ? msg`Price book file` : msg`File of what I have`"
      @change="takeFile"
    />
    <p v-if="tookIn" role="status" class="quiet">{{ tookIn }}</p>
    <ul v-if="refused.length > 0" class="refused" aria-label="Lines that were not taken">
      <li v-for="r in refused.slice(0, MOST_SHOWN)" :key="r.line">Line {{ r.line }}: {{ r.why }}.</li>
      <li v-if="refused.length > MOST_SHOWN">and {{ grouped(refused.length - MOST_SHOWN) }} more</li>
    </ul>
    <ToggleRow
      class="by"
      label="How the list is ordered"
      :options="ORDERS"
      :picked="by"
      @press="by = $event"
    />
    <section v-for="g in groups" :key="g.id" :aria-label="g.name">
      <h3>{{ g.name }}</h3>
      <ul class="lines">
        <li
          v-for="l in g.lines"
          :key="l.item.id"
          :class="{ lit: lit(l) }"
          @pointerenter="point(l)"
          @pointerleave="point(undefined)"
        >
          <button
            type="button"
            class="asks name"
            :aria-label="msg`Why so much: ${name(l)}`"
            @click="view.openMade = lineWorking(l, plan.full, settings.show)"
          >
            {{ name(l) }}
          </button>
          <span v-if="l.item.group !== 'source' || !l.there" class="num how"
            ><b>{{ buys(l) }}</b
            ><template v-if="l.packs > 0 && (l.holds > 1 || l.spares > 0 || l.had > 0)"
              >: {{ amount(l.used, l) }} used<template v-if="l.spares > 0"
                >, {{ amount(l.spares, l) }} spare</template
              ><template v-if="l.had > 0">, {{ amount(l.had, l) }} of yours</template
              ><template v-if="l.left > 0.005">, {{ amount(l.left, l) }} left</template></template
            ></span
          >
          <label v-if="l.item.group === 'source'" class="there"
            ><input type="checkbox" :checked="l.there" @change="edits.there(l.item.id, !l.there)" /> is
            there</label
          >
          <span v-if="!l.there" class="own">
            <label
              >have
              <TextField
                :id="`have ${l.item.id}`"
                look="small"
                :longest="2000"
                :label="msg`What I have of ${name(l)}`"
                :value="haveText(l)"
                :placeholder="l.cuts ? msg`lengths` : '0'"
                :take="setHave(l)"
            /></label>
            <PriceField
              :id="`price ${l.item.id}`"
              :label="msg`Price of ${name(l)}`"
              :value="shownPrice(l)"
              :take="(v, g) => setPrice(l, v, g)"
            />
            <select
              v-if="priceOf(l) && l.holds !== 1"
              :value="priceOf(l)!.per"
              :aria-label="msg`What the price of ${name(l)} is for`"
              @change="setPer(l, ($event.target as HTMLSelectElement).value)"
            >
              <option value="unit">{{ perWords(l) }}</option>
              <option value="pack">{{ msg`a ${packWord(l.item.sold, 1)}` }}</option>
            </select>
            <span v-else class="quiet">{{
              perOf(l) === 'pack' ? msg`a ${packWord(l.item.sold, 1)}` : perWords(l)
            }}</span>
            <span v-if="l.price !== undefined && l.packs > 0" class="num"
              >{{ money(l.price) }}<span v-if="l.asked" class="quiet"> asked {{ l.asked }}</span></span
            >
          </span>
        </li>
      </ul>
    </section>
    <h3>What each part of the farm costs</h3>
    <table class="totals">
      <thead>
        <tr>
          <th></th>
          <th>yours</th>
          <th>typical</th>
          <th>a bed</th>
          <th>a metre of row</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="t in totals" :key="t.id">
          <td>{{ t.name }}</td>
          <td class="num">
            {{ money(t.total) }}<span v-if="t.gaps > 0" class="gap"> {{ t.gaps }} missing</span>
          </td>
          <td class="num">{{ Math.round(t.typical) }}</td>
          <td class="num">{{ t.beds ? money(t.total / t.beds) : '' }}</td>
          <td class="num">{{ t.rows ? money(t.total / t.rows) : '' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet">
      What is laid costs {{ season.price === undefined ? msg`an unknown sum` : money(season.price) }} for each
      season that it should last.
    </p>
  </div>
</template>

<style scoped>
.sum {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
  margin-bottom: 10px;
}
.sum b {
  font-size: 22px;
}
.sum > span {
  font-size: 13.5px;
  flex-basis: 100%;
  line-height: 1.35;
}
.gap {
  color: var(--clay);
}
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
.files button {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  padding: 2px 9px;
  font-size: 13.5px;
  cursor: pointer;
  color: var(--ink);
}
.refused {
  font-size: 13.5px;
  border-left: 4px solid var(--alarm);
  padding: 2px 0 2px 22px;
  margin-bottom: 10px;
}
h3 {
  font-size: 16px;
  margin: 14px 0 4px;
}
.lines {
  list-style: none;
  padding: 0;
  margin: 0;
}
.lines li {
  border-bottom: 1px solid var(--line);
  padding: 6px 2px 7px;
  font-size: 14.5px;
  line-height: 1.4;
}
.lines li.lit {
  background: var(--picked);
}
.name {
  font-size: 14.5px;
  display: inline;
}
.how {
  display: block;
  font-size: 13.5px;
}
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
  font-size: 13.5px;
  color: var(--faint);
}
.own select {
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--line);
  color: var(--ink);
  font: inherit;
}
.totals {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
  margin-bottom: 8px;
}
.totals th {
  text-align: right;
  font-weight: 400;
  color: var(--faint);
}
.totals td {
  border-bottom: 1px solid var(--line);
  padding: 3px 0 3px 6px;
}
.totals td.num {
  text-align: right;
}
@media print {
  .files,
  .by,
  .own label {
    display: none;
  }
}
</style>
