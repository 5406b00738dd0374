export function buildPlayer(template: string): Promise<string>
export function buildBeside(): Promise<string>
