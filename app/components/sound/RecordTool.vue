<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'
import { decodeInPage } from '~/composables/hear'
import { useNotices } from '~/stores/notices'
import { useSoundBench } from '~/stores/sound-bench'

/** The microphone is asked for by the press of the button and let go with its end. */
const MOST_S = 60
const at = useSoundBench()
const notices = useNotices()
const state = ref<'idle' | 'asking' | 'on' | 'taking'>('idle')
const seconds = ref(0)
let recorder: MediaRecorder | null = null
let stream: MediaStream | null = null
let clock: ReturnType<typeof setInterval> | null = null

function letGo(): void {
  if (clock !== null) clearInterval(clock)
  clock = null
  for (const track of stream?.getTracks() ?? []) track.stop()
  stream = null
}

async function begin(): Promise<void> {
  state.value = 'asking'
  try {
    stream = await navigator.mediaDevices.getUserMedia({ audio: true })
  } catch (error) {
    state.value = 'idle'
    const denied = error instanceof DOMException && error.name === 'NotAllowedError'
    notices.warn(
      denied
        ? 'The browser does not let this page use the microphone. Allow it beside the address and press Record again.'
        : 'No microphone was found. Plug one in, or drop a sound file instead.',
    )
    return
  }
  const pieces: Blob[] = []
  recorder = new MediaRecorder(stream)
  recorder.ondataavailable = (event) => pieces.push(event.data)
  recorder.onstop = async () => {
    letGo()
    state.value = 'taking'
    const samples = await decodeInPage(new Uint8Array(await new Blob(pieces).arrayBuffer()))
    state.value = 'idle'
    if (samples === undefined || samples.channels[0]!.length === 0)
      return notices.warn('Nothing was recorded. Hold on a little longer before you press Stop.')
    await at.takeRecording(samples)
    at.tool = 'cut'
  }
  recorder.start()
  seconds.value = 0
  state.value = 'on'
  clock = setInterval(() => {
    seconds.value++
    if (seconds.value >= MOST_S) stop()
  }, 1000)
}
function stop(): void {
  if (recorder?.state === 'recording') recorder.stop()
}
onBeforeUnmount(() => {
  if (recorder !== null) recorder.onstop = null
  stop()
  letGo()
})
</script>

<template>
  <v-btn v-if="state !== 'on'" color="primary" :loading="state !== 'idle'" data-act="record" @click="begin"
    >Record</v-btn
  >
  <v-btn v-else color="error" data-act="stop" @click="stop">Stop</v-btn>
  <p v-if="state === 'on'" class="on" role="status">
    <span class="dot" aria-hidden="true" />Recording, {{ seconds }} of {{ MOST_S }} seconds
  </p>
  <p v-else class="soft">
    The browser asks for the microphone when you press. Nothing is sent anywhere; the recording goes into this pack.
  </p>
</template>

<style scoped>
.on {
  display: flex;
  align-items: center;
  gap: 8px;
  color: var(--vermilion);
  font-weight: 700;
}
.dot {
  width: 10px;
  height: 10px;
  border-radius: 50%;
  background: var(--vermilion);
}
</style>
