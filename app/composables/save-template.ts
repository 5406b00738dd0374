import type { FolderTemplate } from '@core/template/template'
import { useNotices } from '~/stores/notices'
import { plain } from '~/stores/swap'
import { folderWork } from '~/workers/folder'
import { download, fileWord } from './download'

/** NAME.template.zip: with the names that were given by hand, what was met, and the terms, for others to start from. */
export async function saveTemplateAsFile(template: FolderTemplate): Promise<void> {
  const saved = await folderWork().saveTemplate(plain(template))
  if (saved.ok) download(saved.value, `${fileWord(template.name)}.template.zip`, 'application/zip')
  else useNotices().warn(saved.message)
}
