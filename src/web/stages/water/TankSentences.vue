<script setup lang="ts">
import type { TankSource } from '../../../core/plan';
import QuantityField from '../../parts/QuantityField.vue';
import type { Refusal } from '../../stores/plan';

defineProps<{
  tank: TankSource;
  isDefault: (field: string) => boolean;
  set: (field: string, label: string) => (value: number, gesture: string) => Refusal | undefined;
}>();
</script>

<template>
  <p class="fill">
    Its outlet is <QuantityField label="Outlet height" kind="height" :value="tank.outletM" :is-default="isDefault('outletM')" :take="set('outletM', 'set the outlet')" /> above the ground it stands on.
    Full, the water stands at <QuantityField label="High water" kind="height" :value="tank.highM" :is-default="isDefault('highM')" :take="set('highM', 'set the high water')" />; at its lowest while watering,
    at <QuantityField label="Low water" kind="height" :value="tank.lowM" :is-default="isDefault('lowM')" :take="set('lowM', 'set the low water')" />.
  </p>
  <p class="quiet">The level falls while it waters, so the plan goes by the low water. A full tank flatters.</p>
</template>
