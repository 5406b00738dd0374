<script setup lang="ts">
import { computed } from 'vue'
import { useCheck } from '~/stores/check'
import { useWorkbench } from '~/stores/workbench'

/** A picture that looks like a sheet was left whole: here it is cut with one press, or stays as it is for good. */
const { compact = false } = defineProps<{ compact?: boolean }>()
const at = useWorkbench()
const check = useCheck()
const finding = computed(() =>
  check
    .ofPart(at.part, at.entry === '' ? undefined : at.entry)
    .find((one) => one.rule === 'whole-sheet' && one.kept === undefined),
)
const fact = (key: string) => Number(finding.value?.facts[key] ?? 0)
const told = computed(() => {
  const why = String(finding.value?.facts['why'] ?? '').split(', ')
  const crossed = fact('crossed')
  return [
    { good: true, say: why.includes('alike') ? 'neighbours alike' : '' },
    { good: true, say: why.includes('clear lines') ? 'empty lines between' : '' },
    { good: true, say: why.includes('even') ? 'even spacing' : '' },
    { good: true, say: why.includes('edges repeat') ? 'edges repeat' : '' },
    { good: false, say: crossed > 0 ? `${crossed} ${crossed === 1 ? 'line crosses' : 'lines cross'} ink` : '' },
  ].filter((one) => one.say !== '')
})
</script>

<template>
  <div v-if="finding" :class="['band', { compact }]" role="status" data-testid="cut-offer">
    <div class="words">
      <b
        >Looks like {{ fact('count') }} pictures of <span class="mono">{{ fact('w') }} × {{ fact('h') }}</span> px. Cut
        it?</b
      >
      <span class="why">
        <span v-for="one in told" :key="one.say" :class="{ bad: !one.good }"
          ><BitsIcon :name="one.good ? 'tick' : 'close'" :size="13" />{{ one.say }}</span
        >
      </span>
    </div>
    <v-btn color="primary" :size="compact ? 'small' : undefined" @click="check.fix(finding)"
      >Cut into {{ fact('count') }}</v-btn
    >
    <v-btn v-if="compact" variant="outlined" size="small" @click="at.show('cut')">Look at the cut</v-btn>
    <v-btn
      variant="outlined"
      :size="compact ? 'small' : undefined"
      @click="check.keepAsIs(finding, 'It is one picture.')"
      >Leave it whole</v-btn
    >
  </div>
</template>

<style scoped>
.band {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  padding: 10px 16px;
  background: var(--sun-wash);
}
.compact {
  padding: 6px 10px;
  gap: 6px;
  border-radius: 4px;
}
.words {
  flex: 1 1 220px;
  text-align: left;
  display: flex;
  flex-direction: column;
}
.why {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 13px;
}
.why span {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
.bad {
  color: var(--vermilion);
}
</style>
