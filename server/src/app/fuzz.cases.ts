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
  body: string | undefined;
}

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

/** Requests of every route of the OpenAPI document: most of them good, each with a chance of something hostile in it. */
export class Fuzz {
  private readonly generator;
  private readonly operations: { method: string; path: string; operation: Operation }[];
  /** Half of the requests are as good as their schema can say: they reach the checks behind the door. */
  private hostile = false;
  /** Ids that exist, so that some requests reach further than the door. */
  readonly ids: string[] = [];

  constructor(document: object, randomSeed: number) {
    this.generator = xoroshiro128plus(randomSeed);
    const { paths } = document as { paths: Record<string, Record<string, Operation>> };
    this.operations = Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => ({ method, path, operation })),
    );
  }

  /** One of every route in turn, then of entries alone: they have by far the most shapes. */
  next(index: number): FuzzRequest {
    const entries = this.operations.find((o) => o.method === 'post' && o.path === '/api/entries');
    const turn = this.operations[(index >> 1) % this.operations.length];
    const chosen = index % 2 === 0 ? turn : entries;
    if (!chosen) throw new Error('no operations');
    this.hostile = this.chance(0.5);
    const { method, operation } = chosen;
    let { path } = chosen;
    const query = new URLSearchParams();
    for (const { name, in: where, required, schema } of operation.parameters ?? []) {
      if (!required && this.chance(0.5)) continue;
      const value = String(this.valueOf(schema, 0));
      if (where === 'path') path = path.replace(`{${name}}`, encodedAlways(value === '' ? 'x' : value));
      else query.set(name, value);
    }
    const [content] = Object.values(operation.requestBody?.content ?? {});
    const body = content ? this.bodyOf(content.schema) : undefined;
    return { method, path: query.size > 0 ? `${path}?${query.toString()}` : path, body };
  }

  private bodyOf(schema: Schema): string {
    const text = JSON.stringify(this.valueOf(schema, 0)) ?? 'null';
    if (this.hurt(0.03)) return text.slice(0, Math.floor(text.length * this.share()));
    return this.hurt(0.03) ? '['.repeat(2000) + ']'.repeat(2000) : text;
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
    if (format === 'uuid') return this.ids.length > 0 && this.chance(0.6) ? this.oneOf(this.ids) : this.uuid();
    const day = new Date(Date.UTC(2025, 0, 1) + Math.floor(this.share() * 430) * 86_400_000).toISOString();
    if (format === 'date') return day.slice(0, 10);
    if (format === 'date-time') return day;
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

/** A lone surrogate has no encoding of its own: it goes as the bytes a careless client would send. */
function encodedAlways(text: string): string {
  try {
    return encodeURIComponent(text);
  } catch {
    return '%ED%A0%80';
  }
}
