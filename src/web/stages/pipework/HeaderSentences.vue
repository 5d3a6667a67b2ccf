<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { PIPES } from '../../../core/catalog/pipes';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useSettings } from '../../stores/settings';
import { usePlan } from '../../stores/plan';
import { useWeigh } from '../../stores/weigh';

/** A block's header: where it lies and is fed, and its sizes along it. */
const plan = usePlan();
const settings = useSettings();
const edits = useEdits();
const weigh = useWeigh();

const ALONG = [
  { id: '0', name: msg`at the near end of the beds` },
  { id: '0.5', name: msg`through their middle` },
  { id: '1', name: msg`at their far end` },
  { id: 'near-ends', name: msg`along each bed’s near end` },
  { id: 'far-ends', name: msg`along each bed’s far end` },
];
/** Holes on both sides of flat hose, pushed in at one place, would meet. */
const FLAT_HOSE_STAGGER_M = 0.15;
const FEEDS = [
  { id: 'left', name: msg`at its left end` },
  { id: 'middle', name: msg`in its middle` },
  { id: 'right', name: msg`at its right end` },
  { id: 'both', name: msg`at both ends` },
];
const header = computed(() => plan.block.header);
const stated = computed(() => plan.statedBlock.header);
const isDefault = (field: string): boolean =>
  (stated.value as Record<string, unknown> | undefined)?.[field] === undefined;
type Line = { line: string; along: number; alongRight?: number };
/** Where a header lies, as a choice; one put elsewhere by hand is a choice of its own. */
const whereOf = ({ line, along, alongRight }: Line) => {
  if (line !== 'straight') return { id: line, options: ALONG };
  const slants = alongRight !== undefined && alongRight !== along;
  const id = slants ? 'slant' : String(along);
  const name = slants
    ? msg`slantwise, ${Math.round(along * 100)} to ${Math.round(alongRight * 100)} % along them`
    : msg`${Math.round(along * 100)} % along them`;
  return { id, options: ALONG.some((o) => o.id === id) ? ALONG : [...ALONG, { id, name }] };
};
const along = computed(() => whereOf(header.value));
const fieldsOf = (id: string) =>
  id === 'near-ends' || id === 'far-ends'
    ? { line: id as 'near-ends', along: undefined, alongRight: undefined }
    : { line: undefined, along: Number(id), alongRight: undefined };
const lay = (id: string): void =>
  void (id !== 'slant' && edits.block('header', fieldsOf(id), msg`move the header`));
const other = computed(
  () => header.value.other && { ...header.value.other, where: whereOf(header.value.other) },
);
const setOther = (fields: Record<string, unknown> | undefined, label: string) =>
  edits.block('header', { other: fields && { ...stated.value?.other, ...fields } }, label);
const setLink = (fields: Record<string, unknown>, label: string) =>
  setOther({ link: { ...stated.value?.other?.link, ...fields } }, label);
const layout = computed(() => plan.laidBlock);
const longM = computed(() => layout.value.box.farM - layout.value.box.nearM);
/** A typed place along the beds, as a share of their length. */
const setPlace = (end: 'along' | 'alongRight') => (m: number, gesture: string) =>
  m < 0 || m > longM.value + 1e-6
    ? { rule: 'number.max', limit: longM.value, what: msg`the beds are not as long` }
    : edits.block(
        'header',
        { [end]: longM.value > 0 ? Math.min(1, m / longM.value) : 0 },
        msg`move the header`,
        gesture,
      );
const lastBed = computed(() => layout.value.beds.at(-1)?.number ?? 1);
const ANEW = { boreMm: undefined, hazenWilliamsC: undefined };
const steps = computed(() => stated.value?.steps ?? []);
const setSteps = (next: typeof steps.value, label: string, gesture?: string) =>
  edits.block('header', { steps: next.length > 0 ? next : undefined }, label, gesture);
const setStep = (i: number, fields: object, label: string, gesture?: string) =>
  setSteps(
    steps.value.map((s, j) => (j === i ? { ...s, ...fields } : s)),
    label,
    gesture,
  );
function addStep(): void {
  const last = steps.value.at(-1)?.fromBed ?? 1;
  const fromBed = Math.min(lastBed.value, Math.max(last + 1, Math.ceil((last + lastBed.value) / 2)));
  setSteps([...steps.value, { fromBed, pipe: header.value.pipe }], msg`change size along the header`);
}
const canStep = computed(() => (steps.value.at(-1)?.fromBed ?? 1) < lastBed.value);
const setSecond = (fields: Record<string, unknown>, label: string, gesture?: string) =>
  edits.block('header', { second: { ...stated.value?.second, ...fields } }, label, gesture);
</script>

<template>
  <p class="fill">
    <ChoiceField
      label="Header"
      :value="header.pipe"
      :options="PIPES"
      :is-default="isDefault('pipe')"
      @pick="edits.block('header', { pipe: $event, ...ANEW }, msg`change the header`)"
    />
    (<QuantityField
      id="bore-of-the-header"
      label="Bore of the header"
      kind="bore"
      :value="header.boreMm"
      :is-default="isDefault('boreMm')"
      :take="(v, g) => edits.block('header', { boreMm: v }, msg`set the header’s bore`, g)"
    />
    bore) lies
    <ChoiceField
      label="Where the header lies"
      :value="along.id"
      :options="along.options"
      :is-default="isDefault('along')"
      @pick="lay"
    /><template v-if="header.line === 'straight'">
      (<QuantityField
        id="header-from-the-near-end"
        label="Header, from the near end"
        kind="length"
        :value="header.along * longM"
        :is-default="isDefault('along')"
        :take="setPlace('along')"
      />
      along them at its left,
      <QuantityField
        id="header-at-its-right-from-the-near-end"
        label="Header at its right, from the near end"
        kind="length"
        :value="(header.alongRight ?? header.along) * longM"
        :is-default="isDefault('alongRight')"
        :take="setPlace('alongRight')"
      />
      at its right)</template
    >, fed
    <ChoiceField
      label="Where the header is fed"
      :value="header.feed"
      :options="FEEDS"
      :is-default="isDefault('feed')"
      @pick="edits.block('header', { feed: $event as never }, msg`feed the header elsewhere`)"
    /><template v-if="header.feed === 'both'">
      by a second pipe of
      <ChoiceField
        label="Second pipe"
        :value="header.second.pipe"
        :options="PIPES"
        :is-default="stated?.second?.pipe === undefined"
        @pick="setSecond({ pipe: $event, ...ANEW }, msg`change the second pipe`)"
      />
      laid beside it</template
    >.
    <template v-for="(s, i) in header.steps" :key="i">
      From bed
      <QuantityField
        :id="`size ${i + 2} from-bed`"
        :label="msg`Size ${i + 2}, from bed`"
        kind="count"
        :value="s.fromBed"
        :take="(v, g) => setStep(i, { fromBed: v }, msg`change size at another bed`, g)"
      />
      on it is
      <ChoiceField
        :label="msg`Size ${i + 2}`"
        :value="s.pipe"
        :options="PIPES"
        @pick="setStep(i, { pipe: $event, ...ANEW }, msg`change the header’s size`)"
      />
      <button
        type="button"
        class="small"
        :aria-label="msg`Take size ${i + 2} away`"
        @click="
          setSteps(
            steps.filter((_, j) => j !== i),
            msg`one size further along`,
          )
        "
      >
        −</button
      >.
    </template>
    <button v-if="canStep" type="button" class="small" @click="addStep">another size further along</button>
    <button v-if="!other" type="button" class="small" @click="setOther({}, msg`add a second header`)">
      a second header
    </button>
  </p>
  <p v-if="other" class="fill">
    A second header of
    <ChoiceField
      label="Second header"
      :value="other.pipe"
      :options="PIPES"
      :is-default="stated?.other?.pipe === undefined"
      @pick="setOther({ pipe: $event, ...ANEW }, msg`change the second header`)"
    />
    lies
    <ChoiceField
      label="Where the second header lies"
      :value="other.where.id"
      :options="other.where.options"
      :is-default="stated?.other?.along === undefined"
      @pick="$event !== 'slant' && setOther(fieldsOf($event), msg`move the second header`)"
    />, led to by
    <ChoiceField
      label="Pipe to the second header"
      :value="other.link.pipe"
      :options="PIPES"
      :is-default="stated?.other?.link?.pipe === undefined"
      @pick="setLink({ pipe: $event, ...ANEW }, msg`change the pipe to the second header`)"
    />; each waters the beds up to half way to the other.
    <button type="button" class="small" @click="setOther(undefined, msg`take the second header away`)">
      take it away
    </button>
  </p>
  <details class="more">
    <summary>Take-offs</summary>
    <p class="fill">
      Each costs
      <QuantityField
        id="loss-of-a-take-off"
        label="Loss of a take-off"
        kind="factor"
        :value="header.takeOffK"
        :is-default="isDefault('takeOffK')"
        :take="(v, g) => edits.block('header', { takeOffK: v }, msg`set the take-offs’ loss`, g)"
      />
      (fitting loss, K). Where beds lie on both sides, those of the near side stand
      <QuantityField
        id="stagger-of-the-take-offs"
        label="Stagger of the take-offs"
        kind="width"
        :value="header.staggerM"
        :is-default="isDefault('staggerM')"
        :take="(v, g) => edits.block('header', { staggerM: v }, msg`stagger the take-offs`, g)"
      />
      further along; flat hose needs about {{ settings.show(FLAT_HOSE_STAGGER_M, 'width') }}.
    </p>
  </details>
  <p>
    <button type="button" class="asks" @click="weigh.open = 'header'">
      Which size carries how many beds?
    </button>
  </p>
</template>
