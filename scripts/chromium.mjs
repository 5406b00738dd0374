/**
 * Debian's Chromium without a window around it (package chromium-headless-shell): the same engine and version as the
 * browser, at two thirds of the processor time a page takes there.
 */
export const CHROMIUM = '/usr/bin/chromium-headless-shell'
