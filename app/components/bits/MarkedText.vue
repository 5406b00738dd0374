<script setup lang="ts">
import { readMarks } from '@core/label/marks'
import { computed } from 'vue'

const { text } = defineProps<{ text: string }>()
const blocks = computed(() => readMarks(text))
</script>

<template>
  <div class="marked">
    <template v-for="(block, i) in blocks" :key="i">
      <ul v-if="block.kind === 'points'">
        <li v-for="(line, k) in block.lines" :key="k">
          <template v-for="(run, r) in line" :key="r"
            ><strong v-if="run.strong">{{ run.text }}</strong
            ><template v-else>{{ run.text }}</template></template
          >
        </li>
      </ul>
      <p v-else>
        <template v-for="(line, k) in block.lines" :key="k"
          ><br v-if="k > 0" /><template v-for="(run, r) in line" :key="r"
            ><strong v-if="run.strong">{{ run.text }}</strong
            ><template v-else>{{ run.text }}</template></template
          ></template
        >
      </p>
    </template>
  </div>
</template>

<style scoped>
.marked {
  display: grid;
  gap: 8px;
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
