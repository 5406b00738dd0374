<script setup lang="ts">
import { nameOf } from '@core/posting/names'
import { Problem, ScoreRow, type EndedMessage, type GameView, type ScoreTicket } from '@core/posting/protocol'
import { onMounted, ref, shallowRef, watch } from 'vue'
import * as z from 'zod'

/** The table of scores, and a place for the play that just ended. Names come from a list. */
const { game, play, ticket } = defineProps<{
  game: GameView
  play: z.infer<typeof EndedMessage> | null
  ticket: ScoreTicket | null
}>()
const rows = shallowRef<ScoreRow[]>([])
const said = ref('')
const sent = ref(false)
const path = `/api/arcade/games/${game.link.split('/').at(-1)}/scores`
const Rows = z.array(ScoreRow)

onMounted(async () => {
  const read = Rows.safeParse(await (await fetch(path).catch(() => null))?.json().catch(() => null))
  if (read.success) rows.value = read.data
})
watch(
  () => play,
  () => {
    sent.value = false
    said.value = ''
  },
)

async function put(name: number): Promise<void> {
  if (play === null || ticket === null) return
  sent.value = true
  const answer = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ticket, name, score: play.score, proof: play.proof }),
  }).catch(() => null)
  const body: unknown = await answer?.json().catch(() => null)
  const read = Rows.safeParse(body)
  if (read.success) {
    rows.value = read.data
    said.value = `${nameOf(name)} is in the table.`
    return
  }
  const problem = Problem.safeParse(body)
  said.value = problem.success ? problem.data.detail : 'The arcade did not answer. The score was not taken.'
}
</script>

<template>
  <section aria-label="Scores" data-testid="scores">
    <h2>Scores</h2>
    <div v-if="play && ticket && play.proof && play.score > 0 && !sent" class="mine">
      <p>
        <b>{{ play.score }} points.</b> Put them into the table? Choose a name:
      </p>
      <div class="names">
        <button v-for="name in ticket.names" :key="name" class="press" data-testid="score-name" @click="put(name)">
          {{ nameOf(name) }}
        </button>
      </div>
    </div>
    <p v-else-if="play && !ticket && play.proof && play.score > 0" role="status" data-testid="score-late">
      <b>{{ play.score }} points.</b> This go began before the arcade had a place for it, so it cannot go into the
      table. The next one can.
    </p>
    <p v-if="said" role="status" data-testid="score-said">{{ said }}</p>
    <table v-if="rows.length > 0">
      <tbody>
        <tr v-for="(row, i) in rows.slice(0, 10)" :key="i">
          <td class="mono">{{ i + 1 }}.</td>
          <td>{{ row.name }}</td>
          <td class="points">{{ row.score }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">Nobody is in the table yet. Play to an end to be the first.</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 15.5px;
  margin: 14px 0 4px;
}
.mine {
  background: var(--sun-wash);
  padding: 8px 12px;
  border-radius: 4px;
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
td {
  border-bottom: 1px solid var(--rule);
  padding: 3px 8px 3px 0;
}
.points {
  text-align: right;
  font-weight: 700;
}
</style>
