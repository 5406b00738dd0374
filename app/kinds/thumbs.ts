import { kindOf, type OfKind, type PartContent, type PartKind } from '@core/kinds'
import type { Template } from '@core/template/template'
import { h, type VNode } from 'vue'
import FrameView from '~/components/bits/FrameView.vue'
import Icon from '~/components/bits/Icon.vue'
import PictureView from '~/components/bits/PictureView.vue'
import Wave from '~/components/bits/Wave.vue'

/** Where it is shown: of which template, and whether its clip plays. */
export interface ThumbPlace {
  playing: boolean
  template: Template | undefined
}
/** A content, small: its drawing, its wave, its first letters or its number. */
type Thumb<C extends PartContent> = (content: C, at: ThumbPlace) => VNode

const letters = (text: string | number): VNode => h('span', { class: 'letters head' }, `${text}`)

const spriteThumb: Thumb<OfKind<'sprite'>> = (sprite, at) => h(FrameView, { sprite, ...at })
const castThumb: Thumb<OfKind<'cast'>> = ({ entries }, at) =>
  entries[0] === undefined ? letters(0) : h(FrameView, { sprite: entries[0].sprite, ...at })
const pictureThumb: Thumb<OfKind<'picture'>> = ({ asset, crisp }, { template }) =>
  h(PictureView, { asset, crisp, template })
const waveThumb: Thumb<OfKind<'sound' | 'music'>> = ({ asset }, { template }) =>
  asset === null ? h(Icon, { name: 'quiet' }) : h(Wave, { asset, template, small: true })
const wordThumb: Thumb<OfKind<'wording'>> = ({ text }) => letters(text.trim().slice(0, 2) || '–')
const typefaceThumb: Thumb<OfKind<'typeface'>> = () => letters('Aa')
const dialThumb: Thumb<OfKind<'dial'>> = ({ value }) => letters(value)
const storyThumb: Thumb<OfKind<'story'>> = ({ lines }) => letters(lines.length)
const colourThumb: Thumb<OfKind<'colour'>> = ({ value }) => h('span', { class: 'swatch', style: { background: value } })
/** What a kind says of itself, in two letters. */
const figureThumb: Thumb<OfKind<'choice' | 'switch' | 'course' | 'deck' | 'spot' | 'way' | 'layout'>> = (content) => {
  const face = kindOf(content).face(content)
  return letters(face.face === 'figure' ? face.text.slice(0, 2) : '')
}

/** One line a kind: without it this does not compile. */
const THUMBS: { [K in PartKind]: Thumb<OfKind<K>> } = {
  sprite: spriteThumb,
  cast: castThumb,
  picture: pictureThumb,
  sound: waveThumb,
  music: waveThumb,
  wording: wordThumb,
  story: storyThumb,
  typeface: typefaceThumb,
  dial: dialThumb,
  choice: figureThumb,
  switch: figureThumb,
  colour: colourThumb,
  course: figureThumb,
  deck: figureThumb,
  spot: figureThumb,
  way: figureThumb,
  layout: figureThumb,
}
export const thumbOf = (content: PartContent, at: ThumbPlace): VNode =>
  (THUMBS[content.kind] as Thumb<PartContent>)(content, at)
