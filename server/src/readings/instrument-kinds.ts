import { parameterWords } from '#core/readings';
import { calibrationPayload, instrumentPayload, seenPayload, type SeenPayload } from '#contracts/book';
import { diaryKind, type EntryCheck } from '../book';

export const instrumentKind = diaryKind({
  kind: 'instrument',
  on: 'instrument',
  schema: instrumentPayload,
  seeds: ({ name, startedOn }) => ({ kind: 'instrument', name, startedOn }),
  state: ({ name }) => ({ slot: 'setUp', text: name }),
  print: ({ type, parameters, expiresOn, retired }) =>
    `${retired ? 'put away: ' : ''}${type.replace('-', ' ')} for ${parameters.map((p) => parameterWords[p]).join(', ')}${expiresOn === null ? '' : `, good until ${expiresOn}`}`,
});
export const calibrationKind = diaryKind({
  kind: 'calibration',
  on: 'instrument',
  schema: calibrationPayload,
  print: ({ parameter, standardValue, shownValue, adjusted }) =>
    `${parameter === 'ec25UsPerCm' && standardValue === 0 ? 'dry in air' : `standard ${standardValue}`}: showed ${shownValue} (${parameterWords[parameter]})${adjusted ? ', then set' : ''}`,
});

const countText = (count: { lo: number; hi: number | null }): string =>
  count.hi === null ? `${count.lo} or more` : count.lo === count.hi ? String(count.lo) : `${count.lo}–${count.hi}`;
const seenText = ({ deaths, moults, berried, young, grazing, behaviour }: SeenPayload): string =>
  [
    ...Object.entries({ deaths, moults, berried, young }).flatMap(([word, n]) =>
      n ? [`${countText(n)} ${word}`] : [],
    ),
    ...(grazing ? [grazing === 'usual' ? 'grazing' : grazing === 'less' ? 'grazing less' : 'not grazing'] : []),
    ...(behaviour ? [behaviour] : []),
  ].join(', ') || 'nothing out of the way';

/** Beside the counts of kinds: what was seen of the whole tank. Deaths here make the sheet look a second time. */
export const seenKind = diaryKind({
  kind: 'seen',
  on: 'tank',
  schema: seenPayload,
  state: (payload) => ({ slot: 'stock', text: seenText(payload) }),
  newly: ({ deaths, behaviour, changeEntryId }, entryId) => [
    ...((deaths?.lo ?? 0) > 0 ? [{ key: 'alarming', rest: ['died'], keepCount: 2 }] : []),
    {
      key: 'seen',
      rest: [entryId, deaths?.lo ?? 0, behaviour ?? null, changeEntryId ?? null],
      keepCount: 6,
    },
  ],
  print: (payload) => `seen${payload.changeEntryId ? ' after the change' : ''}: ${seenText(payload)}`,
});

/** What the shape cannot say: colours rise, and a chart has at least two. */
export const checkInstrument: EntryCheck = (_tx, entry) => {
  if (entry.kind !== 'instrument') return [];
  const { steps = [], type, parameters, deviceId } = entry.payload;
  return [
    ...(parameters.length === 0 && deviceId === undefined
      ? [{ field: 'parameters', message: 'must measure something, or be a device on the wire' }]
      : []),
    ...(steps.some((s, i) => i > 0 && s <= (steps[i - 1] ?? 0))
      ? [{ field: 'steps', message: 'must rise from colour to colour' }]
      : []),
    ...((type === 'colour-chart' || type === 'strip') && steps.length === 1
      ? [{ field: 'steps', message: 'one colour is no chart; leave it empty or give two and more' }]
      : []),
    ...(steps.length > 0 && parameters.length > 1
      ? [
          {
            field: 'parameters',
            message: 'a chart with its colours is for one parameter; make one for each field of a strip',
          },
        ]
      : []),
  ];
};
