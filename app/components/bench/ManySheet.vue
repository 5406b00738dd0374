<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useMany } from '~/stores/many'
import { useSwap } from '~/stores/swap'

/** Which file goes to which part, before it happens. */
const bench = useBench()
const many = useMany()
const swap = useSwap()
const urls = ref<string[]>([])
const drop = () => urls.value.forEach((url) => URL.revokeObjectURL(url))
watch(
  () => many.rows.map((row) => row.what),
  async (files, old) => {
    if (old !== undefined && files.length === old.length && files.every((one, i) => one === old[i])) return
    const made = await Promise.all(
      files.map(async (one) =>
        /\.(png|jpe?g|webp|gif)$/i.test(one.name)
          ? URL.createObjectURL(new Blob([(await one.bytes()) as BlobPart]))
          : '',
      ),
    )
    drop()
    urls.value = made
  },
  { immediate: true },
)
onBeforeUnmount(drop)
</script>

<template>
  <v-dialog v-model="many.open" max-width="640" aria-label="Swap many parts">
    <div class="sheet" data-testid="many">
      <h2>{{ many.rows.length }} files for your parts</h2>
      <p class="soft">
        Matched by their names{{ many.chosen.length > 0 ? ', the rest in the order you chose the parts' : '' }}. Change
        what is wrong, then swap.
      </p>
      <ul>
        <li v-for="(row, i) in many.rows" :key="row.what.name + i">
          <span class="thumb checker"><img v-if="urls[i]" :src="urls[i]" alt="" /><BitsIcon v-else name="file" /></span>
          <span class="name" :title="row.what.name">{{ row.what.name.replace(/^.*[/\\]/, '') }}</span>
          <BitsIcon name="right" :size="16" />
          <select
            :value="row.part"
            :aria-label="`Part for ${row.what.name}`"
            @change="many.setPart(i, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">leave it out</option>
            <option v-for="spec in many.partsFor(row.want)" :key="spec.id" :value="spec.id">{{ spec.name }}</option>
          </select>
          <span class="chip"><BitsPartChip v-if="row.part !== '' && bench.spec(row.part)" :part="row.part" /></span>
        </li>
      </ul>
      <div class="acts">
        <v-btn variant="text" @click="many.open = false">Leave it</v-btn>
        <v-btn color="primary" :disabled="many.ready.length === 0" :loading="swap.busy !== ''" @click="many.swapAll()"
          >Swap {{ many.ready.length }}</v-btn
        >
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.sheet {
  background: var(--sheet);
  padding: 22px 24px;
  border: 1px solid var(--rule);
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 50vh;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) 20px 190px 40px;
  align-items: center;
  gap: 10px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
.thumb {
  width: 44px;
  height: 40px;
  display: grid;
  place-items: center;
}
img {
  max-width: 100%;
  max-height: 100%;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
select {
  height: 34px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 0 6px;
  background: var(--sheet);
  color: var(--ink);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
