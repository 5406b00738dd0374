import { fileURLToPath } from 'node:url'

/** Files that the build puts beside the server (modules/inspector.ts). */
const beside = (name: string): string => fileURLToPath(new URL(name, import.meta.url))
export const inspectorScript = (): string => beside('inspector.mjs')
export const replayerScript = (): string => beside('replayer.mjs')
