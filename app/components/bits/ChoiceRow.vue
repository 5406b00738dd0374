<script setup lang="ts" generic="T extends string">
/** One of a few, as buttons beside each other; `means` under each where there is room for it. */
const { options, modelValue, label } = defineProps<{
  options: readonly { id: T; name: string; means?: string }[]
  modelValue: T | null
  label: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()

function key(event: KeyboardEvent): void {
  const by = ['ArrowRight', 'ArrowDown'].includes(event.key) ? 1 : ['ArrowLeft', 'ArrowUp'].includes(event.key) ? -1 : 0
  if (by === 0) return
  event.preventDefault()
  const at = Math.max(
    0,
    options.findIndex((one) => one.id === modelValue),
  )
  const next = (at + by + options.length) % options.length
  emit('update:modelValue', options[next]!.id)
  ;(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('[role=radio]')[next]?.focus()
}
</script>

<template>
  <div class="choices" role="radiogroup" :aria-label="label" @keydown="key">
    <button
      v-for="(one, i) in options"
      :key="one.id"
      type="button"
      role="radio"
      :aria-checked="modelValue === one.id"
      :tabindex="modelValue === one.id || (modelValue === null && i === 0) ? 0 : -1"
      :class="['plain-button', 'choice', { on: modelValue === one.id, wide: one.means }]"
      :data-choice="one.id"
      @click="emit('update:modelValue', one.id)"
    >
      <b><span class="dot" />{{ one.name }}</b>
      <span v-if="one.means" class="soft">{{ one.means }}</span>
    </button>
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 7px;
}
.choice {
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet);
  padding: 6px 11px;
  min-height: 36px;
  display: flex;
  flex-direction: column;
  text-align: left;
}
.choice.wide {
  flex: 1 1 132px;
  padding: 9px 11px;
}
.choice b {
  display: flex;
  align-items: center;
  gap: 8px;
}
.choice .soft {
  font-size: 13px;
  line-height: 1.35;
}
.dot {
  flex: none;
  width: 12px;
  height: 12px;
  border: 1.5px solid var(--ink);
  border-radius: 50%;
}
.choice.on {
  background: var(--teal-wash);
  border-color: var(--teal);
}
.choice.on .dot {
  border-color: var(--teal);
  background: radial-gradient(var(--teal) 0 3.5px, transparent 4px);
}
</style>
