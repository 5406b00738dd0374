<script setup lang="ts">
import { TAKEN_FIELDS } from '@core/template/take-from'
import { useTemplateRef } from 'vue'
import { useTakeFrom } from '~/stores/take-from'

/** What of another pack comes into this one, and where to, before it happens. */
const at = useTakeFrom()
const picker = useTemplateRef<HTMLInputElement>('picker')

async function picked(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined) await at.chooseFile(file)
}
</script>

<template>
  <v-dialog v-model="at.open" max-width="680" aria-label="Take from another pack">
    <div class="sheet" data-testid="take-from">
      <h2>Take from another pack</h2>
      <p class="soft">Pictures and sounds keep their credits; the other pack stays as it is. All of it is one step.</p>
      <div class="which">
        <select
          :value="at.from?.pack.id ?? ''"
          aria-label="Which pack"
          data-testid="take-pack"
          @change="at.choose(($event.target as HTMLSelectElement).value)"
        >
          <option value="" disabled>a pack of this browser…</option>
          <option v-for="pack in at.others" :key="pack.id" :value="pack.id">
            {{ pack.label.title || 'Untitled game' }}
          </option>
        </select>
        <v-btn variant="outlined" @click="picker?.click()">A pack file…</v-btn>
        <input ref="picker" type="file" accept=".zip" hidden data-testid="take-file" @change="picked" />
      </div>
      <template v-if="at.from">
        <p v-if="at.rows.length === 0" class="soft">Nothing in it is its maker’s own and has a place here.</p>
        <ul v-else>
          <li v-for="row in at.rows" :key="row.key" :data-take="row.key">
            <input
              :id="`take-${row.key}`"
              type="checkbox"
              :checked="row.chosen"
              @change="at.change(row.key, { chosen: ($event.target as HTMLInputElement).checked })"
            />
            <label :for="`take-${row.key}`">
              <span class="thumb checker"
                ><BitsPartPicture :content="row.entry?.sprite ?? row.content" :template="at.from.template"
              /></span>
              <span class="name"
                ><b>{{ row.name }}</b> <span class="soft">{{ row.of }}</span></span
              >
            </label>
            <select
              :value="row.target"
              :aria-label="`Where ${row.name} goes`"
              @change="at.change(row.key, { target: ($event.target as HTMLSelectElement).value, chosen: true })"
            >
              <option value="">where to?</option>
              <option v-for="spec in row.targets" :key="spec.id" :value="spec.id">{{ spec.name }}</option>
            </select>
          </li>
        </ul>
        <fieldset v-if="at.offeredLevels.length > 0">
          <legend>As more levels of this game</legend>
          <label v-for="level in at.offeredLevels" :key="level.id"
            ><input
              v-model="at.levels"
              type="checkbox"
              :value="level.id"
              :disabled="!at.levels.includes(level.id) && at.levels.length >= at.room"
              :data-level="level.id"
            />
            {{ level.name }}</label
          >
          <span v-if="at.room <= at.levels.length" class="soft">There is no room for more levels.</span>
        </fieldset>
        <fieldset v-if="at.offered.length > 0">
          <legend>Of its label</legend>
          <label v-for="field in at.offered" :key="field"
            ><input v-model="at.fields" type="checkbox" :value="field" /> {{ TAKEN_FIELDS[field] }}</label
          >
        </fieldset>
      </template>
      <p v-else-if="at.others.length === 0" class="soft">
        There is no other pack in this browser; open one from a file.
      </p>
      <div class="acts">
        <v-btn variant="text" @click="at.open = false">Leave it</v-btn>
        <v-btn
          color="primary"
          :disabled="at.ready.length + at.fields.length + at.levels.length === 0"
          :loading="at.busy"
          data-testid="take"
          @click="at.take()"
          >Take {{ at.ready.length + at.fields.length + at.levels.length || '' }}</v-btn
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
  gap: 12px;
}
.which,
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
}
.which select {
  flex: 1;
  max-width: none;
}
.acts {
  justify-content: flex-end;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 44vh;
  overflow-y: auto;
  border-top: 1px solid var(--rule);
}
li {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) 190px;
  align-items: center;
  gap: 10px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
li label {
  display: flex;
  align-items: center;
  gap: 12px;
  min-width: 0;
}
.thumb {
  width: 44px;
  height: 40px;
  flex: none;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
input[type='checkbox'] {
  width: 18px;
  height: 18px;
}
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
fieldset label {
  display: flex;
  align-items: center;
  gap: 7px;
}
legend {
  font-weight: 700;
  padding-bottom: 4px;
}
</style>
