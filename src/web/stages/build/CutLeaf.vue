<script setup lang="ts">
import { computed } from 'vue';
import { grouped, msg } from '../../../core/language';
import { mainName } from '../../../core/layout';
import { itemName, riserText, STYLES, trenchesOf } from '../../../core/farm';
import {
  cutGroups,
  endSentence,
  type HeaderRule,
  runEndsOf,
  headerRules,
  holeRules,
  markWords,
  ranges,
  runCuts,
  sideWords,
} from '../../../core/works';
import { pipeKind } from '../../../core/catalog/pipes';
import { cutText, onTape } from '../../../core/print';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useBuilding } from '../../stores/building';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** Where to punch headers, how long to cut runs, from which roll, and how deep to dig. */
const building = useBuilding();
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const build = computed(() => plan.full.build);
const stated = computed(() => plan.plan.build);
/** The whole farm, whatever set is looked at. */
const layout = computed(() => plan.laid);
const rules = computed(() =>
  layout.value.blocks.flatMap((b) => headerRules(plan.full, b).map((rule) => ({ rule, name: b.block.name }))),
);
const runs = computed(() =>
  layout.value.blocks.flatMap((b) => runCuts(plan.full, b).map((c) => ({ ...c, name: b.block.name }))),
);
const holes = computed(() => layout.value.blocks.flatMap(holeRules));
const trenches = computed(() => trenchesOf(plan.full, layout.value));
const ends = computed(() => runEndsOf(plan.full, layout.value).map(endSentence).join(' '));
const cuts = computed(() => building.built!.shop.lines.filter((l) => l.cuts && l.cuts.rolls.length > 0));
const tape = (m: number): string => onTape(m, build.value.family);
const nameOf = (id: string): string => plan.full.blocks.find((b) => b.id === id)?.name ?? '';
const WIDTH = 300;
const x = (rule: HeaderRule, m: number): number => (rule.lengthM > 0 ? (m / rule.lengthM) * WIDTH : 0);
const MAINS = [
  { id: 'by', name: msg`as their pipe needs it` },
  { id: 'buried', name: msg`in trenches` },
  { id: 'surface', name: msg`on the ground` },
];
const styleOf = (rule: HeaderRule) => rule.marks.find((m) => m.style)?.style;
const MOST_ROLLS = 12;
</script>

<template>
  <div>
    <h3>Headers: where to punch</h3>
    <p class="fill">
      A take-off’s hole is
      <QuantityField
        id="hole-of-a-take-off"
        label="Hole of a take-off"
        kind="bore"
        :value="
          build.holeMm ??
          (styleOf(rules[0]?.rule ?? ({ marks: [] } as never)) ? STYLES[styleOf(rules[0].rule)!].holeMm : 8)
        "
        :is-default="stated?.holeMm === undefined"
        :take="(v, g) => edits.build({ holeMm: v }, msg`say the hole of a take-off`, g)"
      />: as its packet says.
    </p>
    <section v-for="({ rule, name }, i) in rules" :key="i" :aria-label="msg`Header of ${name}`">
      <h4>
        {{ name }}<template v-if="rule.header > 0">, second header</template>:
        {{ pipeKind(rule.pipe.pipe).name }}, {{ tape(rule.lengthM) }}
        {{ rule.way === 'left' ? msg`to the left` : msg`to the right` }} of its feed
      </h4>
      <svg
        :viewBox="`-6 0 ${WIDTH + 12} 34`"
        role="img"
        :aria-label="
          msg`Header of ${name} to scale: ${rule.marks.filter((m) => m.kind === 'take-off').length} take-offs over ${tape(rule.lengthM)}`
        "
      >
        <path :d="`M0 17H${WIDTH}`" class="pipe" />
        <circle cx="0" cy="17" r="4" class="feed" />
        <template v-for="(m, k) in rule.marks" :key="k">
          <path
            v-if="m.kind === 'take-off'"
            :d="`M${x(rule, m.atM)} 17V${m.side === 'near' ? 30 : 4}`"
            class="run"
          />
          <path v-else-if="m.kind === 'end'" :d="`M${x(rule, m.atM)} 11V23`" class="pipe" />
          <circle v-else :cx="x(rule, m.atM)" cy="17" r="3" class="other" />
        </template>
      </svg>
      <p v-if="styleOf(rule)" class="quiet">
        Take-offs {{ STYLES[styleOf(rule)!].words }}: {{ STYLES[styleOf(rule)!].howTo }}. Measure all from the
        fed end (the dot).
      </p>
      <details>
        <summary>{{ rule.marks.length }} marks from the fed end</summary>
        <ol class="marks num">
          <li v-for="(m, k) in rule.marks" :key="k">
            {{ tape(m.atM) }}
            <span
              >{{ markWords(m) }}{{ m.side ? `, ${sideWords(m.side)}` : ''
              }}{{
                m.holeMm
                  ? msg`, ${m.pilotMm ? msg`${settings.show(m.pilotMm, 'bore')}, then ` : ''}${settings.show(m.holeMm, 'bore')} hole`
                  : ''
              }}</span
            >
          </li>
        </ol>
        <template v-if="rule.pieces.length > 0"
          ><p class="quiet">Cut pieces between tees, what goes into the fittings taken off:</p>
          <p class="num">{{ rule.pieces.map((p) => tape(p.cutM)).join(' · ') }}</p></template
        >
      </details>
    </section>
    <h3>Runs: how long to cut</h3>
    <p class="quiet">With slack, just past an emitter, rounded up. {{ ends }}</p>
    <table>
      <thead>
        <tr>
          <th>beds</th>
          <th>runs</th>
          <th>laid</th>
          <th>cut</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(r, i) in runs" :key="i">
          <td>{{ r.name }}: {{ ranges(r.beds) }}</td>
          <td class="num">{{ r.count }}</td>
          <td class="num">{{ settings.show(r.laidM, 'length') }}</td>
          <td class="num">{{ cutText(r.cutM, build.family) }}</td>
        </tr>
      </tbody>
    </table>
    <h3>From which roll or stick</h3>
    <p v-if="building.built!.rough && !building.working" role="status">
      What cuts to the least waste could not be loaded: the longest pieces are cut first. The list is right,
      but may buy more than it must.
    </p>
    <details v-for="l in cuts" :key="l.item.id">
      <summary>
        {{ itemName(l.item, settings.show) }}: {{ l.cuts!.bought }} to buy, at least {{ l.cuts!.atLeast }}
        {{ forms(l.cuts!.atLeast, 'is', 'are') }} needed<template v-if="l.cuts!.joins.length > 0"
          >, {{ l.cuts!.joins.length }} {{ forms(l.cuts!.joins.length, 'join', 'joins') }}</template
        >
      </summary>
      <ol class="rolls num">
        <li v-for="(r, i) in l.cuts!.rolls.slice(0, MOST_ROLLS)" :key="i">
          {{ r.had ? msg`yours` : i + 1 }}: {{ cutText(r.lengthM, build.family) }}:
          <template v-for="(c, k) in cutGroups(r, plan.full)" :key="k"
            >{{ k > 0 ? ', ' : '' }}{{ c.count > 1 ? `${c.count} × ` : ''
            }}{{ cutText(c.lengthM, build.family) }} <span class="quiet">({{ c.goesTo }})</span></template
          ><template v-if="r.leftM > 0.005">; {{ cutText(r.leftM, build.family) }} left</template>
        </li>
        <li v-if="l.cuts!.rolls.length > MOST_ROLLS">
          and {{ l.cuts!.rolls.length - MOST_ROLLS }} more, on the printed list
        </li>
      </ol>
      <p v-for="(j, i) in l.cuts!.joins.slice(0, MOST_ROLLS)" :key="i" class="quiet">
        A join in {{ j.label }}, {{ settings.show(j.atM, 'length') }} from its fed end.
      </p>
    </details>
    <template v-if="holes.length > 0">
      <h3>Planting holes</h3>
      <p v-for="h in holes" :key="h.block" class="quiet">
        {{ nameOf(h.block) }}: {{ grouped(h.holes) }} holes, one every
        {{ settings.show(h.spacingM, 'spacing') }} at the emitters. The strip rule prints at true size, in
        Paper.
      </p>
    </template>
    <h3>Trenches</h3>
    <p class="fill">
      Mains lie
      <ChoiceField
        label="Where mains lie"
        :value="build.mains ?? 'by'"
        :options="MAINS"
        :is-default="build.mains === undefined"
        @pick="
          edits.build({ mains: $event === 'by' ? undefined : ($event as 'buried') }, msg`say where mains lie`)
        "
      />. The ground freezes
      <QuantityField
        id="depth-of-frost"
        label="Depth of frost"
        kind="height"
        :value="build.frostM"
        :is-default="stated?.frostM === undefined"
        :take="(v, g) => edits.build({ frostM: v }, msg`say how deep it freezes`, g)"
      />
      deep, and pipe needs
      <QuantityField
        id="soil-over-pipe"
        label="Soil over pipe"
        kind="height"
        :value="build.coverM"
        :is-default="stated?.coverM === undefined"
        :take="(v, g) => edits.build({ coverM: v }, msg`say how deep pipe lies`, g)"
      />
      of soil over it.
    </p>
    <p v-if="trenches.length === 0" class="quiet">Nothing is dug: mains lie on the ground.</p>
    <template v-else>
      <p class="caution">Have buried services located before you dig: power, gas, water, telephone.</p>
      <table>
        <thead>
          <tr>
            <th>to</th>
            <th>long</th>
            <th>deep</th>
            <th>soil</th>
            <th>risers</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="t in trenches" :key="t.to">
            <td>
              {{ mainName(plan.full, layout, t.to) }} ({{
                t.because === 'frost'
                  ? msg`below the frost`
                  : t.because === 'lane'
                    ? msg`under a lane`
                    : msg`your cover`
              }})
            </td>
            <td class="num">{{ settings.show(t.lengthM, 'length') }}</td>
            <td class="num">{{ settings.show(t.depthM, 'height') }}</td>
            <td class="num">{{ settings.show(t.spoilM3 * 1000, 'volume') }}</td>
            <td class="num">{{ riserText(t, settings.show) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
h3 {
  font-size: 16px;
  margin: 14px 0 4px;
}
h4 {
  font-size: 14.5px;
  margin: 8px 0 0;
}
svg {
  width: 100%;
  height: 38px;
  display: block;
}
.pipe {
  stroke: var(--ink);
  stroke-width: 3;
}
.run {
  stroke: var(--water);
  stroke-width: 1.2;
}
.feed {
  fill: var(--ink);
}
.other {
  fill: var(--paper);
  stroke: var(--ink);
}
summary {
  cursor: pointer;
  font-size: 14px;
  padding: 3px 0;
}
.marks {
  columns: 2;
  font-size: 13.5px;
  padding-left: 22px;
  margin: 4px 0 8px;
}
.marks span {
  color: var(--faint);
}
.rolls {
  font-size: 13.5px;
  list-style: none;
  padding-left: 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
  margin-bottom: 8px;
}
th {
  text-align: right;
  font-weight: 400;
  color: var(--faint);
}
th:first-child {
  text-align: left;
}
td {
  border-bottom: 1px solid var(--line);
  padding: 3px 0 3px 8px;
}
td.num {
  text-align: right;
  white-space: nowrap;
}
</style>
