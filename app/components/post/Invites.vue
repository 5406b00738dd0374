<script setup lang="ts">
import { ref } from 'vue'
import { useNotices } from '~/stores/notices'
import { usePostedGame } from '~/stores/posted-game'

/** Invites: one link for each person or group, taken back one by one. */
const posted = usePostedGame()
const notices = useNotices()
const name = ref('')
const made = ref('')

async function add(): Promise<void> {
  const link = await posted.invite(name.value)
  if (link === null) return
  made.value = link
  name.value = ''
}
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(made.value)
    notices.say('Invite copied.')
  } catch {
    notices.warn('This browser does not let pages copy. Select the text and copy it by hand.')
  }
}
const day = (at: string) => new Date(at).toLocaleDateString([], { day: 'numeric', month: 'short' })
</script>

<template>
  <section class="invites" aria-label="Invites">
    <h2>Invites</h2>
    <p class="soft">A link for each person or group. Taken back, it opens nothing any more, at once.</p>
    <ul v-if="posted.owner && posted.owner.invites.length > 0">
      <li v-for="one in posted.owner.invites" :key="one.id" data-testid="invite">
        <b>{{ one.name }}</b>
        <span class="soft">{{ one.used ? `opened ${day(one.used)}` : 'not opened yet' }}</span>
        <v-btn variant="text" size="small" @click="posted.revoke(one.id)">Take back</v-btn>
      </li>
    </ul>
    <form @submit.prevent="add">
      <v-text-field v-model="name" label="Who is it for" maxlength="60" data-testid="invite-name" />
      <v-btn type="submit" variant="outlined" :disabled="name.trim() === ''">Make an invite</v-btn>
    </form>
    <div v-if="made" class="made">
      <p class="soft">Copy it now; it is shown this once.</p>
      <div>
        <input class="mono" readonly :value="made" aria-label="Invite link" data-testid="invite-link" />
        <v-btn variant="outlined" @click="copy">Copy</v-btn>
      </div>
    </div>
  </section>
</template>

<style scoped>
.invites {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 16px 20px;
  display: grid;
  gap: 9px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  border-top: 1px solid var(--rule);
}
li .soft {
  margin-right: auto;
}
form,
.made div {
  display: flex;
  gap: 8px;
  align-items: center;
}
form > :first-child,
.made input {
  flex: 1;
  min-width: 0;
}
.made {
  background: var(--sun-wash);
  padding: 8px 10px;
}
.made input {
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--rule);
  padding: 5px 9px;
}
</style>
