<script setup lang="ts">
import { msg } from '../../core/language';
import type { Measure } from '../../core/sketches';

/** How something is measured, as a drawing: the thing in ink, what is read off in water blue with a letter. */
defineProps<{ measure: Measure }>();

interface Drawing {
  ink: string;
  water: string;
  /** Lines with ticks: what is measured. */
  span: string;
  letters: { x: number; y: number; text: string }[];
}
const DRAWINGS: Record<Measure, Drawing> = {
  bucket: {
    ink: 'M60 24H84V34M84 30H78M64 18H80M62 92L68 130H100L106 92ZM150 96a26 26 0 1 1 52 0a26 26 0 1 1 -52 0M176 70V62M176 96V80M176 96L188 102',
    water: 'M84 38V90M65 104H103M66 112H102',
    span: '',
    letters: [
      { x: 58, y: 120, text: 'L' },
      { x: 172, y: 136, text: 's' },
    ],
  },
  gauge: {
    ink: 'M40 110H96V92M96 92H120V80M108 70a30 30 0 1 1 60 0a30 30 0 1 1 -60 0M52 104V92H64V104M46 88H70',
    water: 'M138 70L154 52',
    span: 'M116 84a26 26 0 0 1 44 -38',
    letters: [{ x: 176, y: 62, text: 'p' }],
  },
  pace: {
    ink: 'M30 110H210M36 110V84H48M44 84V90M40 80H50M176 110V90H206V110M182 110V96M190 110V96M198 110V96M92 60a7 7 0 1 1 14 0a7 7 0 1 1 -14 0M99 67V88L86 106M99 88L114 106M99 74L86 82M99 74L112 80',
    water: '',
    span: 'M44 126H176M44 120V132M176 120V132',
    letters: [{ x: 106, y: 144, text: 'm' }],
  },
  rise: {
    ink: 'M24 128L110 118L216 84M36 124V70M190 92V42',
    water: 'M36 78Q70 150 120 128T190 62M30 66H56M176 66H202',
    span: 'M214 66V84M208 66H220M208 84H220',
    letters: [{ x: 224, y: 80, text: 'h' }],
  },
  beds: {
    ink: 'M40 46H190V74H40ZM40 88H190V116H40Z',
    water: 'M40 56H190M40 64H190M40 98H190M40 106H190',
    span: 'M40 32H190M40 26V38M190 26V38M206 46V74M200 46H212M200 74H212',
    letters: [
      { x: 110, y: 26, text: 'l' },
      { x: 214, y: 64, text: 'b' },
    ],
  },
  tank: {
    ink: 'M70 96V26H140V96ZM74 130L80 96M136 130L130 96M74 116H136M140 88H160V94M30 130H210',
    water: 'M70 40H140M70 48H140',
    span: 'M182 88V130M176 88H188M176 130H188M56 40V88M50 40H62M50 88H62',
    letters: [
      { x: 192, y: 114, text: 'a' },
      { x: 38, y: 70, text: 'b' },
    ],
  },
  switch: {
    ink: 'M60 112V56Q60 36 84 36T108 56V112ZM60 92H40M108 92H176M130 92V78M120 64a14 14 0 1 1 28 0a14 14 0 1 1 -28 0M134 64L142 56M156 92V72H184V92ZM166 72V62M174 72V62',
    water: 'M60 84H108',
    span: '',
    letters: [
      { x: 112, y: 44, text: msg`in` },
      { x: 152, y: 52, text: msg`out` },
    ],
  },
  depth: {
    ink: 'M30 44H100M130 44H210M100 44V138M130 44V138M115 30V112M108 112H122V128H108Z',
    water: 'M100 96H130M100 104H130M100 112H106M124 112H130',
    span: 'M156 44V96M150 44H162M150 96H162',
    letters: [{ x: 166, y: 76, text: 'h' }],
  },
  lift: {
    ink: 'M128 70H168V44H128ZM138 57a8 8 0 1 1 16 0a8 8 0 1 1 -16 0M128 60H96L72 116M168 50H210M110 70H220',
    water: 'M24 104Q36 98 48 104T72 104T96 104M24 114Q36 108 48 114T72 114T96 114',
    span: 'M190 57V104M184 57H196M96 104H196',
    letters: [{ x: 200, y: 86, text: 'h' }],
  },
  label: {
    ink: 'M50 36H190V122H50ZM62 52H120M62 68H178M62 84H150M62 100H166M56 42h0.1M184 42h0.1M56 116h0.1M184 116h0.1',
    water: '',
    span: '',
    letters: [
      { x: 128, y: 58, text: 'kW' },
      { x: 156, y: 90, text: 'L/h' },
      { x: 172, y: 106, text: 'm' },
    ],
  },
  roof: {
    ink: 'M40 70L120 30L200 70M52 70V118H188V70M200 70V104M192 104H212V126H192Z',
    water: 'M90 20L86 30M120 12L116 22M150 20L146 30M202 104V112',
    span: 'M40 136H200M40 130V142M200 130V142',
    letters: [{ x: 114, y: 152, text: 'm' }],
  },
  plants: {
    ink: 'M46 78a16 16 0 1 1 32 0a16 16 0 1 1 -32 0M104 78a16 16 0 1 1 32 0a16 16 0 1 1 -32 0M162 78a16 16 0 1 1 32 0a16 16 0 1 1 -32 0',
    water: 'M24 78H178M62 78h0.1M120 78h0.1M178 78h0.1',
    span: 'M62 110H120M62 104V116M120 104V116M162 50H194M162 44V56M194 44V56',
    letters: [
      { x: 86, y: 128, text: 'a' },
      { x: 174, y: 42, text: 'b' },
    ],
  },
};
</script>

<template>
  <svg viewBox="0 0 240 156" aria-hidden="true">
    <path :d="DRAWINGS[measure].ink" class="ink" />
    <path :d="DRAWINGS[measure].water" class="water" />
    <path :d="DRAWINGS[measure].span" class="span" />
    <text v-for="l in DRAWINGS[measure].letters" :key="l.text" :x="l.x" :y="l.y">{{ l.text }}</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
  display: block;
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: 4px;
}
path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.ink {
  stroke: var(--ink);
  stroke-width: 2;
}
.water {
  stroke: var(--water);
  stroke-width: 2.4;
}
.span {
  stroke: var(--clay);
  stroke-width: 1.8;
}
text {
  font-family: var(--mono);
  font-size: 13px;
  font-weight: 600;
  fill: var(--clay);
}
</style>
