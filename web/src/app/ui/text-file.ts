import { uiPages } from '#words/ui';
/** Bytes as text: UTF-8, or UTF-16 by its mark; anything else is named and not guessed at. */
export function decoded(bytes: Uint8Array): { text: string } | { fault: string } {
  const [a, b] = bytes;
  const wide = (a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff);
  if (!wide && bytes.includes(0)) return { fault: uiPages.thisIsNoTextFile };
  try {
    const encoding = wide ? (a === 0xff ? 'utf-16le' : 'utf-16be') : 'utf-8';
    return { text: new TextDecoder(encoding, { fatal: true }).decode(bytes) };
  } catch {
    return {
      fault: uiPages.thisFileIsNotSo(wide ? 'whole UTF-16' : 'UTF-8'),
    };
  }
}
