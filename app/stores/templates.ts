import { CATALOGUE, templateUrl } from '@core/template/catalogue'
import { Template } from '@core/template/template'
import { defineStore } from 'pinia'
import { loadTemplate } from '../storage/templates'

const isShipped = (id: string): boolean => CATALOGUE.some((one) => one === id)

/** Templates as they ship, and those that were made of folders in this browser; read once. */
export const useTemplates = defineStore('templates', () => {
  const loading = new Map<string, Promise<Template>>()

  async function shipped(id: string): Promise<Template> {
    const answer = await fetch(templateUrl(id))
    if (!answer.ok) throw new Error(`The template “${id}” is not on this server.`)
    return Object.freeze(Template.parse(await answer.json()))
  }

  async function own(id: string): Promise<Template> {
    const found = await loadTemplate(id)
    if (found === null) throw new Error(`The template “${id}” is not in this browser.`)
    return Object.freeze(found)
  }

  function load(id: string): Promise<Template> {
    let found = loading.get(id)
    if (found === undefined) {
      found = isShipped(id) ? shipped(id) : own(id)
      loading.set(id, found)
      // What is not there may come: a folder that is opened later.
      if (!isShipped(id)) found.catch(() => loading.delete(id))
    }
    return found
  }

  /** What was learned of one made of a folder. */
  const put = (template: Template): void => void loading.set(template.id, Promise.resolve(Object.freeze(template)))

  return { load, put, all: () => Promise.all(CATALOGUE.map(load)) }
})
