export function buildPlayer(template: string): Promise<string>
