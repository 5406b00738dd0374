import type { Palette } from './pixel'

/** The Saltwick set: pixel art of a made-up harbour, drawn letter by letter. */
export const INKS: Palette = {
  k: '#1d2033',
  d: '#3a4162',
  w: '#fdf6e3',
  g: '#cdd2d8',
  G: '#9aa3b2',
  o: '#f08a24',
  O: '#c7611b',
  r: '#d8432f',
  R: '#a02c2a',
  y: '#f7c548',
  Y: '#c9922e',
  b: '#2f6f9f',
  c: '#58a6c9',
  s: '#c4e3ea',
  m: '#3b3560',
  M: '#5b5590',
  p: '#8f7fc4',
  n: '#8a5a33',
  N: '#6a4026',
  t: '#a8743f',
  l: '#e0b070',
  h: '#e86f5a',
  e: '#2f8a6a',
  E: '#7cc49a',
}
