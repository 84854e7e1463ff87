import { bookAnswers } from '#words/book';
/** What a book may hold when it is unfolded, whatever its size when it is sent. */
export interface UploadLimits {
  mostItemsCount: number;
  deepestCount: number;
}
/** Ten years of three hundred tanks have about two million lists and objects, seven deep. */
export const uploadLimits: UploadLimits = { mostItemsCount: 8_000_000, deepestCount: 40 };

const [quote, backslash, comma, openList, closeList, openObject, closeObject] = '"\\,[]{}'
  .split('')
  .map((c) => c.charCodeAt(0));

/**
 * What speaks against unfolding a JSON text, found by looking through its bytes once: more lists, objects and values than
 * a book can have, or deeper ones. Null where nothing does; whether it is JSON at all is seen when it is read.
 * @example jsonFault(bytesOf('[[[]]]'), { mostItemsCount: 10, deepestCount: 2 }) // is nested too deep
 */
export function jsonFault(bytes: Uint8Array, { mostItemsCount, deepestCount }: UploadLimits): string | null {
  let [depthCount, itemsCount, inText, at] = [0, 0, false, 0];
  while (at < bytes.length) {
    const byte = bytes[at];
    at += 1;
    if (inText) {
      if (byte === backslash) at += 1;
      else if (byte === quote) inText = false;
      continue;
    }
    if (byte === quote) inText = true;
    else if (byte === openList || byte === openObject) {
      depthCount += 1;
      itemsCount += 1;
      if (depthCount > deepestCount) return bookAnswers.isNestedMoreThanDeep(deepestCount);
    } else if (byte === closeList || byte === closeObject) depthCount -= 1;
    else if (byte === comma) itemsCount += 1;
    if (itemsCount > mostItemsCount) return bookAnswers.holdsMoreThanMillionItems(mostItemsCount / 1e6);
  }
  return null;
}
