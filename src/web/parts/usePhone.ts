import { useMediaQuery } from '@vueuse/core';
import type { Ref } from 'vue';

/** A screen too small for sheet and panel side by side: a phone, upright or sideways. The same words stand in the styles. */
export const PHONE = '(max-width: 820px), (max-height: 480px)';
export const usePhone = (): Ref<boolean> => useMediaQuery(PHONE);
