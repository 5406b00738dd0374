<script setup lang="ts">
/** A thing on the stage, framed and named (px of the stage). */
defineProps<{ left: number; top: number; width: number; height: number; name: string; about: string }>()
</script>

<template>
  <div class="outline" :style="{ left: `${left}px`, top: `${top}px`, width: `${width}px`, height: `${height}px` }">
    <span :class="['tag', { below: top < 34 }]"
      ><b>{{ name }}</b> {{ about }}</span
    >
  </div>
</template>

<style scoped>
.outline {
  position: absolute;
  border: 2px solid #fff;
  box-shadow:
    0 0 0 1.5px #232838,
    inset 0 0 0 1.5px #232838;
  pointer-events: none;
}
.tag {
  position: absolute;
  left: -2px;
  bottom: calc(100% + 6px);
  background: #232838;
  color: #fffdf8;
  padding: 3px 9px;
  border-radius: 4px;
  font-size: 13px;
  white-space: nowrap;
}
.tag.below {
  bottom: auto;
  top: 6px;
  left: 6px;
}
</style>
