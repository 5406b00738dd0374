<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '~/stores/bench'
import type { Stage } from '~/composables/stage'

/** What can be done with the running game. */
const { stage, picking, shapes, phone } = defineProps<{
  stage: Stage
  picking: boolean
  shapes: boolean
  phone: boolean
}>()
const bench = useBench()
/** The other shape the template serves, if there is one. */
const other = computed(() => bench.template?.stages.find((one) => one !== bench.pack?.stage) ?? null)
function reshape(): void {
  if (other.value !== null) void bench.act(`Make it ${other.value}`, { type: 'set-stage', stage: other.value })
}
defineEmits<{ pick: []; shapes: []; phone: [] }>()
</script>

<template>
  <StageTools>
    <v-btn variant="text" :aria-pressed="stage.view.running" @click="stage.toggle()">
      <BitsIcon :name="stage.view.running && stage.view.back === 0 ? 'pause' : 'play'" />{{
        stage.view.running && stage.view.back === 0 ? 'Freeze' : 'Run'
      }}<kbd>Space</kbd>
    </v-btn>
    <v-btn icon variant="text" aria-label="One step" @click="stage.stepOnce()"
      ><BitsIcon name="step" /><v-tooltip activator="parent"
        >One step on <kbd>.</kbd>, back <kbd>,</kbd></v-tooltip
      ></v-btn
    >
    <v-btn
      icon
      variant="text"
      :class="{ on: stage.view.slow }"
      aria-label="Slow"
      :aria-pressed="stage.view.slow"
      @click="stage.setSlow(!stage.view.slow)"
      ><BitsIcon name="slow" /><v-tooltip activator="parent">Quarter speed</v-tooltip></v-btn
    >
    <v-btn variant="text" :class="{ on: picking }" :aria-pressed="picking" @click="$emit('pick')"
      ><BitsIcon name="pick" />Pick<kbd>P</kbd></v-btn
    >
    <v-btn variant="text" :class="{ on: shapes }" :aria-pressed="shapes" @click="$emit('shapes')"
      ><BitsIcon name="shape" />Shapes<kbd>S</kbd></v-btn
    >
    <v-btn
      icon
      variant="text"
      :class="{ on: phone }"
      aria-label="As on a phone"
      :aria-pressed="phone"
      @click="$emit('phone')"
      ><BitsIcon name="phone" /><v-tooltip activator="parent">As on a phone held upright</v-tooltip></v-btn
    >
    <v-btn
      icon
      variant="text"
      :class="{ on: !stage.view.auto }"
      :aria-label="stage.view.auto ? 'Let me play' : 'Let it play itself'"
      @click="stage.setAuto(!stage.view.auto)"
      ><BitsIcon :name="stage.view.auto ? 'robot' : 'hand'" /><v-tooltip activator="parent">{{
        stage.view.auto ? 'It plays itself. Press to play with the arrow keys' : 'You play. Press to let it play itself'
      }}</v-tooltip></v-btn
    >
    <v-btn
      v-if="other !== null"
      icon
      variant="text"
      :aria-label="`Make it ${other}`"
      data-testid="reshape"
      data-act="reshape"
      @click="reshape"
      ><BitsIcon :name="other" /><v-tooltip activator="parent">{{
        other === 'tall'
          ? 'Make the game tall: it fills a phone held upright'
          : 'Make the game wide: it fills a screen, and a phone held sideways'
      }}</v-tooltip></v-btn
    >
    <StageCrispMenu />
    <v-btn icon variant="text" aria-label="From the start" @click="stage.restart()"
      ><BitsIcon name="again" /><v-tooltip activator="parent">The play again from its start</v-tooltip></v-btn
    >
    <v-btn
      icon
      variant="text"
      :aria-label="stage.view.muted ? 'Sound on' : 'Sound off'"
      :aria-pressed="!stage.view.muted"
      @click="stage.setMuted(!stage.view.muted)"
      ><BitsIcon :name="stage.view.muted ? 'quiet' : 'sound'" /><v-tooltip activator="parent">{{
        stage.view.muted ? 'Sound on' : 'Sound off'
      }}</v-tooltip></v-btn
    >
    <span class="soft hold">Hold <kbd>B</kbd>: template’s</span>
  </StageTools>
</template>
