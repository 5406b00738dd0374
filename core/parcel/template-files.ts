import { userError } from '../errors'
import { EXTENSIONS } from '../pack/asset'
import { hashOf } from '../pack/hash'
import { Template, type FolderTemplate } from '../template/template'
import { zipFiles } from './zip'

type Files = Map<string, Uint8Array>
type BytesOf = (hash: string) => Promise<Uint8Array | null>

const NAME = 'template.json'
const FOLDER = 'folder/'

/** Files that lie inside of others as data: addresses: they are no files of the folder. */
function inside(template: FolderTemplate): [string, string][] {
  const listed = new Set(Object.values(template.folder.files).map(({ hash }) => hash))
  return Object.entries(template.assets)
    .filter(([hash]) => !listed.has(hash))
    .map(([hash, { facts }]) => [hash, `inside/${hash}.${EXTENSIONS[facts.mime]}`])
}

/** A template made of a folder, with the folder: `template.json`, `folder/…` and what lies in data: addresses. */
export async function templateFiles(template: FolderTemplate, bytesOf: BytesOf): Promise<Files> {
  const files: Files = new Map([[NAME, new TextEncoder().encode(JSON.stringify(template, null, 1) + '\n')]])
  const put = async (name: string, hash: string) => {
    const bytes = await bytesOf(hash)
    if (bytes === null)
      throw userError(
        'folder-gone',
        `The game’s file ${name.replace(FOLDER, '')} is gone from this browser. Open the game’s folder again, then save.`,
      )
    files.set(name, bytes)
  }
  for (const [path, { hash }] of Object.entries(template.folder.files)) await put(FOLDER + path, hash)
  for (const [hash, name] of inside(template)) await put(name, hash)
  return files
}

/** NAME.template.zip, to hand on. */
export const saveTemplateFile = async (template: FolderTemplate, bytesOf: BytesOf): Promise<Uint8Array> =>
  zipFiles(await templateFiles(template, bytesOf))

/** Whether these files are those of a template that was saved. */
export const holdsTemplate = (files: ReadonlyMap<string, Uint8Array>): boolean => files.has(NAME)

/**
 * Reads a template and its folder out of unpacked files. Throws a UserError that names `file` where they are not whole;
 * nothing is kept then.
 */
export function readTemplateFiles(
  files: ReadonlyMap<string, Uint8Array>,
  file: string,
): { template: FolderTemplate; bytes: Files } {
  const broken = (why: string) => userError('template-file', `“${file}” ${why}. Ask for it to be saved again.`)
  let json: unknown
  try {
    json = JSON.parse(new TextDecoder().decode(files.get(NAME)))
  } catch {
    throw broken('holds a template that cannot be read')
  }
  const read = Template.safeParse(json)
  if (!read.success || read.data.kind !== 'folder')
    throw broken('holds a template that this Pack Post cannot read; it may be of a newer one')
  const template = read.data
  const bytes: Files = new Map()
  const take = (name: string, hash: string) => {
    const content = files.get(name)
    if (content === undefined || hashOf(content) !== hash) throw broken(`lacks a file of its game (${name})`)
    bytes.set(hash, content)
  }
  for (const [path, { hash }] of Object.entries(template.folder.files)) take(FOLDER + path, hash)
  for (const [hash, name] of inside(template)) take(name, hash)
  return { template, bytes }
}
