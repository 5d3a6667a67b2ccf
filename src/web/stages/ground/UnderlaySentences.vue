<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import type { Point } from '../../../core/ground';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useTools } from '../../stores/tools';
import { pictureFrom } from './picture';

/** A picture under the sheet, scaled by two places that lie a known distance apart. */
const plan = usePlan();
const edits = useEdits();
const tools = useTools();
const picker = ref<HTMLInputElement>();
const why = ref('');
const underlay = computed(() => plan.underlay);

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  why.value = '';
  const reading = await pictureFrom(file);
  if (!reading.ok) return void (why.value = reading.why);
  const { bounds } = plan.laid;
  const wide = Math.max(20, (bounds.x1 - bounds.x0) * 1.3);
  const mPerPx = wide / reading.widthPx;
  const refusal = edits.underlay(
    {
      picture: reading.picture,
      widthPx: reading.widthPx,
      heightPx: reading.heightPx,
      mPerPx,
      xM: bounds.x0 - wide * 0.115,
      yM: bounds.y1 + reading.heightPx * mPerPx * 0.1,
      turnDeg: 0,
      strength: 0.7,
    },
    msg`lay a picture under the sheet`,
  );
  if (refusal) why.value = msg`Not taken: ${refusal.what}.`;
}
const set = (fields: object, label: string, gesture?: string) =>
  underlay.value ? edits.underlay({ ...underlay.value, ...fields }, label, gesture) : undefined;
/** Two places pressed on the sheet come to lie so far apart; the first stays where it is. */
function scale(lengthM: number, gesture: string) {
  const [a, b] = tools.marked as [Point, Point];
  const now = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const u = underlay.value;
  if (!u || !(now > 0)) return undefined;
  const by = lengthM / now;
  const refusal = set(
    { mPerPx: u.mPerPx * by, xM: a[0] + (u.xM - a[0]) * by, yM: a[1] + (u.yM - a[1]) * by },
    msg`scale the picture`,
    gesture,
  );
  if (!refusal) tools.marked = [a, [a[0] + (b[0] - a[0]) * by, a[1] + (b[1] - a[1]) * by]];
  return refusal;
}
const marked = computed(() =>
  tools.marked.length === 2
    ? Math.hypot(tools.marked[1][0] - tools.marked[0][0], tools.marked[1][1] - tools.marked[0][1])
    : 0,
);
</script>

<template>
  <div class="part">
    <p class="acts">
      <button type="button" class="small" @click="picker?.click()">
        {{ underlay ? msg`another picture` : msg`lay a picture under the sheet` }}
      </button>
      <input
        ref="picker"
        type="file"
        accept="image/png,image/jpeg"
        aria-label="Picture to lay under the sheet"
        class="sr"
        tabindex="-1"
        @change="take"
      />
      <template v-if="underlay">
        <button
          type="button"
          class="small"
          :aria-pressed="tools.tool === 'scale'"
          @click="tools.take('scale')"
        >
          scale it by two places
        </button>
        <button type="button" class="small" @click="edits.underlay(undefined, msg`take the picture away`)">
          take it away
        </button>
      </template>
    </p>
    <p v-if="why" role="alert" class="why">{{ why }}</p>
    <p v-if="underlay && marked > 0" class="fill">
      The two places lie
      <QuantityField
        id="distance-between-the-two-places"
        label="Distance between the two places"
        kind="length"
        :value="marked"
        :take="scale"
      />
      apart.
    </p>
    <p v-if="underlay" class="fill">
      Its top left corner lies
      <QuantityField
        id="picture-to-the-right"
        label="Picture, to the right"
        kind="length"
        :value="underlay.xM"
        :take="(v, g) => set({ xM: v }, msg`move the picture`, g)"
      />
      right and
      <QuantityField
        id="picture-up-the-sheet"
        label="Picture, up the sheet"
        kind="length"
        :value="underlay.yM"
        :take="(v, g) => set({ yM: v }, msg`move the picture`, g)"
      />
      up, turned
      <QuantityField
        id="picture-turned-by"
        label="Picture turned by"
        kind="angle"
        :value="underlay.turnDeg"
        :take="(v, g) => set({ turnDeg: v }, msg`turn the picture`, g)"
      />; it shows at
      <QuantityField
        id="strength-of-the-picture"
        label="Strength of the picture"
        kind="share"
        :value="underlay.strength"
        :take="(v, g) => set({ strength: v }, msg`fade the picture`, g)"
      />.
    </p>
    <p v-else class="quiet">
      An aerial picture or a sketch, PNG or JPEG. It is made smaller and kept in the plan.
    </p>
  </div>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  position: relative;
}
.why {
  color: var(--alarm);
  font-size: 13.5px;
}
</style>
