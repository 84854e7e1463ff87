import * as v from 'valibot';
import { intervalText, likelyMend, plausibility, type Parameter } from '#core/readings';
import { readingsPayload, type ReadingsPayload, type ReadingValue } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import type { FieldFault } from '../app';
import type { EntryCheck, KindModule, NewestPatch, ProjectedEntry } from '../book';
import { clearReadings, insertReadings } from './readings-repo';

const parameterOf = (id: string): Parameter | undefined => shippedAlmanac.parameters.find((p) => p.id === id);

function shown(value: ReadingValue): string {
  const parameter = parameterOf(value.parameter);
  return `${parameter?.short ?? value.parameter} ${intervalText(value, parameter?.decimalsCount ?? 2)}`;
}

export const readingsKind: KindModule<ReadingsPayload> = {
  kind: 'readings',
  version: 1,
  on: 'either',
  reaches: 'itself',
  read: (payload) => v.parse(readingsPayload, payload),
  state: ({ values }) => ({ slot: 'readings', text: values.map(shown).join(', ') }),
  project: async (tx, entries) => {
    await insertReadings(tx, entries);
    return entries.flatMap(newestOf);
  },
  clear: clearReadings,
  print: ({ context, values }) =>
    `${context === 'routine' ? 'tested' : `tested (${context.replace('-', ' ')})`}: ${values.map((value) => `${shown(value)}${value.insisted ? ' (insisted)' : ''}`).join(', ')}`,
};

/** Enough for a direction (four readings) with some room. */
const newestCount = 6;
const newestOf = ({
  sequence,
  subjectId,
  happenedAt,
  payload,
  struck,
}: ProjectedEntry<ReadingsPayload>): NewestPatch[] =>
  payload.values
    .filter((value) => !struck.whole && !struck.parameters.includes(value.parameter))
    .map(({ parameter, lo, hi }) => ({
      subjectId,
      key: `reading:${parameter}`,
      item: [happenedAt.getTime(), sequence, lo, hi],
      keepCount: newestCount,
    }));

/** What no water can be is refused with its likely mend; what tanks hardly ever are must be insisted upon. */
export const checkReadings: EntryCheck = (_tx, entry) => {
  if (entry.kind !== 'readings') return [];
  const { values } = entry.payload;
  return values.flatMap((value, i) => [
    ...valueFaults(value).map((fault) => ({ ...fault, field: `values.${i}.${fault.field}` })),
    ...(values.findIndex((other) => other.parameter === value.parameter) < i
      ? [{ field: `values.${i}.parameter`, message: `${value.parameter} stands twice in this set` }]
      : []),
  ]);
};

function valueFaults(value: ReadingValue): FieldFault[] {
  const parameter = parameterOf(value.parameter);
  if (!parameter) return [{ field: 'parameter', message: 'is not a known parameter' }];
  if (value.lo === null && value.hi === null)
    return [{ field: 'lo', message: 'both ends are open, so the reading says nothing' }];
  if (value.lo !== null && value.hi !== null && value.lo > value.hi)
    return [{ field: 'lo', message: `lies above the high end ${value.hi}` }];
  const { lo, hi } = parameter.possible;
  const ends = (['lo', 'hi'] as const).flatMap((end): FieldFault[] => {
    const number = value[end];
    if (number === null || (number >= lo && number <= hi)) return [];
    const mend = likelyMend({ parameter, value: number });
    return [
      {
        field: end,
        message: `${parameter.label} can only be ${lo} to ${hi}${parameter.unit ? ` ${parameter.unit}` : ''}`,
        ...(mend === undefined ? {} : { mend }),
      },
    ];
  });
  if (ends.length > 0 || value.insisted) return ends;
  const asked = plausibility({ parameter, reading: value });
  return asked.kind === 'question'
    ? [
        {
          field: 'insisted',
          message: `${asked.why}; send insisted: true to keep it`,
          ...(asked.mend === undefined ? {} : { mend: asked.mend }),
        },
      ]
    : [];
}
