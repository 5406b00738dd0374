/**
 * Debian's Chromium without a window around it (package chromium-headless-shell): the same engine and version as the
 * browser, and less of the processor's time for what only a window needs.
 */
export const CHROMIUM = '/usr/bin/chromium-headless-shell'
