<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, watch } from 'vue'
import { useDesk } from '~/stores/desk'
import { SOUND_TOOLS, useSoundBench, type SoundTool } from '~/stores/sound-bench'

/** The sound workshop: the wave in large, what is heard, and one tool at a time. */
const emit = defineEmits<{ moment: [] }>()
const at = useSoundBench()
const desk = useDesk()
const NAMES: Record<SoundTool, string> = {
  cut: 'Cut',
  level: 'Level',
  speed: 'Speed',
  loop: 'Loop',
  make: 'Make',
  record: 'Record',
}
const tools = computed(() => SOUND_TOOLS.filter((tool) => tool !== (at.kind === 'music' ? 'make' : 'loop')))
watch(
  () => [at.content, tools.value] as const,
  () => {
    if (at.content === null) desk.open = ''
    else if (!tools.value.includes(at.tool)) at.tool = 'cut'
  },
)
onMounted(() => void at.show())
onBeforeUnmount(() => at.stop())

const db = (value: number | undefined): string =>
  value === undefined || !Number.isFinite(value) ? 'silent' : `${value.toFixed(1)}`.replace('-', '−')
const look = computed(() => at.preview?.look)
</script>

<template>
  <BenchDeskFrame v-if="at.content" :name="at.spec?.name ?? ''" about="Sound workshop">
    <template #head>
      <span class="soft">{{ at.kind === 'music' ? 'music' : 'effect' }}</span>
      <span v-if="at.changed" class="draft" role="status">not kept yet</span>
    </template>
    <template #acts>
      <v-btn v-if="at.changed" variant="text" @click="at.draft = { ...at.draft, ...at.start!.edit }">Undo these</v-btn>
      <v-btn
        color="primary"
        :disabled="!at.changed"
        :loading="at.working && at.changed"
        data-act="keep-sound"
        @click="at.keep()"
        >Keep this</v-btn
      >
    </template>
    <SoundWaveBoard v-if="at.start" />
    <p v-else class="none soft">
      Nothing sounds here, on purpose. Make an effect, record one, or drop a file on “{{ at.spec?.name }}”.
    </p>
    <div class="transport">
      <v-btn variant="outlined" :disabled="!at.preview" @click="at.hear()"
        ><BitsIcon :name="at.hearing === 'yours' ? 'pause' : 'play'" :size="16" />{{
          at.marked ? 'What is marked' : 'Listen'
        }}</v-btn
      >
      <v-btn v-if="at.kind === 'music'" variant="outlined" :disabled="!at.preview" @click="at.hearLoop()"
        ><BitsIcon :name="at.hearing === 'loop' ? 'pause' : 'play'" :size="16" />Round the seam</v-btn
      >
      <v-btn v-if="at.theirAsset" variant="text" @click="at.hearTheirs()"
        ><BitsIcon :name="at.hearing === 'theirs' ? 'pause' : 'play'" :size="16" />Template’s</v-btn
      >
      <v-btn variant="text" title="Shows the moment that fires it on the stage, with sound" @click="emit('moment')"
        >In the game</v-btn
      >
      <span class="gap" />
      <dl v-if="look" class="mono facts">
        <div>
          <dt>long</dt>
          <dd>{{ look.durationS.toFixed(2) }} s</dd>
        </div>
        <div :title="at.kind === 'music' ? 'Integrated loudness, BS.1770-4' : 'Loudest 400 ms, BS.1770-4'">
          <dt>loud</dt>
          <dd data-fact="lufs">{{ db(look.lufs) }} LUFS</dd>
        </div>
        <div :class="{ hot: look.peakDb > -0.9 }">
          <dt>peak</dt>
          <dd>{{ db(look.peakDb) }} dBTP</dd>
        </div>
      </dl>
    </div>
    <template #tools><BitsToolTabs v-model="at.tool" :tools="tools" :names="NAMES" /></template>
    <template #beside>
      <SoundCutTool v-if="at.tool === 'cut'" />
      <SoundLevelTool v-else-if="at.tool === 'level'" />
      <SoundSpeedTool v-else-if="at.tool === 'speed'" />
      <SoundLoopTool v-else-if="at.tool === 'loop'" />
      <SoundMakeTool v-else-if="at.tool === 'make'" />
      <SoundRecordTool v-else />
    </template>
  </BenchDeskFrame>
</template>

<style scoped>
.draft {
  color: var(--sun);
  font-weight: 700;
}
.none {
  padding: 40px 24px;
  max-width: 520px;
}
.transport {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding: 12px 16px;
  border-top: 1px solid var(--rule);
}
.gap {
  flex: 1;
}
.facts {
  display: flex;
  gap: 16px;
  margin: 0;
}
.facts div {
  display: flex;
  gap: 6px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
  white-space: nowrap;
}
.hot dd {
  color: var(--vermilion);
  font-weight: 700;
}
</style>
