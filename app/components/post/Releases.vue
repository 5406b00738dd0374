<script setup lang="ts">
import type { PostingRecord } from '@core/pack/posting-record'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'
import { usePosting } from '~/stores/posting'
import { usePostedGame } from '~/stores/posted-game'

/** Every posting of this pack: take it off, put an older release back, delete the game for good. */
const bench = useBench()
const posting = usePosting()
const posted = usePostedGame()
const deleting = ref(false)
const rows = computed(() => [...bench.pack!.postings].reverse())
const canPutBack = (release: number, game: string): boolean =>
  posted.owner !== null &&
  posted.owner.game === game &&
  posted.owner.live !== release &&
  posted.owner.releases.some((one) => one.release === release)
/** The live release that took its place; 0 for none. That is how it should be, and looks like it. */
const replacedBy = (one: PostingRecord): number =>
  one.state === 'withdrawn'
    ? (rows.value.find((row) => row.game === one.game && row.state === 'live')?.release ?? 0)
    : 0
const day = (at: string) => new Date(at).toLocaleDateString([], { day: 'numeric', month: 'short' })

async function remove(): Promise<void> {
  deleting.value = false
  await posted.deleteGame()
}
</script>

<template>
  <section aria-label="Before" class="before">
    <h2>Releases</h2>
    <table>
      <tbody>
        <tr v-for="one in rows" :key="one.id" data-testid="posting-row">
          <td class="mono">release {{ one.release }}</td>
          <td>
            <span v-if="replacedBy(one)" class="soft">made room for {{ replacedBy(one) }}</span>
            <span v-else :class="['state', one.state]">{{ one.state.replaceAll('-', ' ') }}</span>
          </td>
          <td class="soft">{{ day(one.at) }}</td>
          <td class="note">{{ one.note || '–' }}</td>
          <td class="act">
            <v-btn v-if="one.state === 'live'" variant="text" size="small" @click="posted.setLive(0)">Withdraw</v-btn>
            <v-btn
              v-else-if="one.state === 'held'"
              color="primary"
              size="small"
              data-testid="let-go"
              @click="posting.letGo(one.id)"
              >Let it go now</v-btn
            >
            <v-btn
              v-else-if="canPutBack(one.release, one.game)"
              variant="text"
              size="small"
              @click="posted.setLive(one.release)"
              >Put back</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="posted.owner" class="link delete" @click="deleting = true">Delete the game for good…</button>
    <v-dialog v-model="deleting" max-width="520">
      <div class="ask" role="alertdialog" aria-label="Delete the game for good">
        <h2>Delete the game for good?</h2>
        <p>
          The arcade forgets all its releases, its scores, its figures and its invites. The link and the postcode lead
          nowhere from then on, and never to another game. Your pack stays as it is and can be posted as a new game.
        </p>
        <p>To take it off for a while, withdraw it instead.</p>
        <div class="acts">
          <v-btn variant="outlined" @click="deleting = false">Keep it</v-btn>
          <v-btn color="error" data-testid="delete-game" @click="remove">Delete it for good</v-btn>
        </div>
      </div>
    </v-dialog>
  </section>
</template>

<style scoped>
.before h2 {
  font-size: 17px;
  padding-bottom: 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
td {
  border-top: 1px solid var(--rule);
  padding: 6px 12px 6px 0;
  white-space: nowrap;
}
.note {
  white-space: normal;
  width: 50%;
}
.act {
  text-align: right;
  padding-right: 0;
}
.state {
  display: inline-block;
  font: 700 14px var(--head);
  border: 2px solid currentcolor;
  border-radius: 50%;
  padding: 1px 16px;
  transform: rotate(-3deg);
  color: var(--soft);
}
.state.live {
  color: var(--teal);
}
.state.returned {
  color: var(--vermilion);
}
.delete {
  margin-top: 8px;
  color: var(--vermilion);
}
.ask {
  background: var(--sheet);
  padding: 22px 26px;
  display: grid;
  gap: 10px;
}
.acts {
  display: flex;
  gap: 10px;
  justify-content: flex-end;
}
</style>
