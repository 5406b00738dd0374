<script setup lang="ts">
import { COMMON_LICENCES } from '@core/label/licences'
import { clashOf, COPY_TERMS, freestTerms } from '@core/label/terms'
import { yoursOf } from '@core/facts/yours'
import { handedOn } from '@core/facts/handed-on'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** May others make their own from this pack, on which terms; and how much of it is the maker's own. */
const bench = useBench()
const copies = computed(() => bench.pack!.label.copies)
const inside = computed(() => handedOn(bench.template!, bench.pack!))
const freest = computed(() => freestTerms(inside.value))
const plainOf = (id: string) => COMMON_LICENCES.find((one) => one.id === id)?.plain ?? id
const options = computed(() =>
  COPY_TERMS.map((id) => ({
    id,
    name: id,
    clash: inside.value.find((one) => clashOf(one.licence, id, one.own) !== null),
  })),
)
const CLASH = {
  'no-changes': 'may not be changed',
  'no-commerce': 'may not earn money',
  'same-terms': 'must stay on its own terms',
  'all-mine': 'belongs to somebody who gave no licence',
  'needs-credit': 'needs its maker named, which these terms do not ask for',
}
const clash = computed(() => {
  const hit = inside.value.find((one) => clashOf(one.licence, copies.value.licence, one.own) !== null)
  return hit === undefined
    ? ''
    : `“${hit.file}” (${hit.licence}) ${CLASH[clashOf(hit.licence, copies.value.licence, hit.own)!]}.`
})
const yours = computed(() => yoursOf(bench.template!, bench.pack!))
const percent = (share: number) => Math.round(share * 100)

const set = (change: Partial<typeof copies.value>) =>
  void bench.act('Choose the copy terms', { type: 'set-label', change: { copies: { ...copies.value, ...change } } })
function allow(on: boolean): void {
  const { licence } = copies.value
  const fits = licence !== '' && inside.value.every((one) => clashOf(one.licence, licence, one.own) === null)
  set({ allowed: on, licence: fits ? licence : (freest.value ?? COPY_TERMS[0]!) })
}
</script>

<template>
  <div class="copies">
    <label class="line"
      ><input
        type="checkbox"
        :checked="copies.allowed"
        data-testid="copies-allowed"
        @change="allow(($event.target as HTMLInputElement).checked)"
      /><span
        ><b>Others may make their own from this</b>{{ ' '
        }}<span class="soft">the line that says it came from you is kept for ever</span></span
      ></label
    >
    <template v-if="copies.allowed">
      <label class="terms"
        >On these terms
        <select
          :value="copies.licence"
          data-testid="copies-licence"
          @change="set({ licence: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="one in options" :key="one.id" :value="one.id" :disabled="one.clash !== undefined">
            {{ one.name }}{{ one.clash === undefined ? '' : ` (not with “${one.clash.file}” inside)` }}
          </option>
        </select>
        <span class="soft">{{ plainOf(copies.licence) }}</span></label
      >
      <p v-if="clash" class="note">
        {{ clash }}
        {{ freest === null ? 'Swap it before others may copy the pack.' : `The freest terms that fit are ${freest}.` }}
      </p>
    </template>
    <ol v-if="bench.pack!.lineage.length > 0" class="lineage">
      <li v-for="line in bench.pack!.lineage" :key="line.postcode + line.at">
        made from <b>{{ line.title }}</b> by {{ line.author || 'somebody' }} ({{ line.postcode }}, {{ line.licence }})
      </li>
    </ol>
    <p data-testid="yours">
      <b>{{ yours.parts.own }} of {{ yours.parts.all }} parts</b> and
      <b>{{ percent(yours.area) }} % of the screen</b> are yours{{
        bench.pack!.lineage.length > 0 ? ', compared with the pack it was copied from' : ''
      }}.
    </p>
  </div>
</template>

<style scoped>
.copies {
  display: grid;
  gap: 8px;
}
.line {
  display: flex;
  gap: 10px;
  align-items: baseline;
  cursor: pointer;
}
.terms {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.note {
  color: var(--sun);
  font-weight: 700;
}
.lineage {
  margin: 0;
  padding-left: 18px;
}
</style>
