<script setup lang="ts">
import { OFFERED_VISIBILITIES, type Visibility } from '@core/label/label'
import { changesSince } from '@core/posting/changes'
import { verdict } from '@core/check/texts'
import { computed, onMounted, ref } from 'vue'
import { download, fileWord } from '~/composables/download'
import { VISIBILITY_WORDS } from '~/composables/visibility'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { useLibrary } from '~/stores/library'
import { usePosting } from '~/stores/posting'

const bench = useBench()
const check = useCheck()
const posting = usePosting()
const library = useLibrary()
const note = ref(posting.last?.note ?? '')
const release = computed(() => (posting.last?.release ?? 0) + 1)
const shown = computed(() => posting.current)
const visibility = computed(() => bench.pack!.label.visibility)
const changes = computed(() =>
  posting.liveRecord === null ? [] : changesSince(bench.template!, bench.pack!, posting.liveRecord.fingerprint),
)
const busy = computed(
  () => posting.phase === 'building' || posting.phase === 'sending' || posting.phase === 'following',
)
const doing = computed(() => {
  const megabytes = (bytes: number) => (bytes / 1e6).toFixed(2)
  return {
    building: 'Packing the parcel…',
    sending: `Sending ${megabytes(posting.progress.sent)} of ${megabytes(posting.progress.total)} MB`,
    following: 'The arcade is looking at it',
    idle: '',
  }[posting.phase]
})
const seconds = computed(() => Math.max(1, Math.round((check.weighIn?.download ?? 0) / 1.6e6)))
onMounted(() => void posting.catchUp())

async function choose(next: Visibility): Promise<void> {
  if (posting.liveRecord !== null) await posting.setVisibility(next)
  else await bench.act('Choose who can see it', { type: 'set-label', change: { visibility: next } })
}
async function saveFiles(): Promise<void> {
  const parcel = await posting.build()
  if (parcel !== null) download(parcel.zip, `${fileWord(bench.pack!.label.title)}.game.zip`, 'application/zip')
}
async function savePack(): Promise<void> {
  const bytes = await library.saveFile(bench.pack!)
  if (bytes !== null) download(bytes, `${fileWord(bench.pack!.label.title)}.pack.zip`, 'application/zip')
}
const day = (at: string) => new Date(at).toLocaleDateString([], { day: 'numeric', month: 'short' })
</script>

<template>
  <main class="post-page">
    <div class="left">
      <section class="waybill" aria-label="Waybill">
        <div class="edge" />
        <div class="inside">
          <div class="title">
            <h1>Waybill</h1>
            <span class="mono soft">release {{ release }}</span>
          </div>
          <dl>
            <dt>Goes to</dt>
            <dd>
              <b>Arcade on this computer</b>{{ ' ' }}
              <span class="soft">{{
                posting.game ? 'as a new release, the link stays' : 'as a new game, with a link of its own'
              }}</span>
            </dd>
            <template v-if="posting.liveRecord">
              <dt>Changed since {{ posting.liveRecord.release }}</dt>
              <dd data-testid="changes">
                <template v-if="changes.length > 0">
                  <span v-for="change in changes" :key="change.part" class="change"
                    ><BitsPartChip v-if="change.part !== 'label'" :part="change.part" />{{ change.name }}
                    <span class="soft">{{ change.what }}</span></span
                  >
                </template>
                <span v-else class="soft">Nothing yet.</span>
              </dd>
            </template>
            <dt>Who sees it</dt>
            <dd>
              <div class="who" role="radiogroup" aria-label="Who sees it">
                <button
                  v-for="one in OFFERED_VISIBILITIES"
                  :key="one"
                  role="radio"
                  :aria-checked="visibility === one"
                  :class="['plain-button', 'option', { on: visibility === one }]"
                  :data-visibility="one"
                  @click="choose(one)"
                >
                  {{ VISIBILITY_WORDS[one].name }}
                </button>
                <span class="soft"
                  >{{ VISIBILITY_WORDS[visibility].means
                  }}{{ posting.liveRecord ? ' Changes at once, without a new upload.' : '' }}</span
                >
              </div>
            </dd>
            <dt>Goes live</dt>
            <dd><b>As soon as it is cleared</b></dd>
            <dt>Weighs</dt>
            <dd>{{ ((check.weighIn?.download ?? 0) / 1e6).toFixed(2) }} MB, about {{ seconds }} s on a phone</dd>
            <dt>Note</dt>
            <dd>
              <v-text-field
                v-model="note"
                aria-label="Note on this release"
                placeholder="What is new, for players"
                maxlength="600"
                data-testid="note"
              />
            </dd>
          </dl>
          <div class="acts">
            <v-btn
              color="primary"
              size="large"
              :disabled="busy || check.must.length > 0 || check.state !== 'done'"
              data-testid="post-it"
              @click="posting.post({ visibility, note })"
              ><BitsIcon name="post" />Post it</v-btn
            >
            <v-btn variant="outlined" @click="saveFiles">Save the game as files</v-btn>
            <v-btn variant="outlined" data-testid="save-pack" @click="savePack">Save the pack</v-btn>
            <span v-if="busy" role="status">{{ doing }}</span>
            <span v-else-if="check.must.length > 0" class="soft"
              >{{ verdict(check.findings) }}. <NuxtLink :to="`/packs/${bench.pack!.id}/check`">Look</NuxtLink></span
            >
            <span v-else class="soft">{{ check.state === 'done' ? 'Checked, nothing to fix' : 'Checking…' }}</span>
          </div>
          <v-progress-linear
            v-if="posting.phase === 'sending'"
            :model-value="(posting.progress.sent / Math.max(1, posting.progress.total)) * 100"
            color="primary"
            aria-label="Upload"
          />
          <p v-if="posting.trouble" class="trouble" role="alert">{{ posting.trouble }}</p>
        </div>
      </section>
      <PostTracking v-if="shown" :view="shown" />
      <PostLetter v-if="shown && shown.state === 'returned'" :view="shown" />
      <section v-if="bench.pack!.postings.length > 0" aria-label="Before">
        <h2 class="before-title">Before</h2>
        <table>
          <tbody>
            <tr v-for="one in [...bench.pack!.postings].reverse()" :key="one.id" data-testid="posting-row">
              <td class="mono">release {{ one.release }}</td>
              <td>
                <span :class="['state', one.state]">{{ one.state.replaceAll('-', ' ') }}</span>
              </td>
              <td class="soft">{{ day(one.at) }}</td>
              <td>{{ one.note || '–' }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <aside class="right">
      <PostShareKit v-if="posting.liveRecord" :record="{ ...posting.liveRecord, visibility }" />
      <div v-else class="later soft">
        <p>When the game is live, its link, postcode, QR and embed code are here.</p>
        <p>The first posting is for you alone unless you say otherwise: look at it first, then choose who else may.</p>
      </div>
    </aside>
  </main>
</template>

<style scoped>
.post-page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(340px, 430px);
  gap: 26px;
  padding: 20px 28px 60px;
  overflow-y: auto;
  align-items: start;
}
.left {
  display: grid;
  gap: 24px;
}
.waybill {
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.edge {
  height: 8px;
  background: repeating-linear-gradient(115deg, var(--kraft) 0 16px, transparent 16px 30px);
}
.inside {
  padding: 16px 22px 18px;
}
.title {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding-bottom: 10px;
}
h1 {
  font-size: 24px;
}
dl {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  margin: 0;
}
dt,
dd {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
  margin: 0;
  min-height: 38px;
}
dt {
  color: var(--soft);
}
.who {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
}
.option {
  border: 1px solid var(--rule);
  border-radius: 14px;
  padding: 3px 12px;
}
.option.on {
  border-color: var(--teal);
  background: var(--teal-wash);
  font-weight: 700;
}
.change {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  margin-right: 14px;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  padding-top: 12px;
}
.trouble {
  margin-top: 10px;
  color: var(--vermilion);
  font-weight: 700;
}
.before-title {
  font-size: 17px;
  padding-bottom: 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
td {
  border-top: 1px solid var(--rule);
  padding: 8px 12px 8px 0;
}
.state {
  display: inline-block;
  font: 700 14px var(--head);
  border: 2px solid currentcolor;
  border-radius: 50%;
  padding: 1px 16px;
  transform: rotate(-3deg);
  color: var(--soft);
}
.state.live {
  color: var(--teal);
}
.state.returned {
  color: var(--vermilion);
}
.later {
  border: 1.5px dashed var(--rule);
  padding: 20px;
  display: grid;
  gap: 10px;
}
@media (max-width: 1100px) {
  .post-page {
    grid-template-columns: 1fr;
  }
}
</style>
