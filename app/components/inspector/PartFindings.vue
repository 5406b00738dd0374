<script setup lang="ts">
import { SEVERITY_NAMES } from '@core/check/finding'
import { textOf } from '@core/check/texts'
import { computed } from 'vue'
import { useCheck } from '~/stores/check'

const { part, entry } = defineProps<{ part: string; entry?: string }>()
const check = useCheck()
const findings = computed(() =>
  check.ofPart(part, entry).filter((finding) => finding.rule !== 'still-template' && finding.rule !== 'source-unknown'),
)
</script>

<template>
  <ul v-if="findings.length > 0" class="findings">
    <li v-for="finding in findings" :key="finding.id" :class="finding.severity">
      <BitsIcon :name="finding.severity === 'must' ? 'must' : 'warn'" :size="17" />
      <div>
        <p>
          <b>{{ SEVERITY_NAMES[finding.severity] }}:</b> {{ textOf(finding).what }}.
        </p>
        <button v-if="finding.fixable && textOf(finding).fix" class="link" @click="check.fix(finding)">
          {{ textOf(finding).fix }}
        </button>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.findings {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: flex;
  gap: 9px;
  padding: 9px 10px 5px;
  border-radius: 4px;
  background: var(--sun-wash);
}
li.must {
  background: var(--vermilion-wash);
}
li svg {
  margin-top: 2px;
}
</style>
