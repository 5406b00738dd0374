export function serveFolder(folder: string): Promise<{ url: string; stop: () => Promise<void> }>
