import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { Jimp, JimpMime } from 'jimp';
import type { BookPage, ImportReport, PhotoPayload } from '#contracts/book';
import type { Problem } from '#contracts/shapes';
import { at, id, openTestHouse, tankEntry, type Answer, type TestHouse } from '../app/harness.cases';
import { carriesMetadata, photoHashOf, takenOver } from './photo';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const picture = async (widthPx: number, heightPx: number): Promise<Uint8Array> => {
  const image = new Jimp({ width: widthPx, height: heightPx, color: 0x1f6f78ff });
  return new Uint8Array(await image.getBuffer(JimpMime.jpeg, { quality: 90 }));
};
/** EXIF by its specification (CIPA DC-008): orientation 6 (turned a quarter), and a text where a place would stand. */
function withExif(jpeg: Uint8Array): Uint8Array {
  const tiff = [0x4d, 0x4d, 0, 42, 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0, 0, 0, 0, 0];
  const body = [...Buffer.from('Exif\0\0'), ...tiff, ...Buffer.from('PLACE 52.1N')];
  const segment = [0xff, 0xe1, (body.length + 2) >> 8, (body.length + 2) & 0xff, ...body];
  return Uint8Array.from([...jpeg.subarray(0, 2), ...segment, ...jpeg.subarray(2)]);
}
const handIn = (bytes: Uint8Array, type = 'image/jpeg'): Promise<Answer<Problem & PhotoPayload>> =>
  house.send('', '/api/photos', { body: Buffer.from(bytes), headers: { 'Content-Type': type } });
const read = async (photoHash: string, query = ''): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(`${house.url}/api/photos/${photoHash}${query}`)).arrayBuffer());
const photoEntry = (subjectId: string, photoHash: string) => ({
  id: id(),
  kind: 'photo' as const,
  kindVersion: 1 as const,
  subjectId,
  happenedAt: at(0),
  payload: { photoHash, widthPx: 20, heightPx: 40, caption: 'a pale shrimp' },
});

describe('photos', () => {
  it('are written anew: turned upright, nothing hidden left, a small one beside it, named by their content', async () => {
    const sent = withExif(await picture(40, 20));
    expect(carriesMetadata(sent)).withContext('the check itself sees it').toBeTrue();
    const { status, body } = await handIn(sent);
    expect([status, body.widthPx, body.heightPx]).toEqual([201, 20, 40]);
    const kept = await read(body.photoHash);
    expect(photoHashOf(kept)).toBe(body.photoHash);
    expect(carriesMetadata(kept)).toBeFalse();
    expect(Buffer.from(kept).includes('PLACE')).toBeFalse();
    expect((await Jimp.fromBuffer(Buffer.from(await read(body.photoHash, '?size=small')))).width).toBeLessThan(321);
    expect((await handIn(sent)).body.photoHash)
      .withContext('twice is once')
      .toBe(body.photoHash);
  });
  it('a long one is kept at 2000 pixels', async () => {
    expect((await handIn(await picture(2400, 60))).body.widthPx).toBe(2000);
  });
  it('what is no picture, damaged, a page in disguise or a bomb is refused in plain words', async () => {
    const refused = async (bytes: Uint8Array, type?: string): Promise<string> => {
      const { status, body } = await handIn(bytes, type);
      return `${status} ${body.errors?.[0]?.message ?? body.title}`;
    };
    expect(await refused(strToU8('<svg onload="alert(1)"/>'))).toBe('422 is no JPEG or PNG picture');
    expect(await refused(strToU8('<script>'), 'text/html')).toBe('415 is not application/json');
    const whole = await picture(64, 64);
    expect(await refused(whole.subarray(0, 200))).toContain('422');
    // A PNG that says it is 30,000 × 30,000 and holds nothing (PNG specification, IHDR).
    const bomb = new Uint8Array(await new Jimp({ width: 20, height: 20 }).getBuffer(JimpMime.png));
    new DataView(bomb.buffer, bomb.byteOffset).setUint32(16, 30_000);
    new DataView(bomb.buffer, bomb.byteOffset).setUint32(20, 30_000);
    expect(await refused(bomb, 'image/png')).toBe('422 has 900 million points; 40 are the most');
    // One that says 6000 × 6600 in a few hundred bytes: no PNG unfolds that far.
    new DataView(bomb.buffer, bomb.byteOffset).setUint32(16, 6000);
    new DataView(bomb.buffer, bomb.byteOffset).setUint32(20, 6600);
    expect(await refused(bomb, 'image/png')).toBe('422 claims more points than its bytes can hold');
    expect(await refused(new Uint8Array(17 * 1024 * 1024))).toBe(
      '413 this is larger than may be sent here: 16 MB is the most',
    );
  });
  it('five large ones at once wait for each other: all are kept', async () => {
    const image = new Jimp({ width: 4000, height: 3000, color: 0x1f6f78ff });
    const large = new Uint8Array(await image.getBuffer(JimpMime.jpeg, { quality: 90 }));
    const all = await Promise.all(Array.from({ length: 5 }, () => handIn(large)));
    expect(all.map((a) => a.status)).toEqual([201, 201, 201, 201, 201]);
  }, 120_000);
  it('an entry names only a photo that was handed in', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    expect((await house.write(photoEntry(tank, 'a'.repeat(64)))).status).toBe(400);
    const { photoHash } = (await handIn(await picture(20, 40))).body;
    expect((await house.write(photoEntry(tank, photoHash))).status).toBe(201);
    const page = (await house.get<BookPage>(`/api/entries?subject=${tank}`)).body.entries;
    expect(page[0]?.line).toBe('photo: a pale shrimp');
    expect((await house.get(`/api/photos/${'b'.repeat(64)}`)).status).toBe(404);
    expect((await house.get('/api/photos/..%2f..%2fetc')).status).toBe(400);
  });
  it('one of another house is taken byte for byte, and only without hidden data and with its own hash', async () => {
    const plain = await picture(30, 30);
    const hash = photoHashOf(plain);
    const taken = await takenOver(plain, hash);
    expect('photo' in taken && taken.photo.photoHash).toBe(hash);
    const hidden = withExif(plain);
    expect(await takenOver(hidden, photoHashOf(hidden))).toEqual({ fault: 'carries hidden data such as a place' });
    expect(await takenOver(plain, 'a'.repeat(64))).toEqual({ fault: 'was altered: its bytes do not give its hash' });
  });
});

describe('the parcel of a book', () => {
  const parcel = async (): Promise<Record<string, Uint8Array>> =>
    unzipSync(new Uint8Array(await (await fetch(`${house.url}/api/book/export.zip`)).arrayBuffer()));
  const takeIn = (files: Record<string, Uint8Array>, dryRun = 'yes'): Promise<Answer<ImportReport & Problem>> =>
    house.send('', `/api/book/import?dryRun=${dryRun}`, {
      body: Buffer.from(zipSync(files)),
      headers: { 'Content-Type': 'application/zip' },
    });

  it('holds the book, its CSV with the schema of its columns, and every photo; it can be taken in again', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const { photoHash } = (await handIn(await picture(50, 25))).body;
    await house.write(photoEntry(tank, photoHash));
    const files = await parcel();
    const schema = JSON.parse(strFromU8(files['book-table-schema.json']!)) as { fields: { name: string }[] };
    const [header] = strFromU8(files['book.csv']!).split('\r\n');
    expect(schema.fields.map((f) => f.name).join(',')).toBe(header ?? '');
    expect(photoHashOf(files[`photos/${photoHash}.jpg`]!)).toBe(photoHash);
    const { body } = await takeIn(files);
    expect([body.faultCount, body.newCount, body.missingPhotosCount]).toEqual([0, 0, 0]);
    expect(body.photosCount).toBeGreaterThan(0);
  });
  it('an altered photo is named and nothing is written; a parcel without a book, or no zip, is said', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const { photoHash } = (await handIn(await picture(33, 25))).body;
    await house.write(photoEntry(tank, photoHash));
    const files = { ...(await parcel()), [`photos/${photoHash}.jpg`]: await picture(33, 26) };
    const altered = (await takeIn(files, 'no')).body;
    expect([altered.written, altered.faults[0]?.message.includes('was altered')]).toEqual([false, true]);
    expect((await takeIn({ 'other.txt': strToU8('x') })).body.errors?.[0]?.message).toBe('holds no book.json');
    const noZip = await house.send<Problem>('', '/api/book/import', {
      body: 'PK no zip',
      headers: { 'Content-Type': 'application/zip' },
    });
    expect(noZip.body.errors?.[0]?.message).toBe('is no zip file that can be read');
  });
  it('a bomb is refused by what it would unfold to, before it is unfolded', async () => {
    const nothing = new Uint8Array(450 * 1024 * 1024);
    const { status, body } = await takeIn({ 'book.json': nothing });
    expect([status, body.errors?.[0]?.message]).toEqual([400, 'unfolds to more than 400 MB']);
  }, 60_000);
});
