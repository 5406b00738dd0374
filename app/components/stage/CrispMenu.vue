<script setup lang="ts">
import { sparedBy } from '@core/art/crispness'
import { computed, ref, watch } from 'vue'
import { useCrisp } from '~/stores/crisp'

/** Smooth, or drawn pixel by pixel on one grid. */
const crisp = useCrisp()
const wanted = ref(16)
watch(
  () => [crisp.pixels, crisp.grid],
  () => {
    wanted.value = crisp.pixels > 0 ? crisp.pixels : (crisp.grid ?? 16)
  },
  { immediate: true },
)
const valid = computed(() => Number.isInteger(wanted.value) && wanted.value >= 8 && wanted.value <= 48)
</script>

<template>
  <v-menu :close-on-content-click="false" location="top">
    <template #activator="{ props }">
      <v-btn v-bind="props" icon variant="text" aria-label="Pixel grid" title="Pixel grid" data-testid="pixel-grid"
        ><BitsIcon name="grid"
      /></v-btn>
    </template>
    <div class="sheet">
      <h3>Pixel grid</h3>
      <p class="soft">
        {{
          crisp.pixels > 0
            ? `Every drawing sits on a grid of ${crisp.pixels} px a metre, enlarged by whole numbers. Bars in the game’s own colour stand where a screen has room for no whole number more.`
            : 'Off: drawings are smooth and stand anywhere.'
        }}
      </p>
      <p v-if="valid" class="soft">
        With {{ wanted }} px a metre usual screens leave {{ Math.round(sparedBy(wanted) * 100) }} % to bars.
      </p>
      <v-text-field v-model.number="wanted" type="number" label="px a metre" min="8" max="48" />
      <div class="acts">
        <v-btn variant="text" :disabled="crisp.pixels === 0" @click="crisp.set(0)">Smooth</v-btn>
        <v-btn color="primary" :disabled="!valid || wanted === crisp.pixels" @click="crisp.set(wanted)"
          >Make it crisp</v-btn
        >
      </div>
    </div>
  </v-menu>
</template>

<style scoped>
.sheet {
  width: 280px;
  padding: 16px;
  display: grid;
  gap: 10px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 6px;
}
</style>
