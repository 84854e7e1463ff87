import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { toJsonSchema } from '@valibot/to-json-schema';
import * as v from 'valibot';
import { because, type Refusal } from '#core/result';
import { refusedAtDoor } from './calculation';
import { calculations } from './registry';

type Answer = { ok: true; value: unknown; explanation: unknown } | { ok: false; refusal: Refusal };

const byName = new Map(calculations.map((c) => [c.name, c]));
const refused = (refusal: Refusal): Answer => ({ ok: false, refusal });

export function answer(name: unknown, input: unknown): Answer {
  const found = typeof name === 'string' ? byName.get(name) : undefined;
  if (!found) {
    const text = typeof name === 'string' ? name : name === undefined ? 'nothing' : JSON.stringify(name);
    return refused({ kind: 'unknown-name', field: 'calculation', text, known: [...byName.keys()] });
  }
  const impossible = refusedAtDoor(input);
  if (impossible) return refused(impossible);
  const checked = v.safeParse(found.input, input);
  if (!checked.success) return refused(refusalOf(checked.issues[0]));
  const result = found.run(checked.output as never);
  if (!result.ok) return result;
  const { value, ...explanation } = result.value;
  return { ok: true, value, explanation };
}

/** A shape that does not fit, said in the refusals of the core. */
function refusalOf(issue: v.BaseIssue<unknown>): Refusal {
  const field = v.getDotPath(issue) ?? 'input';
  if (issue.received === 'undefined')
    return {
      kind: 'missing',
      field,
      why: because('not-the-shape', { text: `${issue.expected ?? 'a value'} is needed` }),
    };
  if (issue.expected === 'number') return { kind: 'not-a-number', field, text: JSON.stringify(issue.input) };
  return { kind: 'malformed', field, why: because('not-the-shape', { text: issue.message }) };
}

function read(text: string): { given: unknown } | { fault: Refusal } {
  try {
    return { given: JSON.parse(text) as unknown };
  } catch {
    return { fault: { kind: 'malformed', field: 'input', why: because('not-json') } };
  }
}

const print = (value: unknown): void => void process.stdout.write(`${JSON.stringify(value)}\n`);

async function answerLines(): Promise<void> {
  for await (const line of createInterface({ input: process.stdin })) {
    if (line.trim() === '') continue;
    const asked = read(line);
    const { name, input } = (
      'given' in asked && typeof asked.given === 'object' && asked.given !== null ? asked.given : {}
    ) as { name?: unknown; input?: unknown };
    print('fault' in asked ? refused(asked.fault) : answer(name, input));
  }
}

export async function main(args: readonly string[]): Promise<number> {
  const [first, second] = args;
  if (first === '--list') {
    for (const { name, about } of calculations) process.stdout.write(`${name}\t${about}\n`);
    return 0;
  }
  if (first === '--schema') {
    const found = byName.get(second ?? '');
    if (!found) return usage(`There is no calculation “${second ?? ''}”.`);
    print(toJsonSchema(found.input, { target: 'draft-2020-12', errorMode: 'ignore', typeMode: 'input' }));
    return 0;
  }
  if (first === '--lines') {
    await answerLines();
    return 0;
  }
  if (first === undefined || first.startsWith('--')) return usage('Name a calculation.');
  const asked = read(readFileSync(0, 'utf8'));
  print('fault' in asked ? refused(asked.fault) : answer(first, asked.given));
  return 0;
}

function usage(why: string): number {
  process.stderr.write(`${why}\nnpm run --silent calc -- NAME < in.json, or --list, --schema NAME, --lines\n`);
  return 2;
}
