/** Ogg is a wrapper: the first packet tells what is inside. */
export const isOpus = (bytes: Uint8Array): boolean => String.fromCharCode(...bytes.subarray(28, 36)) === 'OpusHead'
