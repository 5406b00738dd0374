import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import type { VuetifyOptions } from 'vuetify'

const LIGHT = {
  paper: '#F5EFE4',
  sheet: '#FFFDF8',
  ink: '#232838',
  soft: '#5B6072',
  teal: '#125E68',
  vermilion: '#C9412A',
  kraft: '#C79A63',
  sun: '#E5A823',
  rule: '#D9CFBF',
}
const NIGHT = {
  paper: '#171B26',
  sheet: '#1F2533',
  ink: '#F1EBDD',
  soft: '#A9AEBD',
  teal: '#5FB7BE',
  vermilion: '#F07A5F',
  kraft: '#D8B07C',
  sun: '#EDBE55',
  rule: '#39415A',
}

const theme = (c: typeof LIGHT, dark: boolean) => ({
  dark,
  colors: {
    background: c.paper,
    surface: c.sheet,
    primary: c.teal,
    secondary: c.kraft,
    error: c.vermilion,
    warning: c.sun,
    success: c.teal,
    info: c.teal,
    'on-background': c.ink,
    'on-surface': c.ink,
    'on-primary': dark ? '#0F1A20' : '#FFFDF8',
    'on-error': dark ? '#22100B' : '#FFFDF8',
  },
})

/** Vuetify gives behaviour; this and main.css give the look. */
export const options: VuetifyOptions = {
  ssr: true,
  theme: { defaultTheme: 'light', themes: { light: theme(LIGHT, false), night: theme(NIGHT, true) } },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    global: { ripple: false },
    VBtn: { variant: 'flat', rounded: 'sm', class: 'pp-btn' },
    VTextField: { variant: 'filled', density: 'compact', hideDetails: 'auto', color: 'primary', flat: true },
    VTextarea: { variant: 'filled', density: 'compact', hideDetails: 'auto', color: 'primary', rows: 3, flat: true },
    VSelect: { variant: 'filled', density: 'compact', hideDetails: 'auto', color: 'primary', flat: true },
    VCombobox: { variant: 'filled', density: 'compact', hideDetails: 'auto', color: 'primary', flat: true },
    VSlider: { hideDetails: true, color: 'primary', thumbSize: 14, trackSize: 3, density: 'compact' },
    VSwitch: { hideDetails: true, color: 'primary', density: 'compact', inset: true },
    VCheckbox: { hideDetails: true, color: 'primary', density: 'compact' },
    VTooltip: { openDelay: 400 },
    VDialog: { maxWidth: 560, scrim: '#10131c' },
    VMenu: { offset: 6 },
  },
}
