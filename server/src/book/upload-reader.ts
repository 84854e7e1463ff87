import { bookAnswers } from '#words/book';
import { badRequest } from '../problems';
import { ThreadPool } from '../threads';
import type { Book, Unpacked } from './unpacked';

/** A book of ten years and its photos take some seconds. */
const timeLimitMs = 120_000;

/** Books that come in are unfolded and read in a thread of their own: nobody waits, and what is hostile dies there. */
export class UploadReader {
  private readonly thread = new ThreadPool<{ bytes: Uint8Array; zip: boolean }, Unpacked>(
    new URL('./unpacked-thread.ts', import.meta.url),
  );
  async opened(
    bytes: Uint8Array,
    { zip }: { zip: boolean },
  ): Promise<{ book: Book; photos: ReadonlyMap<string, Uint8Array> }> {
    const found = await this.thread.ask({ bytes, zip }, { timeLimitMs }).catch((): Unpacked => ({
      faults: [{ field: 'book', message: bookAnswers.cannotBeUnfoldedInThe }],
    }));
    if ('faults' in found) throw badRequest(found.faults);
    return found;
  }
  close(): Promise<void> {
    return this.thread.close();
  }
}
