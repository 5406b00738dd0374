import { useBench } from '~/stores/bench'
import { useLibrary } from '~/stores/library'
import { download, fileWord } from './download'

/** Saves the pack on the bench as NAME.pack.zip, also while the browser's own store is full. */
export async function savePackAsFile(): Promise<void> {
  const { pack } = useBench()
  const bytes = pack === null ? null : await useLibrary().saveFile(pack)
  if (pack !== null && bytes !== null) download(bytes, `${fileWord(pack.label.title)}.pack.zip`, 'application/zip')
}
