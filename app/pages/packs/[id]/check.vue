<script setup lang="ts">
import { drawingIn } from '@core/kinds'
import { SEVERITY_NAMES, type Finding } from '@core/check/finding'
import { textOf, verdict } from '@core/check/texts'
import { computed, ref } from 'vue'
import { download, fileWord } from '~/composables/download'
import { useFindingWay } from '~/composables/finding-way'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { useDesk } from '~/stores/desk'

const bench = useBench()
const check = useCheck()
const router = useRouter()
const desk = useDesk()
const fixing = ref('')
const RANK = { must: 0, should: 1, know: 2 }

/** Files without maker or licence: one row for all of them. */
const uncredited = computed(() =>
  check.findings.filter((one) => one.rule === 'source-unknown' && one.kept === undefined),
)
interface Group {
  key: string
  name: string
  findings: Finding[]
}
/** By part; placeholders, which are many at first, come last and short. */
const groups = computed(() => {
  const found = new Map<string, Group>()
  for (const finding of check.findings) {
    if (finding.rule === 'still-template' || finding.kept !== undefined) continue
    if (finding.rule === 'source-unknown' && uncredited.value.length > 1) continue
    const { part, field } = finding.subject
    const key = part ?? (field === undefined ? 'parcel' : 'label')
    const name =
      part !== undefined ? (bench.spec(part)?.name ?? part) : field === undefined ? 'The whole game' : 'Label'
    const group = found.get(key) ?? { key, name, findings: [] }
    group.findings.push(finding)
    found.set(key, group)
  }
  const worst = (group: Group) => Math.min(...group.findings.map((one) => RANK[one.severity]))
  return [...found.values()].sort((a, b) => worst(a) - worst(b))
})
const placeholders = computed(() =>
  check.findings.filter((one) => one.rule === 'still-template' && one.kept === undefined),
)
const others = computed(() => check.findings.filter((one) => one.severity !== 'must' && one.kept === undefined).length)

const lead = useFindingWay()
const goTo = (finding: Finding): Promise<void> => lead(finding, bench.pack!.id)

async function toDryRun(): Promise<void> {
  await router.push(`/packs/${bench.pack!.id}/bench`)
  desk.show('dry-run')
}

async function fix(finding: Finding): Promise<void> {
  fixing.value = finding.id
  await check.fix(finding)
  fixing.value = ''
}
const fixingAll = ref(false)
async function fixAll(): Promise<void> {
  fixingAll.value = true
  await check.fixAllSafe()
  fixingAll.value = false
}
/** Which finding is being kept. */
const keeping = ref('')
const keptPlaceholder = computed(() => placeholders.value.find((one) => one.id === keeping.value))
async function keep(finding: Finding, reason: string): Promise<void> {
  await check.keepAsIs(finding, reason)
  keeping.value = ''
}
async function keepAll(reason: string): Promise<void> {
  await check.keepAsIs(uncredited.value, reason)
  keeping.value = ''
}
function saveReport(kind: 'html' | 'json'): void {
  const report = check.report()
  if (report === null) return
  const word = fileWord(bench.pack!.label.title)
  download(report[kind], `${word}-check.${kind}`, kind === 'html' ? 'text/html' : 'application/json')
}
const entryName = ({ subject: { part = '', entry } }: Finding): string =>
  entry === undefined ? '' : ` · ${drawingIn(bench.content(part), entry)?.name ?? ''}`
</script>

<template>
  <main class="check-page">
    <div class="left">
      <h1 data-testid="verdict">{{ check.state === 'done' ? verdict(check.findings) : 'Looking…' }}</h1>
      <p class="soft sub" role="status">
        {{ check.looked.rules }} rules looked at {{ bench.template!.parts.length }} parts and the label in
        {{ (check.looked.tookMs / 1000).toFixed(1) }} s.
        {{
          check.looked.silent === 0
            ? ''
            : `${check.looked.silent} rules are silent: they ask how a game plays, and this one plays by its own rules.`
        }}
        {{
          others === 0
            ? ''
            : `${others} ${check.must.length === 0 ? '' : 'more '}${others === 1 ? 'is' : 'are'} worth a look.`
        }}
      </p>
      <div class="all">
        <v-btn
          v-if="check.state === 'done' && check.must.length === 0"
          color="primary"
          :to="`/packs/${bench.pack!.id}/post`"
          ><BitsIcon name="post" />On to Post</v-btn
        >
        <v-btn
          v-if="check.safe.length > 0"
          :color="check.must.length > 0 ? 'primary' : undefined"
          :variant="check.must.length > 0 ? 'flat' : 'outlined'"
          :loading="fixingAll"
          data-testid="fix-all"
          @click="fixAll"
          >Fix {{ check.safe.length }} safe {{ check.safe.length === 1 ? 'one' : 'ones' }}</v-btn
        >
        <v-menu>
          <template #activator="{ props }"
            ><v-btn v-bind="props" variant="text" data-testid="report">Report as a file</v-btn></template
          >
          <v-list density="compact">
            <v-list-item title="To read (HTML)" @click="saveReport('html')" />
            <v-list-item title="For programs (JSON)" @click="saveReport('json')" />
          </v-list>
        </v-menu>
      </div>
      <div v-if="check.fixedAll.length > 0" class="fixed" role="status" data-testid="fixed-all">
        <p><b>Done, as one step</b> (Ctrl+Z takes all of it back):</p>
        <ul>
          <li v-for="(one, i) in check.fixedAll" :key="i">{{ one }}</li>
        </ul>
      </div>
      <section v-if="uncredited.length > 1" data-testid="uncredited">
        <h2 class="group">Credits</h2>
        <article class="finding should credits" data-rule="source-unknown">
          <div class="said">
            <p>
              <b>{{ uncredited.length }} files have no maker or licence yet.</b> Nobody can be thanked for them, or
              asked.
            </p>
            <details>
              <summary>Say it for all of them here</summary>
              <InspectorCreditEditor :hashes="uncredited.map((one) => one.subject.asset!)" />
            </details>
            <NuxtLink class="link" :to="`/packs/${bench.pack!.id}/label#label-credits`"
              >One by one on the label</NuxtLink
            >
            <button class="link keep" @click="keeping = 'uncredited'">I know, keep them</button>
            <CheckKeepForm v-if="keeping === 'uncredited'" @keep="keepAll" @close="keeping = ''" />
          </div>
        </article>
      </section>
      <section v-for="group in groups" :key="group.key">
        <h2 class="group">{{ group.name }}</h2>
        <article
          v-for="finding in group.findings"
          :key="finding.id"
          :class="['finding', finding.severity]"
          :data-rule="finding.rule"
        >
          <CheckEvidenceView :evidence="finding.evidence" />
          <div class="said">
            <p class="severity">
              <BitsIcon :name="finding.severity === 'must' ? 'must' : 'warn'" :size="16" />{{
                SEVERITY_NAMES[finding.severity]
              }}{{ entryName(finding) }}
            </p>
            <p class="what">{{ textOf(finding).what }}</p>
            <p class="soft">{{ textOf(finding).why }}</p>
          </div>
          <div class="acts">
            <v-btn
              v-if="finding.fixable && textOf(finding).fix"
              color="primary"
              :loading="fixing === finding.id"
              @click="fix(finding)"
              >{{ textOf(finding).fix }}</v-btn
            >
            <v-btn variant="text" @click="goTo(finding)">Take me there</v-btn>
            <button v-if="finding.severity !== 'must'" class="link keep" @click="keeping = finding.id">
              I know, keep it
            </button>
          </div>
          <CheckKeepForm v-if="keeping === finding.id" @keep="keep(finding, $event)" @close="keeping = ''" />
        </article>
      </section>
      <section v-if="check.kept.length > 0" data-testid="kept">
        <h2 class="group">Kept as it is</h2>
        <p v-for="finding in check.kept" :key="finding.id" class="kept">
          {{ textOf(finding).what }}. <span class="soft">“{{ finding.kept }}”</span>
          <button class="link" @click="check.keepAsIs(finding, null)">Look at it again</button>
        </p>
      </section>
      <section v-if="placeholders.length > 0">
        <h2 class="group">Still the template’s</h2>
        <p class="soft">Players see a placeholder where they expect something of yours.</p>
        <div class="placeholders">
          <div v-for="finding in placeholders" :key="finding.id" class="placeholder" data-rule="still-template">
            <button class="plain-button" @click="goTo(finding)">
              <CheckEvidenceView :evidence="finding.evidence" />
              <b>{{ finding.facts.name }}</b>
            </button>
            <button class="link keep" @click="keeping = finding.id">I know, keep it</button>
          </div>
        </div>
        <CheckKeepForm
          v-if="keptPlaceholder"
          :key="keptPlaceholder.id"
          @keep="keep(keptPlaceholder, $event)"
          @close="keeping = ''"
        >
          {{ keptPlaceholder.facts.name }}:
        </CheckKeepForm>
      </section>
      <div v-if="check.state === 'done' && check.findings.length === 0" class="clean">
        <BitsPostmark word="checked" tone="teal" />
        <p>Nothing to fix and nothing to improve.</p>
      </div>
    </div>
    <aside class="right" tabindex="0" aria-label="Dry run and weight of the game">
      <section v-if="bench.base?.kind === 'engine'" class="dry">
        <h2>Dry run</h2>
        <DryRunForecast />
        <v-btn variant="outlined" size="small" @click="toDryRun">Dials and all charts</v-btn>
      </section>
      <CheckWeighIn />
    </aside>
  </main>
</template>

<style scoped>
.credits .said {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.credits details {
  width: 100%;
}
.check-page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(320px, 400px);
}
.left {
  overflow-y: auto;
  padding: 24px 28px 60px;
}
.right {
  overflow-y: auto;
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding: 24px;
}
.dry {
  display: grid;
  gap: 10px;
  margin-bottom: 22px;
}
.sub {
  margin: 6px 0 12px;
}
.group {
  font-size: 15.5px;
  border-bottom: 1px solid var(--rule);
  padding: 12px 0 5px;
}
.all {
  display: flex;
  gap: 8px;
  margin-bottom: 8px;
}
.fixed {
  background: var(--teal-wash);
  padding: 9px 14px;
  margin-bottom: 10px;
}
.fixed ul {
  margin: 2px 0 0;
  padding-left: 18px;
}
.keep {
  font-size: 13px;
}
.kept {
  padding: 6px 0;
}
.finding {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  padding: 11px 0;
  border-bottom: 1px solid var(--rule);
}
.said {
  flex: 1;
  min-width: 0;
}
.severity {
  display: flex;
  gap: 7px;
  align-items: center;
  font-weight: 700;
  color: var(--sun);
}
.must .severity {
  color: var(--vermilion);
}
.what {
  font-weight: 700;
  font-size: 15px;
}
.acts {
  display: grid;
  width: 208px;
  align-content: center;
  justify-items: stretch;
  gap: 4px;
}
.acts .keep {
  text-align: center;
}
.placeholders {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 10px;
}
.placeholder {
  width: 132px;
  font-size: 13px;
}
.clean {
  padding: 30px 0;
  display: flex;
  gap: 18px;
  align-items: center;
  font-size: 16px;
}
</style>
