import { likelyMend, penPpmOf, plausibility, type Parameter } from '#core/readings';
import type { ReadingsPayload, ReadingValue } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import { oddWords, readingsAnswers } from '#words/readings';
import type { FieldFault } from '../problems';
import type { KindModule } from '../book';
import { newlyIn } from '../tanks';
import { clearReadings, readingRows } from './readings-repo';

const parameterOf = (id: string): Parameter | undefined => shippedAlmanac.parameters.find((p) => p.id === id);

export const readingsKind: KindModule<'readings'> = {
  unprojectable: ({ payload }) => endsFaults(payload),
  faults: ({ payload }) => readingsFaults(payload),
  done: ({ values }) => ({
    slot: 'readings',
    done: {
      id: 'readings',
      facts: {
        values: values.map(({ parameter, lo, hi, text, enteredUnit }) => ({ parameter, lo, hi, text, enteredUnit })),
      },
    },
  }),
  moves: true,
  rows: readingRows,
  /** A value struck by itself does not ride with the tank; the rest of its set does. */
  newly: ({ values }, _entryId, struckParts) =>
    values
      .filter((value) => !struckParts.includes(value.parameter))
      .map((value) => {
        const { parameter, lo, hi, doubt } = value;
        const penPpm = penPpmOf(value);
        return newlyIn(
          'reading',
          { lo, hi, ...(penPpm ? { penPpm } : {}), ...(doubt === undefined ? {} : { doubtful: true }) },
          parameter,
        );
      }),
  clear: clearReadings,
};

/** A span has an end, and its ends do not cross; a set holds one of each parameter. */
const endsFaults = ({ values }: ReadingsPayload): FieldFault[] =>
  values.flatMap(({ parameter, lo, hi }, i): FieldFault[] => [
    ...(lo === null && hi === null ? [{ field: `values.${i}.lo`, message: readingsAnswers.bothEndsAreOpenSo }] : []),
    ...(lo !== null && hi !== null && lo > hi
      ? [{ field: `values.${i}.lo`, message: readingsAnswers.liesAboveTheHighEnd(hi) }]
      : []),
    ...(values.findIndex((other) => other.parameter === parameter) < i
      ? [{ field: `values.${i}.parameter`, message: readingsAnswers.standsTwiceInThisSet(parameter) }]
      : []),
  ]);
/** What no water can be is refused with its likely mend; what tanks hardly ever are must be insisted upon. */
function readingsFaults(payload: ReadingsPayload): FieldFault[] {
  const ends = endsFaults(payload);
  return [
    ...ends,
    ...payload.values.flatMap((value, i) =>
      ends.some((f) => f.field === `values.${i}.lo`)
        ? []
        : valueFaults(value).map((fault) => ({ ...fault, field: `values.${i}.${fault.field}` })),
    ),
  ];
}

function valueFaults(value: ReadingValue): FieldFault[] {
  const parameter = parameterOf(value.parameter);
  if (!parameter) return [{ field: 'parameter', message: readingsAnswers.isNotAKnownParameter }];
  const { lo, hi } = parameter.possible;
  const ends = (['lo', 'hi'] as const).flatMap((end): FieldFault[] => {
    const number = value[end];
    if (number === null || (number >= lo && number <= hi)) return [];
    const mend = likelyMend({ parameter, value: number });
    return [
      {
        field: end,
        message: readingsAnswers.canOnlyBeTo(parameter.label, lo, hi, parameter.unit ? ` ${parameter.unit}` : ''),
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
          message: (speech) => readingsAnswers.sendInsistedTrueToKeep(oddWords(speech, asked.why)),
          ...(asked.mend === undefined ? {} : { mend: asked.mend }),
        },
      ]
    : [];
}
