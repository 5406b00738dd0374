<script setup lang="ts">
import type { PartContent } from '@core/kinds'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** A chip split on the diagonal: the template's below left, yours above right. */
const { part } = defineProps<{ part: string }>()
const bench = useBench()
const theirs = computed<PartContent | undefined>(() => bench.spec(part)?.content)
const own = computed<PartContent | undefined>(() => bench.pack?.parts[part])
</script>

<template>
  <div class="chip" aria-hidden="true">
    <div v-if="theirs && bench.template" :class="['half', 'theirs', { cut: own }]">
      <BitsPartPicture :content="theirs" :template="bench.template" />
    </div>
    <div v-if="own" class="half own"><BitsPartPicture :content="own" /></div>
  </div>
</template>

<style scoped>
.chip {
  position: relative;
  width: 36px;
  height: 36px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  overflow: hidden;
  background: var(--kraft-wash);
  flex: none;
}
.half {
  position: absolute;
  inset: 0;
}
.theirs {
  filter: saturate(0.75);
}
.theirs.cut {
  clip-path: polygon(0 0, 100% 100%, 0 100%);
}
.half :deep(.letters) {
  font-size: 11px;
}
.cut :deep(.letters) {
  transform: translate(-7px, 8px);
}
.own :deep(.letters) {
  transform: translate(7px, -8px);
}
.own {
  background: var(--teal-wash);
  clip-path: polygon(0 0, 100% 0, 100% 100%);
}
.chip::after {
  content: '';
  position: absolute;
  inset: 0;
  background: linear-gradient(
    to top right,
    transparent calc(50% - 0.5px),
    var(--rule) calc(50% - 0.5px) calc(50% + 0.5px),
    transparent calc(50% + 0.5px)
  );
  opacity: v-bind('own ? 1 : 0');
}
</style>
