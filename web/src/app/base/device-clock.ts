/** The time of this device: for how long ago it was told something, never for the book, which keeps the house's. */
export const deviceEpochMs = (): number => Date.now();
