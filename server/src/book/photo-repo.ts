import { eq, inArray } from 'drizzle-orm';
import type { Db, Tx } from '../db';
import type { Photo } from './photo';
import { photos } from './photo-table';

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
