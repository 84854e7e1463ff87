import type { InstrumentPayload } from '#contracts/book';
import { readingsAnswers } from '#words/readings';
import type { KindModule } from '../book';
import type { FieldFault } from '../problems';
import { newlyIn } from '../tanks';

export const instrumentKind: KindModule<'instrument'> = {
  faults: ({ payload }) => instrumentFaults(payload),
  seed: ({ name, startedOn }) => ({ name, startedOn }),
  done: ({ name }) => ({ slot: 'setUp', done: { id: 'set-up', facts: { name } } }),
};

/** Beside the counts of kinds: what was seen of the whole tank. Deaths here make the sheet look a second time. */
export const seenKind: KindModule<'seen'> = {
  done: (payload) => ({ slot: 'stock', done: { id: 'seen', facts: payload } }),
  newly: ({ deaths, moults, behaviour = null, changeEntryId = null }, entryId) => {
    const deathsCount = deaths?.lo ?? 0;
    return [
      ...(deathsCount > 0 ? [newlyIn('alarming', { event: 'died' })] : []),
      newlyIn('seen', {
        entryId,
        deathsCount,
        behaviour,
        changeEntryId,
        ...(moults ? { moultsCount: moults.lo } : {}),
      }),
    ];
  },
};

/** What the shape cannot say: colours rise, and a chart has at least two. */
function instrumentFaults({ steps, type, parameters, deviceId }: InstrumentPayload): FieldFault[] {
  return [
    ...(parameters.length === 0 && deviceId === undefined
      ? [{ field: 'parameters', message: readingsAnswers.mustMeasureSomethingOrBe }]
      : []),
    ...(steps.some((s, i) => i > 0 && s <= (steps[i - 1] ?? 0))
      ? [{ field: 'steps', message: readingsAnswers.mustRiseFromColourTo }]
      : []),
    ...((type === 'colour-chart' || type === 'strip') && steps.length === 1
      ? [{ field: 'steps', message: readingsAnswers.oneColourIsNoChart }]
      : []),
    ...(steps.length > 0 && parameters.length > 1
      ? [
          {
            field: 'parameters',
            message: readingsAnswers.aChartWithItsColours,
          },
        ]
      : []),
  ];
}
