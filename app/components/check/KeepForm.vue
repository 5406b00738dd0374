<script setup lang="ts">
import { ref } from 'vue'

/** Why a finding is fine as it is: the reason goes with the posting. */
const emit = defineEmits<{ keep: [reason: string]; close: [] }>()
const reason = ref('')
function keep(): void {
  if (reason.value.trim() !== '') emit('keep', reason.value.trim())
}
</script>

<template>
  <form @submit.prevent="keep" @keydown.esc="emit('close')">
    <b v-if="$slots['default']"><slot /></b>
    <v-text-field
      v-model="reason"
      label="Why it is fine as it is (goes with the posting)"
      maxlength="300"
      autofocus
      data-testid="keep-reason"
    />
    <v-btn type="submit" variant="outlined" :disabled="reason.trim() === ''">Keep it</v-btn>
    <v-btn variant="text" @click="emit('close')">Never mind</v-btn>
  </form>
</template>

<style scoped>
form {
  flex-basis: 100%;
  display: flex;
  gap: 8px;
  align-items: center;
  padding-top: 8px;
}
form > .v-input {
  flex: 1;
}
</style>
