import type { GameDoc } from '@core/game/types'
import type { Mime } from '@core/pack/asset'
import type { Template } from '@core/template/template'
import { useAssets } from '~/stores/assets'

/** Sees to it that every picture of a game document is decoded; resolves when all that can be are. */
export async function loadImagesOf(doc: GameDoc, template: Template): Promise<void> {
  const assets = useAssets()
  await Promise.all(
    Object.entries(doc.assets)
      .filter(([, asset]) => asset.mime.startsWith('image/'))
      .map(([hash, asset]) => assets.bitmap(hash, asset.mime as Mime, template)),
  )
}
