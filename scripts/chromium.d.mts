export const CHROMIUM: string
