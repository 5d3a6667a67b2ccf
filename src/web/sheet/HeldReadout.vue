<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';

/** What the hand is moving, in figures, for things that bear no dimension of their own. */
const props = defineProps<{ holding: string }>();
const plan = usePlan();
const settings = useSettings();

const show = (m: number): string => settings.show(m, 'length');
const farm = computed(() => plan.laid);
/** Lengths of the pieces of main that meet at a tee or the head. */
const pieces = (id: string): string =>
  farm.value.mains
    .filter((m) => m.from === id || m.to === id)
    .map((m) => show(m.lengthM))
    .join(' · ');
const says = computed(() => {
  const { holding } = props;
  if (holding === 'source') return pieces('head');
  if (holding.startsWith('tee-')) return pieces(holding.slice('tee-'.length));
  if (holding.startsWith('block-')) {
    const b = plan.blocks.find((x) => `block-${x.id}` === holding);
    return b ? msg`${show(b.xM)} right, ${show(b.yM)} up` : '';
  }
  const header = /^(?:header|slant)-(.*)-(\d)$/.exec(holding);
  const layout = header && farm.value.blocks.find((b) => b.block.id === header[1]);
  const line = layout?.headers[Number(header![2])]?.line;
  if (!layout || !line) return '';
  const [left, right] = [line[0][1], line[line.length - 1][1]].map((y) => y - layout.box.nearM);
  const slants = Math.abs(left - right) > 0.005;
  return slants ? msg`${show(left)} to ${show(right)} along the beds` : msg`${show(left)} along the beds`;
});
</script>

<template>
  <output v-if="says" class="held num">{{ says }}</output>
</template>

<style scoped>
.held {
  position: absolute;
  left: 50%;
  bottom: 14px;
  transform: translateX(-50%);
  background: var(--card);
  border: 1.2px solid var(--ink);
  border-radius: 3px;
  padding: 3px 12px;
  font-size: 14px;
  font-weight: 600;
  pointer-events: none;
}
</style>
