<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue';
import { readPhoto } from '../../storage/bookShelf';
import { useKeeping } from '../../stores/keeping';

/** A photograph of the book. */
const props = defineProps<{ id: string }>();
const keeping = useKeeping();
const url = ref('');
const gone = ref(false);
const free = (): void => void (url.value && URL.revokeObjectURL(url.value));
watch(
  () => props.id,
  async (id) => {
    free();
    const jpeg = await readPhoto(keeping.id, id).catch(() => undefined);
    gone.value = !jpeg;
    url.value = jpeg ? URL.createObjectURL(jpeg) : '';
  },
  { immediate: true },
);
onBeforeUnmount(free);
</script>

<template>
  <img v-if="url" :src="url" alt="Photograph of this entry" />
  <p v-else-if="gone" class="quiet">The photograph is not in this browser.</p>
</template>

<style scoped>
img {
  width: 100%;
  border-radius: 4px;
  display: block;
  margin-bottom: 8px;
}
</style>
