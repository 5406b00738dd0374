<script setup lang="ts">
import { inAllLevels, inLevel, onlyIn, ownLevels } from '@core/template/levels'
import { differsByLevel, levelOf, wholePart } from '@core/template/uses'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'

/** Where what is in hand counts: in this level only, in some of them, or in all. */
const { part, compact = false } = defineProps<{ part: string; compact?: boolean }>()
const bench = useBench()
const shown = computed(() => bench.levels.length > 1 && bench.base !== null && differsByLevel(bench.base, part))
const name = computed(() => bench.spec(wholePart(part))?.name ?? '')
const number = computed(() => bench.levelIndex + 1)
const isOwn = computed(() => levelOf(part) !== '')
const own = computed(() => (bench.pack === null ? [] : ownLevels(bench.pack, part)))
const some = ref(false)

/** Something of its own in a level, beginning with what is there now. */
async function ownIn(index: number): Promise<void> {
  const { id } = bench.levels[index]!
  const command = bench.pack === null || bench.base === null ? null : onlyIn(bench.pack, bench.base, part, [id])
  if (command === null) return
  await bench.act(`${name.value} in level ${index + 1} only`, command)
  if (!compact && id === bench.level) bench.select(inLevel(part, id))
}
/** What is only in a level goes: it has what all have. */
async function asInAll(index: number): Promise<void> {
  const key = inLevel(part, bench.levels[index]!.id)
  await bench.act(`${name.value} in level ${index + 1} as in all`, { type: 'reset-part', part: key })
}
const toggle = (index: number) => (own.value.includes(index) ? asInAll(index) : ownIn(index))
const drop = () => asInAll(bench.levelIndex)
const only = () => (isOwn.value ? undefined : ownIn(bench.levelIndex))
async function all(): Promise<void> {
  const command = bench.pack === null ? null : inAllLevels(bench.pack, part)
  if (command !== null) await bench.act(`${name.value} in all levels`, command)
}
</script>

<template>
  <div v-if="shown && compact" class="line" data-testid="scope" :data-scope="part">
    <button class="plain-button corner-button" :aria-pressed="isOwn" @click="toggle(bench.levelIndex)">
      <span :class="['corner', { off: !isOwn }]" aria-hidden="true">{{ number }}</span>
      {{ isOwn ? 'only in this level' : 'in all levels' }}
    </button>
    <button v-if="isOwn" class="link" @click="all()">into all</button>
  </div>
  <div v-else-if="shown" class="scope" data-testid="scope">
    <h3>Where this counts</h3>
    <div role="radiogroup" aria-label="Where this counts" class="ways">
      <button
        role="radio"
        :aria-checked="isOwn"
        :class="['plain-button', 'way', { on: isOwn }]"
        data-act="only-here"
        @click="only()"
      >
        <b>In level {{ number }} only</b>
        <span class="soft">{{ isOwn ? 'The others keep what they have.' : 'Begins with what is there now.' }}</span>
      </button>
      <button
        role="radio"
        :aria-checked="!isOwn"
        :class="['plain-button', 'way', { on: !isOwn }]"
        data-act="in-all"
        @click="all()"
      >
        <b>In all levels</b>
        <span class="soft">{{
          isOwn ? `Puts this into all ${bench.levels.length}.` : 'Where a level has none of its own.'
        }}</span>
      </button>
    </div>
    <ul class="each" aria-label="What each level has">
      <li v-for="(level, i) in bench.levels" :key="level.id">
        <label v-if="some" class="some">
          <input
            type="checkbox"
            :checked="own.includes(i)"
            :aria-label="`Its own in level ${i + 1}`"
            @change="toggle(i)"
          />
          {{ i + 1 }}
        </label>
        <button
          v-else
          :class="['plain-button', 'small', { here: level.id === bench.level }]"
          :aria-label="`Level ${i + 1}, ${level.name}: ${own.includes(i) ? 'its own' : 'as in all'}`"
          @click="bench.goToLevel(level.id)"
        >
          <span class="shot"
            ><BitsPartPicture
              :content="bench.content(own.includes(i) ? inLevel(part, level.id) : wholePart(part))!"
              :template="bench.template ?? undefined"
          /></span>
          <span :class="{ own: own.includes(i) }">{{ i + 1 }}</span>
        </button>
      </li>
    </ul>
    <div class="ends">
      <button class="link" @click="some = !some">{{ some ? 'show what each has' : 'In some of them…' }}</button>
      <button v-if="isOwn" class="link" @click="drop()">Drop what is only here</button>
    </div>
  </div>
</template>

<style scoped>
.scope {
  display: grid;
  gap: 8px;
}
.ways {
  display: grid;
  gap: 6px;
}
.way {
  display: grid;
  padding: 7px 11px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  text-align: start;
}
.way.on {
  border: 1.5px solid var(--teal);
  background: var(--teal-wash);
}
.way .soft {
  font-size: 12.5px;
}
.each {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.small {
  display: grid;
  justify-items: center;
  width: 40px;
  font-size: 12.5px;
}
.shot {
  width: 38px;
  height: 34px;
  overflow: hidden;
  border: 1px solid var(--rule);
  background: var(--kraft-wash);
}
.here .shot {
  border: 2px solid var(--teal);
}
.own {
  font-weight: 700;
  color: var(--teal);
}
.some {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 28px;
  padding-right: 6px;
}
.ends {
  display: flex;
  justify-content: space-between;
}
.line {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-top: -8px;
  font-size: 12.5px;
}
.corner-button {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 26px;
}
</style>
