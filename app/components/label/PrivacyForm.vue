<script setup lang="ts">
import { ageResult } from '@core/label/age-guide'
import { BAND_NAMES } from '@core/label/names'
import {
  EMAIL_FROM,
  FRAMING_NAMES,
  FRAMINGS,
  originOf,
  privacyStatement,
  tooYoungForEmail,
  type EmailUse,
  type Privacy,
} from '@core/label/privacy'
import { linksOfLabel } from '@core/label/label'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'

/** What is collected, where it may be framed, and the statement that follows. */
const bench = useBench()
const privacy = computed(() => bench.pack!.label.privacy)
const band = computed(() => ageResult(bench.pack!.label.ageGuide).band)
const young = computed(() => tooYoungForEmail(band.value))
/** It runs code that is not ours: no play of it can be played again, so no score of it means anything. */
const foreign = computed(() => bench.base?.kind === 'folder')
const typed = ref('')
const wrong = ref('')
const statement = computed(() => privacyStatement(privacy.value, linksOfLabel(bench.pack!.label).length, foreign.value))
const framings = FRAMINGS.map((id) => ({ id, name: FRAMING_NAMES[id] }))

function set(change: Partial<Privacy>, name: string, mark = ''): void {
  void bench.act(name, { type: 'set-label', change: { privacy: { ...privacy.value, ...change } } }, { mark })
}
function setEmail(change: Partial<EmailUse>): void {
  set(
    { email: { purpose: '', keeper: '', days: 90, ...privacy.value.email, ...change } },
    'Ask for e-mail',
    'label:email',
  )
}
function addSite(): void {
  const origin = originOf(typed.value)
  if (typed.value.trim() === '') return
  wrong.value = origin === null ? 'That is not a site. It looks like https://club.example.' : ''
  if (origin === null) return
  typed.value = ''
  if (!privacy.value.sites.includes(origin)) set({ sites: [...privacy.value.sites, origin] }, `Let ${origin} frame it`)
}
</script>

<template>
  <div class="privacy">
    <p><b>What is collected</b>{{ ' ' }}<span class="soft">Nothing, unless you switch it on.</span></p>
    <label v-if="!foreign" class="line"
      ><input
        type="checkbox"
        :checked="privacy.scores"
        data-testid="privacy-scores"
        @change="set({ scores: !privacy.scores }, 'Switch the score table')"
      /><span
        ><b>A table of scores</b>{{ ' '
        }}<span class="soft">made-up names from a list; every score is played again before it is believed</span></span
      ></label
    >
    <label class="line"
      ><input
        type="checkbox"
        :checked="privacy.plays"
        data-testid="privacy-plays"
        @change="set({ plays: !privacy.plays }, 'Switch the count of plays')"
      /><span
        ><b>A count of plays</b>{{ ' '
        }}<span class="soft">how many, how long, where they end; nothing about who</span></span
      ></label
    >
    <label class="line"
      ><input
        type="checkbox"
        :checked="privacy.email !== null"
        :disabled="young && privacy.email === null"
        data-testid="privacy-email"
        @change="privacy.email === null ? setEmail({}) : set({ email: null }, 'Ask for no e-mail')"
      /><span
        ><b>E-mail addresses, of those who leave one</b>{{ ' '
        }}<span class="soft">{{
          young ? `only for games ${BAND_NAMES[EMAIL_FROM].toLowerCase()}` : 'with a purpose, a keeper and an end'
        }}</span></span
      ></label
    >
    <div v-if="privacy.email" class="email">
      <v-text-field
        :model-value="privacy.email.purpose"
        label="What for"
        maxlength="200"
        placeholder="To say when the next release is there"
        @update:model-value="setEmail({ purpose: $event })"
        @blur="bench.seal()"
      />
      <v-text-field
        :model-value="privacy.email.keeper"
        label="Who keeps them"
        maxlength="120"
        placeholder="harbour-club"
        @update:model-value="setEmail({ keeper: $event })"
        @blur="bench.seal()"
      />
      <v-text-field
        :model-value="privacy.email.days"
        label="Deleted after days"
        type="number"
        min="1"
        max="3650"
        @update:model-value="setEmail({ days: Math.max(1, Math.min(3650, Math.round(Number($event)) || 1)) })"
        @blur="bench.seal()"
      />
    </div>
    <p class="gap"><b>Who may show it inside their own page</b></p>
    <BitsChoiceRow
      :options="framings"
      :model-value="privacy.framing"
      label="Who may frame it"
      @update:model-value="set({ framing: $event }, 'Choose who may frame it')"
    />
    <div v-if="privacy.framing === 'named'" class="sites">
      <span v-for="site in privacy.sites" :key="site" class="site mono"
        >{{ site }}
        <button
          class="plain-button"
          :aria-label="`Take out ${site}`"
          @click="set({ sites: privacy.sites.filter((one) => one !== site) }, `Take out ${site}`)"
        >
          <BitsIcon name="close" :size="13" /></button
      ></span>
      <v-text-field
        v-model="typed"
        aria-label="Site that may frame it"
        placeholder="https://club.example"
        :error-messages="wrong || undefined"
        data-testid="privacy-site"
        @keydown.enter="addSite"
        @blur="addSite"
      />
    </div>
    <div class="statement" data-testid="statement">
      <p class="soft mono">What players are told</p>
      <p v-for="line in statement" :key="line">{{ line }}</p>
    </div>
  </div>
</template>

<style scoped>
.privacy {
  display: grid;
  gap: 7px;
}
.line {
  display: flex;
  gap: 10px;
  align-items: baseline;
  cursor: pointer;
}
.email {
  display: grid;
  grid-template-columns: 1fr 1fr 150px;
  gap: 8px;
  padding-left: 24px;
}
.gap {
  padding-top: 6px;
}
.sites {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.site {
  display: flex;
  gap: 6px;
  align-items: center;
  background: var(--kraft-wash);
  padding: 3px 9px;
  border-radius: 4px;
}
.statement {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-left: 5px solid var(--teal);
  padding: 9px 14px;
  margin-top: 4px;
}
</style>
