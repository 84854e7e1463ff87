import { eq, inArray } from 'drizzle-orm';
import { refused } from '../problems';
import { ThreadPool } from '../threads';
import type { Db, Tx } from '../db';
import type { Clock } from '../house';
import type { KindModule } from './kind';
import type { Photo, Reencoded } from './photo';
import { photos } from './photo-table';

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
    const made = await this.thread.ask({ bytes });
    if ('fault' in made) throw refused('This photo cannot be kept', [{ field: 'photo', message: made.fault }]);
    await storePhoto(this.db, made.photo, this.clock.nowEpochMs());
    const { photoHash, widthPx, heightPx } = made.photo;
    return { photoHash, widthPx, heightPx };
  }
  /** One of an export, checked but not stored yet. */
  checked(bytes: Uint8Array, photoHash: string): Promise<Reencoded> {
    return this.thread.ask({ bytes, photoHash });
  }
  close(): Promise<void> {
    return this.thread.close();
  }
}

export async function storePhoto(db: Db | Tx, photo: Photo, nowEpochMs: number): Promise<void> {
  await db
    .insert(photos)
    .values({ ...photo, madeAt: new Date(nowEpochMs) })
    .onConflictDoNothing();
}
export async function photoBytes(
  db: Db,
  { photoHash, small }: { photoHash: string; small: boolean },
): Promise<Uint8Array | null> {
  const [row] = await db
    .select({ bytes: small ? photos.smallBytes : photos.bytes })
    .from(photos)
    .where(eq(photos.photoHash, photoHash));
  return row?.bytes ?? null;
}
export async function knownPhotos(db: Db | Tx, hashes: readonly string[]): Promise<Set<string>> {
  if (hashes.length === 0) return new Set();
  const rows = await db
    .select({ photoHash: photos.photoHash })
    .from(photos)
    .where(inArray(photos.photoHash, [...hashes]));
  return new Set(rows.map((r) => r.photoHash));
}
export async function photoHashes(db: Db): Promise<string[]> {
  return (await db.select({ photoHash: photos.photoHash }).from(photos).orderBy(photos.photoHash)).map(
    (r) => r.photoHash,
  );
}

/** The bytes come first: an entry may only name a photo that is here. */
export const photoKind: KindModule<'photo'> = {
  check: async (tx, { payload }) => {
    const known = await knownPhotos(tx, [payload.photoHash]);
    return known.size > 0 ? [] : [{ field: 'photoHash', message: 'is of no photo that was handed in' }];
  },
};
