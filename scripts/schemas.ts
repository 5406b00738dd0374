import * as z from 'zod'
import { Pack } from '../core/pack/pack'
import { ParcelManifest } from '../core/parcel/manifest'
import { PostingView, PostRequest, Problem } from '../core/posting/protocol'
import { Template } from '../core/template/template'

const SCHEMAS = {
  pack: Pack,
  parcel: ParcelManifest,
  template: Template,
  posting: PostingView,
  'post-request': PostRequest,
  problem: Problem,
}

/** File name to JSON Schema (draft 2020-12) text. */
export function schemaFiles(): Map<string, string> {
  return new Map(
    Object.entries(SCHEMAS).map(([name, schema]) => [
      `${name}.schema.json`,
      `${JSON.stringify(z.toJSONSchema(schema), null, 2)}\n`,
    ]),
  )
}
