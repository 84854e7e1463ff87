import { dayMs } from '#core/units';
import { gzipSync } from 'node:zlib';
import { toJsonSchema } from '@valibot/to-json-schema';
import type * as v from 'valibot';
import { kindList } from '#contracts/book';
import { entryHash } from '../book';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** As much of a JSON schema as our contracts need. */
interface Schema {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  oneOf?: Schema[];
  anyOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  minItems?: number;
  maxItems?: number;
  minimum?: number;
  maximum?: number;
  minLength?: number;
  maxLength?: number;
  pattern?: string;
  format?: string;
}
interface Operation {
  parameters?: { name: string; in: 'path' | 'query'; required: boolean; schema: Schema }[];
  requestBody?: { content: Record<string, { schema: Schema }> };
}
export interface FuzzRequest {
  method: string;
  path: string;
  body: string | Uint8Array | undefined;
  headers: Record<string, string>;
}
/** A kind of entry with the shape of its payload; one for each step where it goes in steps. */
interface Shape {
  kind: string;
  version: number;
  about: readonly string[];
  payload: Schema;
  /** One that may be written, whatever its step. */
  example: unknown;
}

/** Every kind of the contract, each of its versions, each of its steps. */
const shapesOf = (): Shape[] =>
  kindList.flatMap(({ id, version, schema, past, about, example }) =>
    [{ version: version as number, schema: schema as v.GenericSchema }, ...past].flatMap((known) => {
      const payload = toJsonSchema(known.schema, { errorMode: 'ignore' }) as Schema;
      const steps = payload.oneOf ?? payload.anyOf ?? [payload];
      return steps.map((step) => ({ kind: id, version: known.version, about, payload: step, example }));
    }),
  );

const strangeTexts = [
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud800',
  '\udfff x',
  '2026-02-31',
  '2026-02-31T10:00:00Z',
  '0000-01-01',
  '0000-01-01T00:00:00Z',
  '9999-12-31T23:59:59Z',
  '2026-03-10T10:00:00+05',
  '2026-03-10T10:00:00 +05:00',
  '2026-03-10T10:00:00+99:99',
  '2026-03-10T24:00:00Z',
  '-1',
  '999999999999',
  'NaN',
  '1e308',
  '../../etc/passwd',
  '%00',
  "'; drop table entries; --",
  '<script>alert(1)</script>',
  '=1+1',
  '🐟'.repeat(40),
  'x'.repeat(5000),
  'constructor',
  '__proto__',
];
const strangeNumbers = [0, -0, -1, 1e308, -1e308, 5e-324, 1e-9, 2 ** 53, -(2 ** 31), 0.1 + 0.2, 1e9, 4294967296];

/**
 * Requests of every route of the OpenAPI document and entries of every kind and step, most of them good, each with a
 * chance of something hostile in it: in its values, in its bytes, in how it is sent.
 */
export class Fuzz {
  private readonly generator;
  private readonly operations: { method: string; path: string; operation: Operation }[];
  readonly shapes = shapesOf();
  /** Half of the requests are as good as their schema can say: they reach the checks behind the door. */
  private hostile = false;
  private turn = 0;
  /** Subjects that exist, by what they are, and entries that were written: some requests reach further than the door. */
  readonly subjects: Record<string, string[]> = {};
  readonly entries: string[] = [];

  constructor(document: object, randomSeed: number) {
    this.generator = xoroshiro128plus(randomSeed);
    const { paths } = document as { paths: Record<string, Record<string, Operation>> };
    this.operations = Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => ({ method, path, operation })),
    );
  }

  /** One of every route in turn, a batch of entries, an imported book: entries have by far the most shapes. */
  next(index: number): FuzzRequest {
    this.hostile = this.chance(0.5);
    switch (index % 4) {
      case 0:
        return this.sentAs(this.asked(this.operations[(index >> 2) % this.operations.length]));
      case 1:
      case 2:
        return this.sentAs({
          method: 'post',
          path: '/api/entries',
          text: this.mangled({ entries: this.batch() }),
        });
      default:
        return this.sentAs({
          method: 'post',
          path: `/api/book/import${this.oneOf(['', '?dryRun=no', '?dryRun=no&oldFaults=keep'])}`,
          text: this.mangled(this.book()),
        });
    }
  }

  private asked(chosen: { method: string; path: string; operation: Operation } | undefined): {
    method: string;
    path: string;
    text: string | undefined;
  } {
    if (!chosen) throw new Error('no operations');
    const { method, operation } = chosen;
    let { path } = chosen;
    const query: string[] = [];
    for (const { name, in: where, required, schema } of operation.parameters ?? []) {
      if (!required && this.chance(0.5)) continue;
      const value = String(this.valueOf(schema, 0));
      const encoded = encodedAlways(value === '' ? 'x' : value);
      if (where === 'path') path = path.replace(`{${name}}`, encoded);
      else query.push(`${name}=${encoded}`);
    }
    const [content] = Object.values(operation.requestBody?.content ?? {});
    return {
      method: method === 'get' && this.hurt(0.1) ? 'head' : method,
      path: query.length > 0 ? `${path}?${query.join('&')}` : path,
      text: content ? this.mangled(this.valueOf(content.schema, 0)) : undefined,
    };
  }

  /** Entries of the next kinds and steps in turn, each about a subject of the right sort where there is one. */
  private batch(): object[] {
    return Array.from({ length: this.hostile ? 1 + Math.floor(this.share() * 3) : 1 }, () => this.entry());
  }
  private entry() {
    const shape = this.shapes[this.turn++ % this.shapes.length];
    if (!shape) throw new Error('no kinds');
    // A tank of its own to end, or nothing more is taken in the others.
    const known = this.subjects[shape.kind] ?? shape.about.flatMap((sort) => this.subjects[sort] ?? []);
    return {
      id: this.hurt(0.05) && this.entries.length > 0 ? this.oneOf(this.entries) : this.uuid(),
      kind: shape.kind,
      kindVersion: shape.version,
      subjectId: known.length > 0 && this.chance(0.8) ? this.oneOf(known) : this.uuid(),
      happenedAt: this.textOf({ format: 'date-time' }),
      payload: !this.hostile && this.chance(0.4) ? this.likeExample(shape) : this.valueOf(shape.payload, 2),
    };
  }
  /** The example of a kind, its ids those of what is there. */
  private likeExample({ example, version, payload }: Shape): unknown {
    const newest = this.shapes.find((s) => s.example === example)?.version;
    if (version !== newest) return this.valueOf(payload, 2);
    const text = JSON.stringify(example).replaceAll(
      /"(\w*[iI]ds?)":"[0-9a-f]{8}-[0-9a-f-]{27}"/g,
      (_, name: string) => `"${name}":"${this.knownFor(name)}"`,
    );
    return JSON.parse(text);
  }
  private knownFor(name: string): string {
    const known =
      name === 'sourceId' ? this.subjects['source'] : /tank/i.test(name) ? this.subjects['tank'] : this.entries;
    return known && known.length > 0 ? this.oneOf(known) : this.uuid();
  }
  /** A book with rows as an export has them; most with the hash of what they hold. */
  private book(): object {
    const rows = this.batch().map((of) => {
      const entry = of as Parameters<typeof entryHash>[0] & { happenedAt: string };
      return {
        ...entry,
        sequence: this.hurt(0.05) ? this.numberOf({}) : 1_000_000 + this.turn * 10 + Math.floor(this.share() * 10),
        zone: this.hurt(0.05) ? this.oneOf(strangeTexts) : 'UTC',
        nightOn: entry.happenedAt.slice(0, 10),
        writtenAt: this.textOf({ format: 'date-time' }),
        by: this.hurt(0.05) ? this.oneOf(strangeTexts) : 'keeper',
        payloadHash: this.hurt(0.05) ? this.oneOf(strangeTexts) : hashOf(entry),
      };
    });
    return {
      format: 'night-ledger-book',
      version: 1,
      exportedAt: '2026-03-01T20:00:00Z',
      house: 'Elsewhere',
      entries: rows,
    };
  }

  private mangled(value: unknown): string {
    const text = JSON.stringify(value) ?? 'null';
    if (this.hurt(0.03)) return text.slice(0, Math.floor(text.length * this.share()));
    return this.hurt(0.03) ? '['.repeat(2000) + ']'.repeat(2000) : text;
  }
  /** As JSON, or compressed: whole, cut short, or not compressed at all whatever its head says. */
  private sentAs({ method, path, text }: { method: string; path: string; text: string | undefined }): FuzzRequest {
    if (text === undefined) return { method, path, body: undefined, headers: {} };
    const type = { 'Content-Type': 'application/json' };
    if (!this.hurt(0.06)) return { method, path, body: text, headers: type };
    const folded = gzipSync(Buffer.from(text));
    const body = this.oneOf([folded, folded.subarray(0, folded.length >> 1), Buffer.from(text)]);
    return {
      method,
      path,
      body,
      headers: { ...type, 'Content-Encoding': this.oneOf(['gzip', 'deflate', 'br', 'x-odd']) },
    };
  }

  private share = (): number => uniformFloat64(this.generator);
  private chance = (fraction: number): boolean => this.share() < fraction;
  private hurt = (fraction: number): boolean => this.hostile && this.chance(fraction);
  private oneOf<T>(list: readonly T[]): T {
    return list[Math.floor(this.share() * list.length)] as T;
  }

  private valueOf(schema: Schema, depth: number): unknown {
    if (depth > 0 && this.hurt(0.02)) return this.strange(depth);
    const either = schema.oneOf ?? schema.anyOf;
    if (either && either.length > 0) return this.valueOf(this.oneOf(either), depth);
    if ('const' in schema) return schema.const;
    if (schema.enum) return this.oneOf(schema.enum);
    switch (schema.type) {
      case 'object':
        return this.objectOf(schema, depth);
      case 'array': {
        const least = schema.minItems ?? 0;
        const count = Math.min(
          schema.maxItems ?? 3,
          this.hostile ? least + Math.floor(this.share() * 3) : Math.max(1, least),
        );
        return Array.from({ length: count }, () => this.valueOf(schema.items ?? {}, depth + 1));
      }
      case 'string':
        return this.textOf(schema);
      case 'number':
      case 'integer':
        return this.numberOf(schema);
      case 'boolean':
        return this.chance(0.5);
      case 'null':
        return null;
      default:
        return this.strange(depth);
    }
  }
  private objectOf({ properties = {}, required = [] }: Schema, depth: number): object {
    const made: Record<string, unknown> = {};
    for (const [key, schema] of Object.entries(properties))
      if (required.includes(key) ? !this.hurt(0.01) : this.chance(this.hostile ? 0.5 : 0.15))
        made[key] = this.valueOf(schema, depth + 1);
    if (this.hurt(0.01)) made[this.oneOf(strangeTexts)] = this.strange(depth);
    return made;
  }
  private textOf({ format, pattern, minLength = 0, maxLength = 40 }: Schema): string {
    if (this.hurt(0.04)) return this.oneOf(strangeTexts);
    if (format === 'uuid') {
      const known = this.chance(0.5) ? this.entries : Object.values(this.subjects).flat();
      return known.length > 0 && this.chance(0.7) ? this.oneOf(known) : this.uuid();
    }
    const day = new Date(Date.UTC(2025, 0, 1) + Math.floor(this.share() * 430) * dayMs).toISOString();
    if (format === 'date') return day.slice(0, 10);
    if (format === 'date-time') return day;
    if (pattern === '^D\\d\\d$') return `D${String(1 + Math.floor(this.share() * 40)).padStart(2, '0')}`;
    if (pattern?.includes('\\d')) return String(Math.floor(this.share() * 1000));
    if (pattern?.includes('{64}')) return this.uuid().replaceAll('-', '').repeat(2);
    const length = Math.max(1, minLength, Math.min(maxLength, Math.floor(this.share() * 12)));
    return (
      Array.from({ length }, () => this.oneOf('abcdefghij klmnop'.split('')))
        .join('')
        .trim() || 'a'
    );
  }
  private numberOf({ type, minimum = 0, maximum = 1000 }: Schema): number {
    if (this.hurt(0.04)) return this.oneOf(strangeNumbers);
    if (this.chance(0.1)) return this.oneOf([minimum, maximum]);
    const value = minimum + (Math.min(maximum, minimum + 100) - minimum) * this.share();
    return type === 'integer' ? Math.round(value) : value;
  }
  private strange(depth: number): unknown {
    if (this.chance(0.3)) return this.oneOf(strangeTexts);
    if (this.chance(0.3)) return this.oneOf(strangeNumbers);
    return this.oneOf<unknown>([null, true, [], {}, [[]], depth < 6 ? { a: { b: [1, null] } } : 0]);
  }
  private uuid(): string {
    const hex = Array.from({ length: 32 }, () => Math.floor(this.share() * 16).toString(16)).join('');
    return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20)}`;
  }
}

/** What cannot be hashed gets another hash. */
function hashOf(entry: Parameters<typeof entryHash>[0]): string {
  try {
    return entryHash(entry);
  } catch {
    return 'none';
  }
}
/** A lone surrogate has no encoding of its own: it goes as the bytes a careless client would send. */
function encodedAlways(text: string): string {
  try {
    return encodeURIComponent(text);
  } catch {
    return '%ED%A0%80';
  }
}
