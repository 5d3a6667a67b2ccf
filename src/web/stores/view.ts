import { defineStore } from 'pinia';
import { reactive, ref } from 'vue';
import type { WorkingName } from '../../core/working';
import type { WalkStep } from '../../core/network';

/** What is pointed at, picked or opened just now. */
export const useView = defineStore('view', () => {
  /** Bed numbers from 1. */
  const pickedBed = ref<number>();
  const pointedBed = ref<number>();
  const pointedStep = ref<WalkStep['kind']>();
  const openWorking = ref<WorkingName>();
  /** Labels of fields that hold something that cannot be used. */
  const badFields = reactive(new Set<string>());
  const notice = ref('');

  function reset(): void {
    pickedBed.value = undefined;
    pointedBed.value = undefined;
    pointedStep.value = undefined;
    openWorking.value = undefined;
    badFields.clear();
  }

  return { pickedBed, pointedBed, pointedStep, openWorking, badFields, notice, reset };
});
