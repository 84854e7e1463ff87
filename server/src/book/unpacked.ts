import { strFromU8, unzipSync } from 'fflate';
import * as v from 'valibot';
import { exportedBook } from '#contracts/book';
import { bookAnswers } from '#words/book';
import { jsonFault, uploadLimits } from './upload-limits';

/** What a parcel may unfold to, whatever its head says: a bomb is refused before it is unfolded. */
const mostBytes = 400 * 1024 * 1024;
const mostFilesCount = 20_000;
const photoName = /^photos\/([0-9a-f]{64})\.jpg$/;
const shownFaultCount = 20;

export type Book = v.InferOutput<typeof exportedBook>;
export type Unpacked =
  { book: Book; photos: ReadonlyMap<string, Uint8Array> } | { faults: { field: string; message: string }[] };

const refuse = (field: string, message: string): Unpacked => ({ faults: [{ field, message }] });

/** Book and photos out of what was sent: a parcel, or the book alone. Anything else in a parcel is left alone. */
export function unpacked({ bytes, zip }: { bytes: Uint8Array; zip: boolean }): Unpacked {
  if (!zip) return bookIn(bytes, new Map());
  let [sumBytes, filesCount] = [0, 0];
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== 'book.json' && !photoName.test(name)) return false;
        sumBytes += originalSize;
        filesCount += 1;
        return sumBytes <= mostBytes && filesCount <= mostFilesCount;
      },
    });
  } catch {
    return refuse('parcel', bookAnswers.isNoZipFileThat);
  }
  if (sumBytes > mostBytes) return refuse('parcel', bookAnswers.unfoldsToMoreThanMb(mostBytes / 1024 / 1024));
  if (filesCount > mostFilesCount) return refuse('parcel', bookAnswers.holdsMoreThanFiles(mostFilesCount));
  const text = files['book.json'];
  if (!text) return refuse('parcel', bookAnswers.holdsNoBookJson);
  const photos = new Map(
    Object.entries(files).flatMap(([name, file]) => {
      const hash = photoName.exec(name)?.[1];
      return hash === undefined ? [] : [[hash, file] as const];
    }),
  );
  return bookIn(text, photos);
}

/** The book itself; what is no book is said plainly, and where. */
function bookIn(bytes: Uint8Array, photos: ReadonlyMap<string, Uint8Array>): Unpacked {
  const fault = jsonFault(bytes, uploadLimits);
  if (fault) return refuse('book', fault);
  let body: unknown;
  try {
    body = JSON.parse(strFromU8(bytes));
  } catch {
    return refuse('book', bookAnswers.isNoJson);
  }
  const read = v.safeParse(exportedBook, body);
  if (read.success) return { book: read.output, photos };
  return {
    faults: read.issues
      .slice(0, shownFaultCount)
      .map((issue) => ({ field: v.getDotPath(issue) ?? 'book', message: issue.message })),
  };
}
