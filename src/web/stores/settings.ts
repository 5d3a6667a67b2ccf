import { usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import {
  dateDay,
  format,
  formatParts,
  METRIC,
  type DateOrder,
  type Formatted,
  type KindName,
  type UnitChoice,
} from '../../core/units';
import { useRemembered } from '../storage/remembered';

export type ThemeName = 'paper' | 'dawn';

/** Whether people who use this browser's language write the month first. */
function ordersByLanguage(): DateOrder {
  const parts = new Intl.DateTimeFormat(navigator.language, {
    month: 'short',
    day: 'numeric',
  }).formatToParts();
  const first = parts.find((p) => p.type === 'day' || p.type === 'month');
  return first?.type === 'month' ? 'month-day' : 'day-month';
}

/** What belongs to the person and their browser, not to a plan: units, dates and theme. */
export const useSettings = defineStore('settings', () => {
  const units = useRemembered<UnitChoice>('idle-furrow/units', { ...METRIC }, { mergeDefaults: true });
  const chosenTheme = useRemembered<ThemeName | 'system'>('idle-furrow/theme', 'system');
  const prefersDark = usePreferredDark();
  const theme = computed<ThemeName>(() =>
    chosenTheme.value === 'system' ? (prefersDark.value ? 'dawn' : 'paper') : chosenTheme.value,
  );

  const setSystem = (system: UnitChoice['system']): void => void (units.value = { ...units.value, system });
  const setPressure = (pressure: UnitChoice['pressure']): void =>
    void (units.value = { ...units.value, pressure });
  const setFlow = (flow: UnitChoice['flow']): void => void (units.value = { ...units.value, flow });
  const setDates = (dates: DateOrder): void => void (units.value = { ...units.value, dates });
  const switchTheme = (): void => void (chosenTheme.value = theme.value === 'paper' ? 'dawn' : 'paper');
  // Functions in the units of the moment: hundreds of figures are written with each answer.
  const choice = computed<UnitChoice>(() => ({ dates: ordersByLanguage(), ...units.value }));
  const show = computed(() => {
    const now = choice.value;
    return (value: number, kind: KindName): string => format(value, kind, now);
  });
  const parts = computed(() => {
    const now = choice.value;
    return (value: number, kind: KindName): Formatted => formatParts(value, kind, now);
  });

  /** A date as plans write it, as this person does. */
  const day = computed(
    () =>
      (date: string): string =>
        show.value(dateDay(date), 'date'),
  );

  return { units, choice, theme, setSystem, setPressure, setFlow, setDates, switchTheme, show, parts, day };
});
