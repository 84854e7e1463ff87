import { bookAnswers } from '#words/book';
import { refused } from '../problems';
import { ThreadPool } from '../threads';
import type { Db } from '../db';
import type { Clock } from '../house';
import type { KindModule } from './kind';
import type { Photo, Reencoded } from './photo';
import { knownPhotos, storePhoto } from './photo-repo';

/** A photo of fifty megapixels takes a few seconds. */
const timeLimitMs = 30_000;

/** Photos are unfolded and written anew in a thread of their own: it takes seconds, and what is hostile dies there. */
export class PhotoRoom {
  private readonly thread = new ThreadPool<{ bytes: Uint8Array; photoHash?: string }, Reencoded>(
    new URL('./photo-thread.ts', import.meta.url),
  );
  constructor(
    private readonly db: Db,
    private readonly clock: Clock,
  ) {}
  async takeIn(bytes: Uint8Array): Promise<Omit<Photo, 'bytes' | 'smallBytes'>> {
    const made = await this.thread.ask({ bytes }, { timeLimitMs });
    if ('fault' in made) throw refused(bookAnswers.thisPhotoCannotBeKept, [{ field: 'photo', message: made.fault }]);
    await storePhoto(this.db, made.photo, this.clock.nowEpochMs());
    const { photoHash, widthPx, heightPx } = made.photo;
    return { photoHash, widthPx, heightPx };
  }
  /** One of an export, checked but not stored yet. */
  checked(bytes: Uint8Array, photoHash: string): Promise<Reencoded> {
    return this.thread.ask({ bytes, photoHash }, { timeLimitMs });
  }
  close(): Promise<void> {
    return this.thread.close();
  }
}

/** The bytes come first: an entry may only name a photo that is here. */
export const photoKind: KindModule<'photo'> = {
  check: async (tx, { payload }) => {
    const known = await knownPhotos(tx, [payload.photoHash]);
    return known.size > 0 ? [] : [{ field: 'photoHash', message: bookAnswers.isOfNoPhotoThat }];
  },
};
