<script setup lang="ts">
import { fromBase64 } from '@core/bytes'
import { shallowRef } from 'vue'
import type { ForeignStage } from '~/composables/foreign-stage'
import { useLabelPictures, type Slot } from '~/stores/label-pictures'
import { useNotices } from '~/stores/notices'

/** A picture of a game that came as a folder, while it is played. */
const { target } = defineProps<{ target: Slot }>()
const emit = defineEmits<{ taken: [] }>()
const pictures = useLabelPictures()
const notices = useNotices()
const stage = shallowRef<ForeignStage | null>(null)

async function take(): Promise<void> {
  const url = (await stage.value?.picture()) ?? null
  const bytes = url === null ? null : fromBase64(url)
  if (bytes === null)
    return notices.warn(
      'This game does not draw on a canvas that can be read. Take a picture of your screen and choose it as a file.',
    )
  await pictures.bring(target, { name: 'moment.png', size: bytes.length, bytes: async () => bytes })
  emit('taken')
}
</script>

<template>
  <div class="folder-picture">
    <StageFolderStage plain @ready="stage = $event" />
    <div class="acts">
      <v-btn color="primary" data-testid="take-moment" :disabled="stage?.view.state !== 'running'" @click="take"
        ><BitsIcon name="camera" />Take this moment</v-btn
      >
      <v-btn variant="outlined" @click="stage?.toggle()">{{ stage?.view.running === false ? 'Run' : 'Freeze' }}</v-btn>
      <span class="soft">Play in the picture until it shows what you want.</span>
    </div>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
</style>
