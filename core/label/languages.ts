/** A language tag (BCP 47), as far as games need it. */
export const LANGUAGE_TAG = /^[a-zA-Z]{2,3}(-[a-zA-Z0-9]{2,8})*$/

/** Languages that are offered, as their speakers call them: browsers know only some of these names. */
export const COMMON_LANGUAGES: Readonly<Record<string, string>> = {
  en: 'English',
  cy: 'Cymraeg',
  ga: 'Gaeilge',
  gd: 'Gàidhlig',
  de: 'Deutsch',
  fr: 'Français',
  es: 'Español',
  pt: 'Português',
  it: 'Italiano',
  nl: 'Nederlands',
  pl: 'Polski',
  sv: 'Svenska',
  da: 'Dansk',
  uk: 'Українська',
  tr: 'Türkçe',
  ar: 'العربية',
  he: 'עברית',
  fa: 'فارسی',
  hi: 'हिन्दी',
  ja: '日本語',
  zh: '中文',
}
/** What speakers of a language (BCP 47) call it; the tag where nobody here knows. */
export function languageName(tag: string): string {
  if (COMMON_LANGUAGES[tag] !== undefined) return COMMON_LANGUAGES[tag]
  try {
    const name = new Intl.DisplayNames([tag], { type: 'language' }).of(tag) ?? tag
    return name.charAt(0).toLocaleUpperCase(tag) + name.slice(1)
  } catch {
    return tag
  }
}
