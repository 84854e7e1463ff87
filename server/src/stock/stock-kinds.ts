import { bookKinds, foods } from '#almanac/kinds';
import {
  acclimationPayload,
  arrivalPayload,
  clearedPayload,
  cyclingPayload,
  dosePayload,
  fedPayload,
  ownKindPayload,
  stockPayload,
  trimPayload,
  type StockPayload,
} from '#contracts/book';
import { diaryKind } from '../book';

const commonNames = new Map(bookKinds.map((k) => [k.id, k.commonName]));
const kindName = (id: string, strain = ''): string => `${commonNames.get(id) ?? id}${strain ? ` (${strain})` : ''}`;
const foodName = (id: string): string => foods.find((f) => f.id === id)?.name ?? id;
const headText = (count: { lo: number; hi: number | null } | null): string =>
  count === null
    ? ''
    : count.hi === null
      ? `${count.lo} or more`
      : count.lo === count.hi
        ? String(count.lo)
        : `${count.lo}–${count.hi}`;

const eventWords: Record<StockPayload['event'], string> = {
  arrived: 'arrived',
  'moved-in': 'moved in',
  'moved-out': 'moved out',
  'given-away': 'given away',
  died: 'dead',
  missing: 'missing, no bodies',
  born: 'young',
  berried: 'carrying',
  moulted: 'moulted',
  counted: 'counted',
  sign: 'seen',
};
const stockText = ({ event, kindId, strain, count, sign }: StockPayload): string =>
  event === 'sign'
    ? `${kindName(kindId, strain)}: ${(sign ?? '').replaceAll('-', ' ')}`
    : `${headText(count)} ${kindName(kindId, strain)} ${eventWords[event]}`;
/** Events that may mean something is wrong: what tonight's sheet looks for before it reads more. */
const alarming = (payload: StockPayload): boolean => ['died', 'missing', 'sign', 'counted'].includes(payload.event);

export const stockKinds = {
  stock: diaryKind({
    kind: 'stock',
    on: 'tank',
    schema: stockPayload,
    state: (payload) => ({ slot: 'stock', text: stockText(payload) }),
    newly: (payload) => (alarming(payload) ? [{ key: 'alarming', rest: [payload.event], keepCount: 2 }] : []),
    print: (payload, nameOf) =>
      `${stockText(payload)}${payload.otherTankId ? `, ${payload.event === 'moved-out' ? 'to' : 'from'} ${nameOf(payload.otherTankId)}` : ''}`,
  }),
  arrival: diaryKind({
    kind: 'arrival',
    on: 'tank',
    schema: arrivalPayload,
    state: ({ kindId, strain, count }) => ({
      slot: 'stock',
      text: `${headText(count)} ${kindName(kindId, strain)} arrived`,
    }),
    newly: ({ kindId, strain }) => [{ key: 'new', rest: ['animal', kindName(kindId, strain), false], keepCount: 6 }],
    print: ({ kindId, strain, count, from, method, warnings, overrideReason }) =>
      `${headText(count)} ${kindName(kindId, strain)} arrived${from ? ` from ${from}` : ''}, ${method}${warnings.length > 0 ? `; against: ${warnings.join(' ')}` : ''}${overrideReason ? `; because ${overrideReason}` : ''}`,
  }),
  acclimation: diaryKind({
    kind: 'acclimation',
    on: 'tank',
    schema: acclimationPayload,
    newly: (payload) => [
      {
        key: 'drip',
        rest:
          payload.step === 'started'
            ? [payload.arrivalId, 'started', payload.durationMinutes]
            : [payload.arrivalId, payload.step, null],
        keepCount: 4,
      },
    ],
    print: (payload) =>
      payload.step === 'started'
        ? `drip begun: ${payload.rateLPerH.toFixed(1)} L/h for ${Math.round(payload.durationMinutes)} min`
        : payload.step === 'measured'
          ? 'measured in the drip box'
          : payload.done
            ? 'drip ended, brought over'
            : 'drip broken off',
  }),
  cycling: diaryKind({
    kind: 'cycling',
    on: 'tank',
    schema: cyclingPayload,
    print: (payload) =>
      payload.step === 'started'
        ? `cycle begun by ${payload.school}`
        : payload.step === 'dosed'
          ? `ammonia dosed to ${payload.tanMgPerL} mg/L as N`
          : 'seeded with used filter material',
  }),
  fed: diaryKind({
    kind: 'fed',
    on: 'tank',
    schema: fedPayload,
    state: ({ foodId, foodG }) => ({ slot: 'fed', text: `fed ${foodG} g ${foodName(foodId)}` }),
    newly: ({ foodId, clearedMinutes }, entryId) =>
      clearedMinutes === undefined ? [{ key: 'fed', rest: [foodId, entryId], keepCount: 3 }] : [],
    print: ({ foodId, foodG, school, clearedMinutes }) =>
      `fed ${foodG} g ${foodName(foodId)} (${school})${clearedMinutes === undefined ? '' : clearedMinutes === null ? ', some left' : `, gone in ${clearedMinutes} min`}`,
  }),
  cleared: diaryKind({
    kind: 'cleared',
    on: 'tank',
    schema: clearedPayload,
    newly: ({ fedEntryId }) => [{ key: 'cleared', rest: [fedEntryId], keepCount: 4 }],
    print: ({ clearedMinutes }) =>
      clearedMinutes === null ? 'leftovers taken out' : `food gone in ${clearedMinutes} min`,
  }),
  trim: diaryKind({
    kind: 'trim',
    on: 'tank',
    schema: trimPayload,
    print: ({ kindId, workMinutes }) =>
      `trimmed ${kindName(kindId)}${workMinutes === undefined ? '' : `, ${workMinutes} min`}`,
  }),
  dose: diaryKind({
    kind: 'dose',
    on: 'tank',
    schema: dosePayload,
    print: ({ product, amountMl }) => `dosed ${amountMl} mL or g ${product}`,
  }),
  ownKind: diaryKind({
    kind: 'own-kind',
    on: 'own-kind',
    schema: ownKindPayload,
    seeds: ({ kind, startedOn }) => ({ kind: 'own-kind', name: kind.id, startedOn }),
    state: ({ kind }) => ({ slot: 'setUp', text: kind.commonName }),
    print: ({ kind, baseId, from }) =>
      `${kind.commonName}: own figures${baseId === null ? '' : ` over ${kindName(baseId)}`}${from ? `, from ${from}` : ''}`,
  }),
} as const;
