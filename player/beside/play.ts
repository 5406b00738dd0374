import type { BesideCall } from '../../core/folder/beside-protocol'
import { followExtent } from './extent'
import { allowInPage, allowOwnFiles } from './own-files'
import { tell } from './report'
import { followSounds } from './sounds'
import { closeWaysOut, lendStorage } from './storage'
import { makeTime } from './time'

/**
 * Stands in front of everything in a posted game that came as a folder: it lends what its sandbox has none of, tells that
 * somebody plays, and lets it stand still while it is out of sight.
 */
lendStorage()
closeWaysOut()
allowOwnFiles()
allowInPage()
followExtent()
const time = makeTime(() => undefined)
const sounds = followSounds()
const listen = addEventListener.bind(window)
for (const type of ['keydown', 'pointerdown'])
  listen(type, (event) => event.isTrusted && tell({ is: 'pressed' }, 'once'), true)

let resume: () => void = () => undefined
listen('message', ((event: MessageEvent<Partial<BesideCall> | null>) => {
  if (event.source !== parent || event.data?.type !== 'pack-post:bench' || event.data.ask === undefined) return
  event.stopImmediatePropagation()
  const what = event.data.ask.do
  if (what === 'freeze' && !time.frozen()) {
    resume = sounds.pause()
    time.freeze()
  } else if (what === 'go' && time.frozen()) {
    resume()
    time.go()
  }
}) as EventListener)
tell({ is: 'ready' }, 'now')
