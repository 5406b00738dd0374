<script setup lang="ts">
import type { FolderTemplate, Template } from '@core/template/template'
import { onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { download } from '~/composables/download'
import { filesOf, fromFile } from '~/composables/dropped-files'
import type { Bringing } from '~/stores/incoming'
import { useLibrary, type ClosedRow, type PackRow } from '~/stores/library'
import { useNotices } from '~/stores/notices'
import { useTemplates } from '~/stores/templates'

const library = useLibrary()
const templates = useTemplates()
const notices = useNotices()
const router = useRouter()
const all = shallowRef<Template[]>([])
const failed = ref(false)
const picker = useTemplateRef<HTMLInputElement>('picker')
const folderPicker = useTemplateRef<HTMLInputElement>('folderPicker')
const gamePicker = useTemplateRef<HTMLInputElement>('gamePicker')
const over = ref(false)
/** A game's folder is being opened. */
const opening = ref('')
/** Made of folders, in this browser. */
const own = shallowRef<FolderTemplate[]>([])
/** What was thrown away last, and how it comes back. */
const thrown = shallowRef<{ of: 'pack' | 'template'; name: string; back: () => Promise<void> } | null>(null)

onMounted(async () => {
  await library.open()
  try {
    all.value = await templates.all()
    await listOwn()
  } catch {
    failed.value = true
  }
})

const templateOf = (id: string): Template | undefined =>
  all.value.find((one) => one.id === id) ?? own.value.find((one) => one.id === id)

async function listOwn(): Promise<void> {
  const { listTemplates } = await import('~/storage/templates')
  own.value = await listTemplates()
}

async function openPack(file: File | undefined): Promise<void> {
  if (file === undefined) return
  if (!/\.zip$/i.test(file.name))
    return notices.warn(
      `“${file.name}” is not a pack file. Open a pack first, then drop pictures and sounds on its parts.`,
    )
  const id = await library.openFile(file)
  if (id !== null) await router.push(`/packs/${id}/bench`)
}

/** A small web game: its folder, the ZIP it is in, or its one page. */
async function openGame(what: readonly Bringing[]): Promise<void> {
  const name = what.length === 1 ? what[0]!.name : (what[0]?.name.split('/')[0] ?? '')
  if (what.length === 0) return
  opening.value = name
  const id = await library.openGame(what, name)
  opening.value = ''
  if (id !== null) await router.push(`/packs/${id}/bench`)
}
function gamePicked(event: Event): void {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])].map(fromFile)
  input.value = ''
  void openGame(files)
}

async function drop(event: DragEvent): Promise<void> {
  over.value = false
  const single = event.dataTransfer?.files[0]
  const what = await filesOf(event.dataTransfer)
  // A pack says so by its name, or by what is in its ZIP; what has no page in it is no game.
  const mayBeGame =
    what.some(({ name }) => /\.html?$/i.test(name)) || (what.length === 1 && /\.zip$/i.test(what[0]!.name))
  if (mayBeGame && !/\.pack\.zip$/i.test(what[0]!.name)) await openGame(what)
  else await openPack(single)
}

async function startOwn(template: Template): Promise<void> {
  await router.push(`/packs/${await library.start(template)}/bench`)
}

async function save(row: PackRow): Promise<void> {
  const bytes = await library.saveFile(row.pack)
  if (bytes !== null) download(bytes, `${fileWord(row.pack.label.title)}.pack.zip`, 'application/zip')
}

async function saveRaw(row: ClosedRow): Promise<void> {
  const bytes = await library.saveRaw(row)
  if (bytes !== null) download(bytes, `${fileWord(row.title)}.pack.zip`, 'application/zip')
}

async function throwAway(row: PackRow): Promise<void> {
  await library.remove(row.id)
  thrown.value = { of: 'pack', name: row.pack.label.title || 'Untitled game', back: () => library.restore(row) }
}

async function saveOwn(template: FolderTemplate): Promise<void> {
  const { saveTemplateAsFile } = await import('~/composables/save-template')
  await saveTemplateAsFile(template)
}
/** A template is kept for as long as there is a pack of it. */
async function throwOwnAway(template: FolderTemplate): Promise<void> {
  const count = library.packs.filter(({ pack }) => pack.template.id === template.id).length
  if (count > 0)
    return notices.warn(
      `${count === 1 ? 'A pack is' : `${count} packs are`} made with “${template.name}”. Throw ${count === 1 ? 'it' : 'them'} away first.`,
    )
  const { keepTemplate, removeTemplate } = await import('~/storage/templates')
  await removeTemplate(template.id)
  await listOwn()
  const back = async () => {
    await keepTemplate(template)
    await listOwn()
  }
  thrown.value = { of: 'template', name: template.name, back }
}

async function bringBack(): Promise<void> {
  await thrown.value?.back()
  thrown.value = null
}
</script>

<template>
  <div class="page" @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="drop">
    <FrameHomeBand
      ><button class="plain-button nav-button" @click="picker?.click()">Open a pack file</button></FrameHomeBand
    >
    <input
      ref="picker"
      type="file"
      accept=".zip"
      hidden
      data-testid="open-pack"
      @change="openPack(($event.target as HTMLInputElement).files?.[0])"
    />
    <input ref="gamePicker" type="file" accept=".zip,.html,.htm" hidden data-testid="open-game" @change="gamePicked" />
    <input ref="folderPicker" type="file" webkitdirectory hidden data-testid="open-game-folder" @change="gamePicked" />
    <main>
      <p class="what">
        Pack Post makes a small game yours: take one that works, swap its pictures, sounds and words, have it checked,
        and post it at a link for your friends.
      </p>
      <section>
        <div class="heading">
          <h1>On your bench</h1>
          <p class="soft">
            {{ library.packs.length }} {{ library.packs.length === 1 ? 'pack' : 'packs' }}, kept in this browser{{
              library.closed.length === 0 ? '' : `, and ${library.closed.length} that cannot be opened here`
            }}
          </p>
        </div>
        <div class="row" data-testid="packs">
          <template v-for="row in library.packs" :key="row.id">
            <HomePackStamp
              v-if="templateOf(row.pack.template.id)"
              :row="row"
              :template="templateOf(row.pack.template.id)!"
              @save="save(row)"
              @remove="throwAway(row)"
            />
          </template>
          <HomeClosedStamp v-for="row in library.closed" :key="`closed-${row.id}`" :row="row" @save="saveRaw(row)" />
          <button :class="['plain-button', 'drop', 'soft', { over }]" @click="picker?.click()">
            Drop a pack file anywhere on this page, or press here to open one
          </button>
        </div>
        <p v-if="thrown?.of === 'pack'" class="thrown" role="status">
          “{{ thrown.name }}” was thrown away.
          <button class="link" @click="bringBack">Bring it back</button>
        </p>
      </section>
      <hr class="fold" />
      <section>
        <div class="heading">
          <h1>Start from a template</h1>
          <p class="soft">It plays itself. Press it to play it yourself, or to see what can be swapped.</p>
        </div>
        <p v-if="failed" role="alert">The templates could not be loaded. Reload the page to try again.</p>
        <div class="row">
          <HomeTemplateStamp v-for="template in all" :key="template.id" :template="template" />
        </div>
      </section>
      <hr class="fold" />
      <section>
        <div class="heading">
          <h1>Or from any small web game</h1>
          <p class="soft">
            A folder with an index.html and what it loads, its ZIP, or one HTML file that you may change.
          </p>
        </div>
        <div class="row" data-testid="own-templates">
          <HomeFolderStamp
            v-for="template in own"
            :key="template.id"
            :template="template"
            @start="startOwn(template)"
            @save="saveOwn(template)"
            @remove="throwOwnAway(template)"
          />
          <div :class="['drop', 'game', 'soft', { over }]">
            <p>{{ opening ? `Looking through “${opening}”…` : 'Drop a game’s folder or ZIP anywhere on this page' }}</p>
            <v-btn variant="outlined" :loading="opening !== ''" @click="gamePicker?.click()">A ZIP or one page…</v-btn>
            <v-btn variant="text" :disabled="opening !== ''" @click="folderPicker?.click()">A folder…</v-btn>
          </div>
        </div>
        <p v-if="thrown?.of === 'template'" class="thrown" role="status">
          “{{ thrown.name }}” was thrown away.
          <button class="link" @click="bringBack">Bring it back</button>
        </p>
      </section>
    </main>
  </div>
</template>

<style scoped>
.what {
  padding: 18px 36px 0;
  max-width: 780px;
  font-size: 16px;
}
.page {
  min-height: 100vh;
}
section {
  padding: 26px 36px 30px;
}
.heading {
  display: flex;
  align-items: baseline;
  gap: 14px;
  margin-bottom: 22px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 26px;
}
.drop {
  width: 232px;
  min-height: 206px;
  padding: 24px;
  text-align: center;
  border: 1.5px dashed var(--soft);
  border-radius: 5px;
}
.game {
  display: grid;
  gap: 10px;
  justify-items: center;
  align-content: center;
}
.drop.over {
  background: var(--teal-wash);
  border-color: var(--teal);
}
.nav-button {
  font-weight: 700;
}
.nav-button:hover {
  text-decoration: underline;
}
.thrown {
  margin-top: 14px;
}
</style>
