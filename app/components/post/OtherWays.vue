<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { download, fileWord } from '~/composables/download'
import { useBench } from '~/stores/bench'
import { usePosting } from '~/stores/posting'

/** The same game without the arcade: files for any static host, one page, a WebDAV folder. */
const bench = useBench()
const posting = usePosting()
const word = computed(() => fileWord(bench.pack!.label.title))
const building = ref('')
const hosts = ref<string[]>([])
const address = ref('')
const folder = ref('')
const user = ref('')
const password = ref('')
const sending = ref(false)
const sent = ref('')
onMounted(async () => {
  hosts.value = await posting.webdavHosts()
  address.value = hosts.value[0] ?? ''
  folder.value = word.value
})

async function saveFiles(which: 'zip' | 'html'): Promise<void> {
  building.value = which
  const parcel = await posting.build()
  building.value = ''
  if (parcel === null) return
  if (which === 'zip') download(parcel.zip, `${word.value}.game.zip`, 'application/zip')
  else if (parcel.html !== undefined) download(parcel.html, `${word.value}.html`, 'text/html')
}

async function toWebdav(): Promise<void> {
  sending.value = true
  sent.value = ''
  const done = await posting.sendToWebdav({
    address: address.value,
    folder: folder.value,
    user: user.value,
    password: password.value,
  })
  sending.value = false
  if (done === null) return
  password.value = ''
  sent.value = `${done.files} files (${(done.bytes / 1e6).toFixed(2)} MB) are in ${done.address}`
}
</script>

<template>
  <section class="ways" aria-label="Other ways out">
    <h2>Other ways out</h2>
    <div class="files">
      <v-btn variant="outlined" :loading="building === 'zip'" data-testid="game-files" @click="saveFiles('zip')"
        >Game files for any host</v-btn
      >
      <v-btn
        v-if="bench.base?.kind === 'engine'"
        variant="outlined"
        :loading="building === 'html'"
        data-testid="one-file"
        @click="saveFiles('html')"
        >One file</v-btn
      >
    </div>
    <details>
      <summary>A WebDAV folder</summary>
      <p v-if="hosts.length === 0" class="soft">
        The keeper of this server has not allowed any WebDAV host. They can, with NUXT_WEBDAV_HOSTS.
      </p>
      <form v-else @submit.prevent="toWebdav">
        <v-text-field v-model="address" label="Address" class="wide" data-testid="webdav-address" />
        <v-text-field v-model="folder" label="Folder" data-testid="webdav-folder" />
        <v-text-field v-model="user" label="Name" autocomplete="off" data-testid="webdav-user" />
        <v-text-field
          v-model="password"
          label="Password"
          type="password"
          autocomplete="off"
          data-testid="webdav-password"
        />
        <v-btn type="submit" variant="outlined" :loading="sending" data-testid="webdav-send">Send it there</v-btn>
        <p class="soft wide">Allowed here: {{ hosts.join(', ') }}. Name and password are kept nowhere.</p>
        <p v-if="sent" class="wide" role="status" data-testid="webdav-sent">{{ sent }}</p>
      </form>
    </details>
  </section>
</template>

<style scoped>
.ways {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 16px 20px;
  display: grid;
  gap: 9px;
}
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
summary {
  cursor: pointer;
  font-weight: 700;
  padding: 4px 0;
}
form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.wide {
  grid-column: 1 / -1;
}
</style>
