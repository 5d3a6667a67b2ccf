<script setup lang="ts">
import { onBeforeUnmount, ref, shallowRef } from 'vue';
import { dateLocale, msg } from '../../../core/language';
import {
  readChannels,
  readMessage,
  type FieldChannel,
  type FieldMessage,
} from '../../../core/formats/fieldMessages';
import type { KindName } from '../../../core/units';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';

/** A simulated logger in the field: from the server where there is one, else worked out here on the plan that is open. */
const season = useSeason();
const settings = useSettings();
const SEED = 7;
const FARM = 'house-well';
/** So many minutes of the farm go by in one of the clock. */
const PACE = 60;
const MINUTE_MS = 60_000;
const channels = shallowRef<FieldChannel[]>([]);
const latest = shallowRef<ReadonlyMap<string, FieldMessage>>(new Map());
const from = ref<'server' | 'here'>();
const odd = ref(0);
let stream: EventSource | undefined;
let ticking = 0;
function take(list: readonly FieldMessage[]): void {
  const next = new Map(latest.value);
  for (const m of list) next.set(m.channel, m);
  latest.value = next;
}
async function listen(): Promise<void> {
  stop();
  try {
    const answer = await fetch(`/field/channels?farm=${FARM}&seed=${SEED}`);
    const read = answer.ok ? readChannels(await answer.json()) : undefined;
    if (!read) throw new Error(msg`no list of channels`);
    channels.value = read.channels;
    from.value = 'server';
    stream = new EventSource(`/field/stream?farm=${FARM}&seed=${SEED}&pace=${PACE}`);
    stream.addEventListener('reading', (event) => {
      const message = readMessage((event as MessageEvent<string>).data);
      if (message.ok) take([message.message]);
      else odd.value++;
    });
  } catch {
    // Without the server the same stand-in runs here.
    channels.value = (await season.field(SEED)) ?? [];
    from.value = 'here';
    let minute = Math.floor(Date.now() / MINUTE_MS);
    const tick = async (): Promise<void> => take((await season.fieldMinute(minute++)) ?? []);
    await tick();
    ticking = window.setInterval(() => void tick(), MINUTE_MS / PACE);
  }
}
function stop(): void {
  stream?.close();
  stream = undefined;
  clearInterval(ticking);
  from.value = undefined;
  latest.value = new Map();
}
onBeforeUnmount(stop);
const KINDS: Record<string, KindName> = {
  pressure: 'pressure',
  flow: 'flow',
  level: 'height',
  temperature: 'temperature',
  rain: 'rain',
};
const says = (c: FieldChannel): string => {
  const m = latest.value.get(c.id);
  if (!m) return '–';
  if (c.kind === 'valve') return m.value > 0 ? msg`now open` : msg`now shut`;
  return KINDS[c.kind] ? settings.show(m.value, KINDS[c.kind]) : `${m.value} ${c.unit}`;
};
const clock = (): string => {
  const last = [...latest.value.values()].reduce((a, m) => Math.max(a, m.at), 0);
  return last > 0
    ? new Date(last).toLocaleString(dateLocale(), {
        day: 'numeric',
        month: 'short',
        hour: '2-digit',
        minute: '2-digit',
      })
    : '';
};
</script>

<template>
  <details class="more">
    <summary>Listen to a field station</summary>
    <p class="quiet">
      A logger of gauges, valves, soil and air, made up: an hour of the farm goes by in a minute. Nothing of
      it goes into your book.
    </p>
    <p>
      <button type="button" class="do" @click="from ? stop() : listen()">
        {{ from ? msg`Stop listening` : msg`Listen` }}
      </button>
    </p>
    <template v-if="from">
      <p role="status">
        <b>Simulated</b>, {{ from === 'server' ? msg`from the server` : msg`on the plan that is open` }}.
        {{ clock() }}<template v-if="odd > 0"> {{ odd }} messages could not be read.</template>
      </p>
      <dl class="rows">
        <template v-for="c in channels" :key="c.id"
          ><dt>{{ c.name }}</dt>
          <dd class="num">{{ says(c) }}</dd></template
        >
      </dl>
    </template>
  </details>
</template>

<style scoped>
details {
  margin-top: 14px;
}
.do {
  min-height: 44px;
  border: 1.5px solid var(--leaf);
  border-radius: 4px;
  background: none;
  padding: 6px 16px;
  cursor: pointer;
}
</style>
