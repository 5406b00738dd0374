import type { Finding } from '@core/check/finding'
import { fixAllSafe, type AllFixed } from '@core/check/fix-all'
import { ruleById } from '@core/check/registry'
import type { CheckContext, Fix } from '@core/check/rule'
import { makeRunner, type Runner } from '@core/check/runner'
import type { Pack } from '@core/pack/pack'
import { decodeSound } from '@core/sound/decode'
import type { Template } from '@core/template/template'
import widths from '@core/wording/widths.json'
import type { WorkFiles, WorkshopPlace } from './files'

/** What a rule may ask for, from this workshop's files. */
export const contextOf =
  (place: WorkshopPlace, { pixelsOf, samplesOf }: WorkFiles) =>
  (template: Template, pack: Pack, playerBytes: number): CheckContext => {
    const facts = (hash: string) => pack.assets[hash] ?? template.assets[hash]?.facts
    return {
      template,
      pack,
      widths,
      playerBytes,
      bytes: (hash) => place.bytesOf(hash, template),
      pixels: (hash) => pixelsOf(hash, template, facts(hash)),
      samples: (hash) => samplesOf(hash, template, facts(hash)),
      encoders: place.encoders,
      encodePicture: place.encode,
      files: null,
    }
  }

/** The check and its fixes. A runner for each pack keeps the answers to what has not changed. */
export function checkWork(place: WorkshopPlace, files: WorkFiles) {
  const context = contextOf(place, files)
  const runners = new Map<string, Runner>()

  /** A context that also finds what a fix has just made and nobody has stored yet. */
  function withMade(ctx: CheckContext, made: ReadonlyMap<string, Uint8Array>): CheckContext {
    const factsOf = (hash: string) => ctx.pack.assets[hash]
    return {
      ...ctx,
      bytes: async (hash) => made.get(hash) ?? ctx.bytes(hash),
      pixels: async (hash) => {
        const bytes = made.get(hash)
        const mime = factsOf(hash)?.mime
        return bytes === undefined || mime === undefined
          ? ctx.pixels(hash)
          : place.decode(bytes, mime).catch(() => null)
      },
      samples: async (hash) => {
        const bytes = made.get(hash)
        const mime = factsOf(hash)?.mime
        return bytes === undefined || mime === undefined
          ? ctx.samples(hash)
          : decodeSound(bytes, mime).catch(() => null)
      },
    }
  }

  return {
    async check(template: Template, pack: Pack, playerBytes: number) {
      let runner = runners.get(pack.id)
      if (runner === undefined) {
        runner = makeRunner()
        runners.set(pack.id, runner)
      }
      return runner.run(context(template, pack, playerBytes))
    },

    async fix(template: Template, pack: Pack, finding: Finding): Promise<Fix | null> {
      return (await ruleById(finding.rule)?.fix?.(context(template, pack, 0), finding)) ?? null
    },

    /** Every fix that changes nothing on purpose, as one step. */
    fixAll: (template: Template, pack: Pack, playerBytes: number): Promise<AllFixed | null> =>
      fixAllSafe(pack, (next, made) => withMade(context(template, next, playerBytes), made)),
  }
}
