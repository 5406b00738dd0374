<script setup lang="ts">
import { changesSince, proposeNote } from '@core/posting/changes'
import type { GoLive } from '@core/posting/protocol'
import { verdict } from '@core/check/texts'
import { computed, onMounted, ref, watch } from 'vue'
import { savePackAsFile } from '~/composables/save-pack'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { usePosting } from '~/stores/posting'
import { usePostedGame } from '~/stores/posted-game'

const bench = useBench()
const check = useCheck()
const posting = usePosting()
const posted = usePostedGame()
const note = ref(posted.last?.note ?? '')
const answer = ref('')
const as = ref<'release' | 'new'>('release')
const when = ref<GoLive['when']>('cleared')
const at = ref('')
const release = computed(() => (posted.game === null || as.value === 'new' ? 1 : (posted.last?.release ?? 0) + 1))
const shown = computed(() => posting.current)
const visibility = computed(() => bench.pack!.label.visibility)
const before = computed(() => posted.liveRecord ?? posted.last)
const changes = computed(() =>
  before.value === null ? [] : changesSince(bench.template!, bench.pack!, before.value.fingerprint),
)
const proposal = computed(() => proposeNote(bench.template!, changes.value))
const busy = computed(() => posting.phase !== 'idle')
const returned = computed(() => shown.value?.state === 'returned')
const openPoints = computed(
  () => check.findings.filter((one) => one.severity === 'should' && one.kept === undefined).length,
)
const kept = computed(() => Object.keys(bench.pack!.kept).length)
const AS = [
  { id: 'release' as const, name: 'A new release', means: 'The link stays; players find the new one there.' },
  { id: 'new' as const, name: 'A game of its own', means: 'With a link of its own; the old one stays as it is.' },
]
const WHEN = [
  { id: 'cleared' as const, name: 'As soon as it is cleared' },
  { id: 'hand' as const, name: 'When I say so' },
  { id: 'at' as const, name: 'At a time' },
]
const goLive = computed((): GoLive | null => {
  if (when.value !== 'at') return { when: when.value }
  const time = Date.parse(at.value)
  return Number.isNaN(time) ? null : { when: 'at', at: new Date(time).toISOString() }
})
const doing = computed(() => {
  const megabytes = (bytes: number) => (bytes / 1e6).toFixed(2)
  const { sent, total, secondsLeft } = posting.progress
  const amount = `${megabytes(sent)} of ${megabytes(total)} MB`
  return {
    building: 'Packing the parcel…',
    sending: `Sending ${amount}${secondsLeft >= 1 ? `, about ${Math.ceil(secondsLeft)} s left` : ''}`,
    paused: `Paused at ${amount}`,
    following: 'The arcade is looking at it',
    idle: '',
  }[posting.phase]
})
const seconds = computed(() => Math.max(1, Math.round((check.weighIn?.download ?? 0) / 1.6e6)))
onMounted(() => void posting.catchUp())
// The proposal is only put where nothing was written for this release yet.
watch(
  () => posted.liveRecord?.id,
  () => {
    if (posted.liveRecord !== null && note.value === posted.liveRecord.note) note.value = ''
  },
  { immediate: true },
)

/** Asked once for each game: then everybody can see it, and what is open is known. */
const asking = ref(false)
function ask(): void {
  if (visibility.value === 'public' && posted.liveRecord?.visibility !== 'public') asking.value = true
  else post()
}
function post(): void {
  if (goLive.value === null) return
  void posting.post({
    visibility: visibility.value,
    note: note.value,
    goLive: goLive.value,
    answer: answer.value,
    asNew: as.value === 'new',
  })
}
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
              <b>The arcade of this Pack Post</b>
              <BitsChoiceRow v-if="posted.game" v-model="as" :options="AS" label="Goes as" />
              <span v-else class="soft">{{ ' ' }}as a new game, with a link of its own</span>
            </dd>
            <template v-if="before">
              <dt>Changed since {{ before.release }}</dt>
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
              <BitsVisibilityPicker />
              <span v-if="posted.liveRecord" class="soft">Changes at once, without a new upload.</span>
            </dd>
            <dt>Goes live</dt>
            <dd class="when">
              <BitsChoiceRow v-model="when" :options="WHEN" label="Goes live" />
              <input
                v-if="when === 'at'"
                v-model="at"
                type="datetime-local"
                aria-label="Date and time"
                data-testid="go-live-at"
              />
            </dd>
            <dt>Weighs</dt>
            <dd>
              {{ ((check.weighIn?.download ?? 0) / 1e6).toFixed(2) }} MB to play, about {{ seconds }} s on a phone;
              {{ bench.base?.kind === 'folder' ? 'about' : 'at most' }}
              {{ ((check.weighIn?.parcel ?? 0) / 1e6).toFixed(2) }} MB to send
            </dd>
            <template v-if="bench.base?.kind === 'folder'">
              <dt>Its code</dt>
              <dd>
                is its maker’s own: the arcade shuts it in, so it plays without the net, without a table of scores, and
                not as an app
              </dd>
            </template>
            <dt>Note</dt>
            <dd>
              <v-text-field
                v-model="note"
                aria-label="Note on this release"
                placeholder="What is new, for players"
                maxlength="600"
                data-testid="note"
              />
              <button v-if="proposal && note !== proposal" class="link" data-testid="propose" @click="note = proposal">
                Say: {{ proposal }}
              </button>
            </dd>
            <template v-if="returned">
              <dt>Answer</dt>
              <dd>
                <v-text-field
                  v-model="answer"
                  aria-label="Answer to the letter"
                  placeholder="What you did about it, if it needs words"
                  maxlength="600"
                  data-testid="answer"
                />
              </dd>
            </template>
            <template v-if="kept > 0">
              <dt>Kept as it is</dt>
              <dd>{{ kept }} {{ kept === 1 ? 'finding' : 'findings' }}, with your reasons</dd>
            </template>
          </dl>
          <div class="acts">
            <v-btn
              color="primary"
              size="large"
              :disabled="busy || goLive === null || check.must.length > 0 || check.state !== 'done'"
              data-testid="post-it"
              @click="ask"
              ><BitsIcon name="post" />{{ returned ? 'Post it again' : 'Post it' }}</v-btn
            >
            <v-btn v-if="posting.phase === 'sending'" variant="outlined" data-testid="pause" @click="posting.pause"
              ><BitsIcon name="pause" />Pause</v-btn
            >
            <v-btn v-if="posting.phase === 'paused'" color="primary" data-testid="resume" @click="posting.resume"
              ><BitsIcon name="play" />Go on</v-btn
            >
            <v-btn variant="outlined" data-testid="save-pack" @click="savePackAsFile">Save the pack</v-btn>
            <span v-if="busy" role="status">{{ doing }}</span>
            <span v-else-if="check.must.length > 0" class="soft"
              >{{ verdict(check.findings) }}. <NuxtLink :to="`/packs/${bench.pack!.id}/check`">Look</NuxtLink></span
            >
            <span v-else class="soft">{{
              check.state !== 'done'
                ? 'Checking…'
                : openPoints === 0
                  ? 'Checked, nothing to fix'
                  : `Checked: nothing must be fixed, ${openPoints} worth a look`
            }}</span>
          </div>
          <p v-if="posting.pending" class="pending" data-testid="pending">
            An upload of {{ (posting.pending.bytes / 1e6).toFixed(2) }} MB was broken off when the page was closed.
            <button class="link" @click="posting.goOn">Go on where it stopped</button>
          </p>
          <v-progress-linear
            v-if="posting.phase === 'sending' || posting.phase === 'paused'"
            :model-value="(posting.progress.sent / Math.max(1, posting.progress.total)) * 100"
            color="primary"
            aria-label="Upload"
          />
          <p v-if="posting.trouble" class="trouble" role="alert">{{ posting.trouble }}</p>
        </div>
      </section>
      <PostPublicSummary v-model="asking" @confirm="post" />
      <PostTracking v-if="shown" :view="shown" />
      <PostLetter v-if="shown && shown.state === 'returned'" :view="shown" />
      <PostReleases v-if="bench.pack!.postings.length > 0" />
      <PostFiguresCard v-if="posted.liveRecord && bench.pack!.label.privacy.plays" />
      <PostAddresses v-if="posted.owner && bench.pack!.label.privacy.email" />
    </div>
    <aside class="right">
      <PostShareKit v-if="posted.liveRecord" :record="{ ...posted.liveRecord, visibility }" />
      <div v-else class="later soft">
        <p>When the game is live, its link, postcode, QR and embed code are here.</p>
        <p>The first posting is for you alone unless you say otherwise: look at it first, then choose who else may.</p>
      </div>
      <PostInvites v-if="posted.owner && visibility === 'invited'" />
      <PostOtherWays />
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
.when {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.pending {
  margin-top: 10px;
  background: var(--sun-wash);
  padding: 8px 12px;
}
.right {
  display: grid;
  gap: 18px;
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
