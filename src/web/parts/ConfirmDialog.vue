<script setup lang="ts">
defineProps<{ open: boolean; title: string; text: string; action: string }>();
defineEmits<{ cancel: []; confirm: [] }>();
</script>

<template>
  <v-dialog :model-value="open" max-width="480" :aria-label="title" @update:model-value="$emit('cancel')">
    <v-card>
      <v-card-title>{{ title }}</v-card-title>
      <v-card-text>{{ text }}</v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn @click="$emit('cancel')">Keep it</v-btn>
        <v-btn color="error" variant="flat" @click="$emit('confirm')">{{ action }}</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
