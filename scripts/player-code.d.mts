export function buildPlayer(): Promise<string>
