<script setup lang="ts">
import { creditsOf, titleOf } from '@core/template/game-doc'
import { ageResult } from '@core/label/age-guide'
import { BAND_NAMES, DEVICE_NAMES } from '@core/label/names'
import { linksOfLabel } from '@core/label/label'

import { privacyStatement } from '@core/label/privacy'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'
import { usePostedGame } from '~/stores/posted-game'

/** What others will see, live. */
const bench = useBench()
const posted = usePostedGame()
const label = computed(() => bench.pack!.label)
const title = computed(() => titleOf(bench.pack!, bench.template!))
const age = computed(() => ageResult(label.value.ageGuide))
const devices = computed(() =>
  (label.value.devices ?? bench.template!.inputs).map((one) => DEVICE_NAMES[one].toLowerCase()).join(', '),
)
const statement = computed(() =>
  privacyStatement(label.value.privacy, linksOfLabel(label.value).length, bench.base?.kind === 'folder'),
)
const credits = computed(() => creditsOf(bench.template!, bench.pack!))
</script>

<template>
  <div class="preview">
    <h2>What others will see</h2>
    <div class="card">
      <div class="cover">
        <BitsPictureView v-if="label.cover" :asset="label.cover" /><span v-else class="none">no cover yet</span>
      </div>
      <p class="title head">{{ title }}</p>
      <p>{{ label.short || 'One line goes here.' }}</p>
      <p class="soft">by {{ label.author || 'somebody' }} · {{ bench.template!.players }} · {{ devices }}</p>
      <p class="age">
        <b>{{ age.band === null ? 'Age guide open' : BAND_NAMES[age.band] }}</b>{{ ' ' }}
        <span v-if="age.reasons[0]" class="soft">
          {{ age.reasons[0].question.ask }} {{ age.reasons[0].answer.say }}.</span
        >
      </p>
      <BitsMarkedText v-if="label.description" class="description" :text="label.description" />
      <div v-if="label.shots.length > 0 || label.clip" class="shots">
        <BitsPictureView v-if="label.clip" :asset="label.clip" />
        <BitsPictureView v-for="shot in label.shots" :key="shot.asset" :asset="shot.asset" :alt="shot.alt" />
      </div>
      <ol v-if="label.howTo.some((step) => step.trim())">
        <li v-for="(step, i) in label.howTo.filter((one) => one.trim())" :key="i">{{ step }}</li>
      </ol>
    </div>
    <h2>When the link is pasted somewhere</h2>
    <div class="card link-card">
      <div class="small"><BitsPictureView v-if="label.cover" :asset="label.cover" /></div>
      <div>
        <p>
          <b>{{ title }}</b>
        </p>
        <p>{{ label.short }}</p>
        <p class="mono soft">{{ posted.last?.postcode || 'postcode comes with posting' }}</p>
      </div>
    </div>
    <h2>What players are told</h2>
    <div class="card">
      <p v-for="line in statement" :key="line">{{ line }}</p>
      <p class="soft">
        {{ credits.map((line) => `${line.what}: ${line.author || '?'} (${line.licence || '?'})`).join('. ') }}.
      </p>
    </div>
  </div>
</template>

<style scoped>
.preview {
  display: grid;
  gap: 10px;
}
h2 {
  font-size: 15.5px;
  margin-top: 6px;
}
.card {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 13px;
  overflow-wrap: anywhere;
}
.cover {
  aspect-ratio: 16 / 10;
  background: #171b26;
  display: grid;
  place-items: center;
}
.none {
  color: #f1ebdd;
}
.title {
  font: 700 19px/1.2 var(--head);
  margin-top: 9px;
}
.description {
  margin-top: 8px;
}
.age {
  margin-top: 4px;
}
.shots {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 6px;
  margin-top: 8px;
}
.shots > * {
  aspect-ratio: 16 / 10;
  background: #171b26;
}
ol {
  margin: 8px 0 0;
  padding-left: 20px;
}
.link-card {
  display: flex;
  gap: 11px;
}
.small {
  width: 96px;
  height: 72px;
  background: #171b26;
  flex: none;
}
</style>
