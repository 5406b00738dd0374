import { Template, type FolderTemplate } from '@core/template/template'
import { db } from './db'

/** Null when there is none, or when it cannot be read here. */
export async function loadTemplate(id: string): Promise<Template | null> {
  const read = Template.safeParse((await db().templates.get(id))?.template)
  return read.success ? read.data : null
}

export async function keepTemplate(template: FolderTemplate): Promise<void> {
  await db().templates.put({ id: template.id, template })
}

/** Ids of all that are here. */
export const templateIds = async (): Promise<string[]> =>
  (await db().templates.toCollection().primaryKeys()).filter((id) => typeof id === 'string')

/** Those made of folders, the readable ones. */
export async function listTemplates(): Promise<FolderTemplate[]> {
  const found: FolderTemplate[] = []
  for (const id of await templateIds()) {
    const template = await loadTemplate(id)
    if (template?.kind === 'folder') found.push(template)
  }
  return found
}

export const removeTemplate = (id: string): Promise<void> => db().templates.delete(id)
