import { CATALOGUE, templateUrl } from '@core/template/catalogue'
import { Template } from '@core/template/template'
import { defineStore } from 'pinia'

/** Templates as they ship; read once. */
export const useTemplates = defineStore('templates', () => {
  const loading = new Map<string, Promise<Template>>()

  function load(id: string): Promise<Template> {
    let found = loading.get(id)
    if (found === undefined) {
      found = fetch(templateUrl(id)).then(async (answer) => {
        if (!answer.ok) throw new Error(`The template “${id}” is not on this server.`)
        return Object.freeze(Template.parse(await answer.json()))
      })
      loading.set(id, found)
    }
    return found
  }

  return { load, all: () => Promise.all(CATALOGUE.map(load)) }
})
