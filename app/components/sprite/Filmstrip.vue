<script setup lang="ts">
import type { Frame } from '@core/kinds/drawing'
import { computed } from 'vue'
import { useWorkbench } from '~/stores/workbench'

/** The frames of a clip in their order, each as wide as it is held. */
const at = useWorkbench()
const frames = computed(() => at.clip?.frames ?? [])

function put(name: string, next: Frame[], index = at.index): void {
  void at.changeClip(name, { frames: next }).then(() => {
    at.index = Math.max(0, Math.min(next.length - 1, index))
  })
}
const without = (i: number) => frames.value.filter((_, k) => k !== i)
function move(by: number): void {
  const to = at.index + by
  if (to < 0 || to >= frames.value.length) return
  const next = without(at.index)
  next.splice(to, 0, frames.value[at.index]!)
  put('Move a frame', next, to)
}
function twin(): void {
  const next = [...frames.value]
  next.splice(at.index + 1, 0, { ...frames.value[at.index]! })
  put('Duplicate a frame', next, at.index + 1)
}
</script>

<template>
  <div class="film" data-testid="filmstrip">
    <div class="row" role="listbox" aria-label="Frames">
      <button
        v-for="(frame, i) in frames"
        :key="i"
        :class="['plain-button', 'frame', { on: i === at.index }]"
        role="option"
        :aria-selected="i === at.index"
        :aria-label="`Frame ${i + 1}, held ${frame.hold}`"
        :style="{ width: `${Math.max(48, Math.min(150, 48 * frame.hold))}px` }"
        @click="at.index = i"
      >
        <span class="checker picture"
          ><BitsFrameView v-if="at.sprite" :sprite="at.sprite" :clip="at.clipName" :frame="i"
        /></span>
        <span class="mono count">{{ i + 1 }}{{ frame.hold === 1 ? '' : ` ×${frame.hold}` }}</span>
      </button>
    </div>
    <div class="tools">
      <v-btn variant="text" size="small" :disabled="at.index === 0" @click="move(-1)">Earlier</v-btn>
      <v-btn variant="text" size="small" :disabled="at.index >= frames.length - 1" @click="move(1)">Later</v-btn>
      <v-btn variant="text" size="small" @click="twin">Duplicate</v-btn>
      <v-btn
        variant="text"
        size="small"
        :disabled="frames.length < 2"
        @click="put('Take out a frame', without(at.index))"
        >Take out</v-btn
      >
      <v-btn
        variant="text"
        size="small"
        :disabled="frames.length < 2"
        @click="put('Reverse the frames', [...frames].reverse())"
        >Reverse</v-btn
      >
      <span class="gap" />
      <v-btn
        variant="outlined"
        size="small"
        :aria-pressed="at.speed === 1"
        :class="{ inked: at.speed === 1 }"
        :disabled="frames.length < 2"
        @click="at.speed = at.speed === 1 ? 0 : 1"
        >{{ at.speed === 1 ? 'Stop' : 'Play' }}</v-btn
      >
      <v-btn
        variant="outlined"
        size="small"
        :aria-pressed="at.speed === 0.25"
        :class="{ inked: at.speed === 0.25 }"
        :disabled="frames.length < 2"
        @click="at.speed = at.speed === 0.25 ? 0 : 0.25"
        >Quarter speed</v-btn
      >
      <v-btn
        variant="text"
        size="small"
        :aria-pressed="at.onion"
        :class="{ inked: at.onion }"
        @click="at.onion = !at.onion"
        >Onion skin</v-btn
      >
    </div>
  </div>
</template>

<style scoped>
.film {
  border-top: 1px solid var(--rule);
  background: var(--sheet);
  padding: 8px 12px;
  min-width: 0;
}
.row {
  display: flex;
  gap: 5px;
  overflow-x: auto;
  padding: 3px;
}
.frame {
  display: flex;
  flex-direction: column;
  gap: 2px;
  flex: none;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 3px;
}
.frame.on {
  outline: 2px solid var(--teal);
}
.picture {
  height: 50px;
  display: block;
}
.count {
  font-size: 11px;
  text-align: center;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding-top: 4px;
}
.gap {
  flex: 1;
}
.tools :deep(.v-btn) {
  padding: 0 8px;
}
.inked {
  background: var(--teal-wash);
}
</style>
