export function buildPlayer(template: string): Promise<string>
export function buildBeside(use: 'bench' | 'play'): Promise<string>
