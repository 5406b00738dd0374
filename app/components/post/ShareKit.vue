<script setup lang="ts">
import { ratioOf } from '@core/game/stage'
import { sayPostcode } from '@core/posting/postcode'
import QRCode from 'qrcode'
import { computed, ref, watch } from 'vue'
import { download, fileWord } from '~/composables/download'
import { EXTENSIONS } from '@core/pack/asset'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useNotices } from '~/stores/notices'
import type { PostingRecord } from '@core/pack/posting-record'

const { record } = defineProps<{ record: PostingRecord }>()
const bench = useBench()
const notices = useNotices()
const assets = useAssets()
const path = computed(() => record.link || `/arcade/${record.postcode.toLowerCase()}`)
const link = computed(() => record.host + path.value)
const embed = computed(
  () =>
    `<iframe src="${record.host}${path.value.replace('/arcade/', '/arcade/embed/')}" style="border:0;width:100%;max-width:${width.value}px;aspect-ratio:${ratioOf(bench.pack!.stage).replaceAll(' ', '')}" title="${bench.pack!.label.title.replace(/[<>&"]/g, '')}" allowfullscreen></iframe>`,
)
const width = ref(bench.pack!.stage === 'tall' ? 420 : 800)
const text = computed(() => `${bench.pack!.label.title}: ${bench.pack!.label.short} ${link.value}`)
const qr = ref('')
const word = computed(() => fileWord(bench.pack!.label.title))

watch(
  link,
  async (to) => {
    qr.value = await QRCode.toString(to, { type: 'svg', margin: 1, color: { dark: '#232838', light: '#ffffff' } })
  },
  { immediate: true },
)

async function copy(what: string, name: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(what)
    notices.say(`${name} copied.`)
  } catch {
    notices.warn('This browser does not let pages copy. Select the text and copy it by hand.')
  }
}
async function savePng(): Promise<void> {
  const url = await QRCode.toDataURL(link.value, { width: 640, margin: 2 })
  download(new Uint8Array(await (await fetch(url)).arrayBuffer()), `${word.value}-qr.png`, 'image/png')
}
async function saveCover(): Promise<void> {
  const { cover } = bench.pack!.label
  const bytes = cover === null ? null : await assets.bytesOf(cover, bench.template!)
  if (bytes !== null && cover !== null)
    download(bytes, `${word.value}-cover.${EXTENSIONS[bench.facts(cover)?.mime ?? 'image/png']}`, 'image/png')
}
const canShare = typeof navigator.share === 'function'
async function share(): Promise<void> {
  const { title, short } = bench.pack!.label
  await navigator.share({ title, text: short, url: link.value }).catch(() => undefined)
}
const print = (): void => window.print()
const rows = computed(() => [
  { name: 'Link', value: link.value },
  { name: 'Embed', value: embed.value },
  { name: 'Text', value: text.value },
])
</script>

<template>
  <section class="share" aria-label="Share">
    <h2>Share</h2>
    <div class="top">
      <div>
        <p class="soft">Postcode</p>
        <p class="postcode mono" data-testid="postcode">{{ record.postcode }}</p>
        <p class="soft">said aloud: {{ sayPostcode(record.postcode) }}</p>
      </div>
      <!-- eslint-disable-next-line vue/no-v-html -- the SVG is drawn here from the link, by the QR package -->
      <div class="qr" role="img" :aria-label="`QR code of ${link}`" v-html="qr" />
    </div>
    <p v-if="record.visibility === 'only-me'" class="private">
      <BitsIcon name="must" :size="16" />Only you can open the link, in this browser. Choose who sees it on the waybill
      to share it.
    </p>
    <div v-for="row in rows" :key="row.name" class="row">
      <span class="soft">{{ row.name }}</span>
      <input
        class="mono"
        readonly
        :value="row.value"
        :aria-label="row.name"
        :data-testid="`share-${row.name.toLowerCase()}`"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <v-btn variant="outlined" :aria-label="`Copy ${row.name.toLowerCase()}`" @click="copy(row.value, row.name)"
        >Copy</v-btn
      >
    </div>
    <label class="size"
      >Embed, at most
      <input v-model.number="width" type="number" min="240" max="1920" step="20" aria-label="Embed width" />
      <span class="soft">px wide; narrower pages get it narrower</span></label
    >
    <div class="link-look">
      <div class="small"><BitsPictureView v-if="bench.pack!.label.cover" :asset="bench.pack!.label.cover" /></div>
      <div>
        <p class="soft">Where the link is pasted</p>
        <p>
          <b>{{ bench.pack!.label.title }}</b>
        </p>
        <p>{{ bench.pack!.label.short }}</p>
      </div>
    </div>
    <div class="files">
      <v-btn variant="outlined" @click="download(qr, `${word}-qr.svg`, 'image/svg+xml')">QR as SVG</v-btn>
      <v-btn variant="outlined" @click="savePng">QR as PNG</v-btn>
      <v-btn v-if="bench.pack!.label.cover" variant="outlined" @click="saveCover">Cover</v-btn>
      <v-btn variant="outlined" data-testid="print-sheet" @click="print">Print a sheet</v-btn>
      <v-btn v-if="canShare" variant="outlined" data-testid="share-sheet" @click="share">Share…</v-btn>
      <a :href="link" target="_blank" class="link">Open it</a>
    </div>
    <!-- Only on paper: what is stuck to a door. -->
    <Teleport to="body">
      <div class="paper-sheet">
        <h1>{{ bench.pack!.label.title }}</h1>
        <p>{{ bench.pack!.label.short }}</p>
        <!-- eslint-disable-next-line vue/no-v-html -- the SVG is drawn here from the link, by the QR package -->
        <div class="paper-qr" v-html="qr" />
        <p class="paper-code">{{ record.postcode }}</p>
        <p>{{ link }}</p>
      </div>
    </Teleport>
  </section>
</template>

<style scoped>
.share {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 20px;
  display: grid;
  gap: 10px;
}
.top {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.postcode {
  font-size: 31px;
  font-weight: 700;
  line-height: 1.2;
  white-space: nowrap;
}
.qr {
  width: 104px;
  height: 104px;
  flex: none;
  background: #fff;
}
.qr :deep(svg) {
  width: 100%;
  height: 100%;
}
.row {
  display: grid;
  grid-template-columns: 54px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
}
input {
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 5px 9px;
  width: 100%;
  text-overflow: ellipsis;
}
.size,
.link-look {
  display: flex;
  gap: 10px;
  align-items: center;
}
.size input {
  width: 90px;
}
.link-look {
  border: 1px solid var(--rule);
  padding: 8px;
}
.small {
  width: 96px;
  height: 60px;
  background: #171b26;
  flex: none;
}
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.files :deep(.v-btn) {
  padding: 0 11px;
}
.private {
  display: flex;
  gap: 8px;
  background: var(--sun-wash);
  padding: 8px 10px;
  border-radius: 4px;
}
</style>

<style>
.paper-sheet {
  display: none;
}
@media print {
  body > *:not(.paper-sheet) {
    display: none !important;
  }
  body > .paper-sheet {
    display: block;
    text-align: center;
    padding: 20mm;
    color: #000;
    background: #fff;
  }
  .paper-sheet h1 {
    font-size: 40pt;
  }
  .paper-sheet .paper-qr svg {
    width: 80mm;
    height: 80mm;
  }
  .paper-sheet .paper-code {
    font: 700 36pt monospace;
  }
}
</style>
