import { useLocalStorage, usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import {
  format,
  formatParts,
  METRIC,
  type Formatted,
  type KindName,
  type UnitChoice,
} from '../../core/units';

export type ThemeName = 'paper' | 'dawn';

/** What belongs to the person and their browser, not to a plan: units and theme. */
export const useSettings = defineStore('settings', () => {
  const units = useLocalStorage<UnitChoice>('idle-furrow/units', { ...METRIC }, { mergeDefaults: true });
  const chosenTheme = useLocalStorage<ThemeName | 'system'>('idle-furrow/theme', 'system');
  const prefersDark = usePreferredDark();
  const theme = computed<ThemeName>(() =>
    chosenTheme.value === 'system' ? (prefersDark.value ? 'dawn' : 'paper') : chosenTheme.value,
  );

  const setSystem = (system: UnitChoice['system']): void => void (units.value = { ...units.value, system });
  const setPressure = (pressure: UnitChoice['pressure']): void =>
    void (units.value = { ...units.value, pressure });
  const setFlow = (flow: UnitChoice['flow']): void => void (units.value = { ...units.value, flow });
  const switchTheme = (): void => void (chosenTheme.value = theme.value === 'paper' ? 'dawn' : 'paper');
  // Functions in the units of the moment: hundreds of figures are written with each answer.
  const choice = computed<UnitChoice>(() => ({ ...units.value }));
  const show = computed(() => {
    const now = choice.value;
    return (value: number, kind: KindName): string => format(value, kind, now);
  });
  const parts = computed(() => {
    const now = choice.value;
    return (value: number, kind: KindName): Formatted => formatParts(value, kind, now);
  });

  return { units, theme, setSystem, setPressure, setFlow, switchTheme, show, parts };
});
