import { ledgerLine, middle, type LedgerEntry } from '#core/readings';
import { parameters as catalogue } from './catalogue';

/** The tanks and waters of our own scenario; lines as a dozen hands would type them on a phone at a tank (invented). */
const subjects = [
  ...['Lobby', 'Breakfast Bar', 'Library', 'Stairwell', 'Linen Room', 'Cellar Rack A', 'Cellar Rack B'].map((name) => ({
    id: name,
    name,
    kind: 'tank',
  })),
  ...['Tap, aged', 'RO', 'Cherry drum'].map((name) => ({ id: name, name, kind: 'source' })),
];
const foods = [
  { id: 'flake', name: 'flake food' },
  { id: 'algae-wafer', name: 'algae wafer' },
];
const animals = [
  { kindId: 'platy', strain: '', name: 'platy', tankIds: ['Stairwell'] },
  { kindId: 'cherry', strain: 'red', name: 'cherry shrimp', tankIds: ['Breakfast Bar', 'Cellar Rack A'] },
  { kindId: 'cherry', strain: 'blue', name: 'cherry shrimp', tankIds: ['Cellar Rack A'] },
  { kindId: 'bee', strain: '', name: 'bee shrimp', tankIds: ['Library'] },
];
const nowEpochMs = Date.parse('2026-03-14T21:30:00Z');
const short: Record<string, string> = {
  ph: 'ph',
  ghDegrees: 'gh',
  khDegrees: 'kh',
  ec25UsPerCm: 'ec',
  no3MgPerL: 'no3',
  no2MgPerL: 'no2',
  tanMgPerL: 'tan',
  tempC: 't',
};
const spanText = ({ lo, hi }: { lo: number | null; hi: number | null }): string =>
  hi === null ? `${lo ?? 0}+` : lo === hi ? String(lo) : `${lo ?? 0}-${hi}`;
const rounded = (value: number): string => String(Number(value.toPrecision(3)));

/** What an entry says, in one short line. */
function said(entry: LedgerEntry): string {
  switch (entry.kind) {
    case 'readings': {
      const values = entry.payload.values.map((v) =>
        v.lo === null
          ? `${short[v.parameter] ?? v.parameter} <${rounded(v.hi ?? 0)}`
          : v.hi === null
            ? `${short[v.parameter] ?? v.parameter} >${rounded(v.lo)}`
            : `${short[v.parameter] ?? v.parameter} ${rounded(middle({ lo: v.lo, hi: v.hi }))}`,
      );
      return `${entry.payload.context === 'routine' ? '' : `${entry.payload.context} `}${values.join(' ')}`;
    }
    case 'change': {
      const { entered, sourceId, water } = entry.payload;
      const size =
        entered.by === 'litres' ? `${rounded(entered.changeL)} L` : `${rounded(100 * entered.changeFraction)} %`;
      return `change ${size} ${sourceId}${water.tempC === undefined ? '' : ` ${water.tempC} C`}`;
    }
    case 'top-up':
      return `top-up ${entry.payload.topUpL} L ${entry.payload.sourceId}`;
    case 'seen':
      return Object.entries(entry.payload)
        .map(
          ([key, value]) =>
            `${key} ${typeof value === 'string' ? value : spanText(value as { lo: number; hi: number })}`,
        )
        .join(' ');
    case 'stock':
      return `${entry.payload.event} ${spanText(entry.payload.count)} ${`${entry.payload.strain} ${entry.payload.kindId}`.trim()}`;
    case 'looked':
      return ['looked', ...(entry.payload.fed ? ['fed'] : []), ...(entry.payload.fine ? ['fine'] : [])].join(' ');
    case 'dose':
      return `dose ${entry.payload.amountMl} mL ${entry.payload.product}`;
    case 'fed':
      return `fed ${entry.payload.foodG} g ${entry.payload.foodId}`;
    case 'note':
      return `note ${entry.payload.text}`;
  }
}
const read = (line: string) => ledgerLine({ line, catalogue, subjects, foods, animals, zone: 'UTC', nowEpochMs });
const told = (line: string): string => {
  const { entries, questions } = read(line);
  return questions.length > 0
    ? `asks ${[...new Set(questions.map((q) => q.why.id))].join(' ')}`
    : entries.map((e) => `${e.subjectId}: ${said(e)}`).join('; ');
};

const lines: readonly (readonly [line: string, means: string])[] = [
  // Values, in every order, glued, with comma and point, with and without units.
  ['lobby ph 7.1', 'Lobby: ph 7.1'],
  ['lobby ph 7,1', 'Lobby: ph 7.1'],
  ['lobby ph7.1', 'Lobby: ph 7.1'],
  ['lobby pH: 7.1', 'Lobby: ph 7.1'],
  ['lobby ph=7.1', 'Lobby: ph 7.1'],
  ['Lobby PH 7.1 GH 7 KH 4', 'Lobby: ph 7.1 gh 7 kh 4'],
  ['lobby gh7 kh4', 'Lobby: gh 7 kh 4'],
  ['lobby gh5 kh0', 'Lobby: gh 5 kh 0.25'],
  ['lobby 7 gh 4 kh', 'Lobby: gh 7 kh 4'],
  ['7 gh, 4 kh lobby', 'Lobby: gh 7 kh 4'],
  ['gh 7 kh 4 lobby', 'Lobby: gh 7 kh 4'],
  ['lobby gh 7, kh 4, ph 7.2, t 24', 'Lobby: gh 7 kh 4 ph 7.2 t 24'],
  ['lobby; gh 7; kh 4', 'Lobby: gh 7 kh 4'],
  ['lobby gh 7 dGH', 'Lobby: gh 7'],
  ['lobby gh 7 dh kh 4 dh', 'Lobby: gh 7 kh 4'],
  ['lobby gh 125 ppm', 'Lobby: gh 7'],
  ['lobby kh 70ppm', 'Lobby: kh 3.92'],
  ['lobby temp 24', 'Lobby: t 24'],
  ['lobby temperature 24.5', 'Lobby: t 24.5'],
  ['lobby t24', 'Lobby: t 24'],
  ['lobby 24C', 'Lobby: t 24'],
  ['lobby 24 °C', 'Lobby: t 24'],
  ['lobby 75F', 'Lobby: t 23.9'],
  ['lobby t 75 f', 'Lobby: t 23.9'],
  ['bar t 76f', 'Breakfast Bar: t 24.4'],
  ['lobby ec 430', 'Lobby: ec 430'],
  ['lobby ec 430 us', 'Lobby: ec 430'],
  ['lobby 430us', 'Lobby: ec 430'],
  ['lobby ec 0.43 mS', 'Lobby: ec 430'],
  ['lobby conductivity 430', 'Lobby: ec 430'],
  ['lobby tds 215 ppm (0.5)', 'Lobby: ec 430'],
  ['lobby no3 10', 'Lobby: no3 11.3'],
  ['lobby nitrate 5-10', 'Lobby: no3 7.5'],
  ['lobby no3 5 - 10', 'Lobby: no3 7.5'],
  ['lobby no3 5 to 10', 'Lobby: no3 7.5'],
  ['lobby no3 <5', 'Lobby: no3 <5'],
  ['lobby no3 < 5', 'Lobby: no3 <5'],
  ['lobby no3 >80', 'Lobby: no3 >80'],
  ['lobby no3 ~20', 'Lobby: no3 25'],
  ['lobby nh4 0 no2 0 no3 10', 'Lobby: tan 0.0485 no2 0.025 no3 11.3'],
  ['lobby ammonia 0 nitrite 0', 'Lobby: tan 0.0625 no2 0.025'],
  ['lobby ph 6.9-7.1', 'Lobby: ph 7'],
  // Which tank: by its beginning, by any of its words, several, before and after.
  ['LOBBY ph 7', 'Lobby: ph 7'],
  ['lob ph 7', 'Lobby: ph 7'],
  ['breakfast ph 7', 'Breakfast Bar: ph 7'],
  ['breakfast bar ph 7', 'Breakfast Bar: ph 7'],
  ['breakfastbar ph 7', 'Breakfast Bar: ph 7'],
  ['bar ph 7', 'Breakfast Bar: ph 7'],
  ['rack a ph 7', 'Cellar Rack A: ph 7'],
  ['cellar rack b ph 7', 'Cellar Rack B: ph 7'],
  ['linen ph 7', 'Linen Room: ph 7'],
  ['linen room ph 7', 'Linen Room: ph 7'],
  ['gh 4 lobby, library', 'Lobby: gh 4; Library: gh 4'],
  ['gh 4 lobby and library', 'Lobby: gh 4; Library: gh 4'],
  ['lobby, library gh 4', 'Lobby: gh 4; Library: gh 4'],
  ['lobby + library + linen gh 4', 'Lobby: gh 4; Library: gh 4; Linen Room: gh 4'],
  ['lobby ph 7.1, library ph 6.2', 'Lobby: ph 7.1; Library: ph 6.2'],
  ['lobby ph 7.1 library ph 6.2', 'Lobby: ph 7.1; Library: ph 6.2'],
  ['lobby gh 7 kh 4; bar gh 8 kh 5', 'Lobby: gh 7 kh 4; Breakfast Bar: gh 8 kh 5'],
  // Water.
  ['lobby out 18 L ro', 'Lobby: change 18 L RO'],
  ['lobby out 18L, tap aged', 'Lobby: change 18 L Tap, aged'],
  ['lobby changed 20% ro', 'Lobby: change 20 % RO'],
  ['lobby change 20 % cherry drum', 'Lobby: change 20 % Cherry drum'],
  ['lobby water change 20% ro', 'Lobby: change 20 % RO'],
  ['lobby wc 20% ro', 'Lobby: change 20 % RO'],
  ['lobby wc 18 litres cherry', 'Lobby: change 18 L Cherry drum'],
  ['lobby 20% wc ro', 'Lobby: change 20 % RO'],
  ['lobby 20% water change, cherry drum', 'Lobby: change 20 % Cherry drum'],
  ['lobby swapped half, ro', 'Lobby: change 50 % RO'],
  ['lobby out 5 us gal ro', 'Lobby: change 18.9 L RO'],
  ['lobby out 5gal ro', 'asks unit-after-number'],
  ['lobby changed 18 L with cherry drum at 23C', 'Lobby: change 18 L Cherry drum 23 C'],
  ['lobby topped up 2 L ro', 'Lobby: top-up 2 L RO'],
  ['lobby top up 2L ro', 'Lobby: top-up 2 L RO'],
  ['lobby top off 2 L ro', 'Lobby: top-up 2 L RO'],
  ['lobby after change no3 10', 'Lobby: after-change no3 11.3'],
  ['lobby before wc no3 10', 'Lobby: before-change no3 11.3'],
  // The animals.
  ['lobby 2 dead', 'Lobby: deaths 2'],
  ['lobby dead 2', 'Lobby: deaths 2'],
  ['lobby deaths: 2', 'Lobby: deaths 2'],
  ['lobby 0 deaths', 'Lobby: deaths 0'],
  ['lobby no deaths', 'Lobby: deaths 0'],
  ['lobby none dead', 'Lobby: deaths 0'],
  ['lobby one dead', 'Lobby: deaths 1'],
  ['lobby 3 moults, 4 berried', 'Lobby: moults 3 berried 4'],
  ['lobby moults 3 berried 4', 'Lobby: moults 3 berried 4'],
  ['lobby 3 molts', 'Lobby: moults 3'],
  ['lobby 10+ young', 'Lobby: young 10+'],
  ['lobby 20-30 shrimplets', 'Lobby: young 20-30'],
  ['lobby eating', 'Lobby: grazing usual'],
  ['lobby not eating, hiding', 'Lobby: grazing none behaviour hiding'],
  ['lobby gasping', 'Lobby: behaviour gasping'],
  ['stairwell 3 dead platy', 'Stairwell: died 3 platy'],
  ['stairwell 3 dead platies', 'Stairwell: died 3 platy'],
  ['stairwell 3 platys dead', 'Stairwell: died 3 platy'],
  ['3 dead platy stairwell', 'Stairwell: died 3 platy'],
  ['bar one cherry shrimp dead', 'Breakfast Bar: died 1 red cherry'],
  ['bar 5 berried cherries', 'Breakfast Bar: berried 5 red cherry'],
  ['bar 10-20 young shrimp', 'Breakfast Bar: born 10-20 red cherry'],
  ['library 2 dead shrimp, hiding', 'Library: behaviour hiding; Library: died 2 bee'],
  ['rack a 2 dead cherry', 'asks ambiguous'],
  ['rack a 2 dead blue cherry', 'Cellar Rack A: died 2 blue cherry'],
  ['lobby 2 dead platy', 'asks not-there'],
  // Care.
  ['lobby fed', 'Lobby: looked fed'],
  ['lobby looked, fed, fine', 'Lobby: looked fed fine'],
  ['lobby all good', 'Lobby: looked fine'],
  ['lobby ok', 'Lobby: looked fine'],
  ['lobby fed 0.5 g flake', 'Lobby: fed 0.5 g flake'],
  ['lobby fed 500mg flake food', 'Lobby: fed 0.5 g flake'],
  ['lobby dosed 5 mL potassium', 'Lobby: dose 5 mL potassium'],
  ['lobby dosed 5ml potassium', 'Lobby: dose 5 mL potassium'],
  ['lobby 5 ml potassium', 'asks value-alone no-value'],
  ['lobby "lid was open"', 'Lobby: note lid was open'],
  ['lobby note: lid was open', 'Lobby: note lid was open'],
  ['lobby and library looked, fed', 'Lobby: looked fed; Library: looked fed'],
  // What could mean two things is asked, never guessed.
  ['lobby hardness 14', 'asks which-hardness'],
  ['lobby hardness 7 kh 4', 'asks which-hardness'],
  ['lobby ec 1,260', 'asks thousands'],
  ['lobby no3 1,000', 'asks thousands'],
  ['lobby ec 1.260', 'asks thousands'],
  ['lobby ph 7.125', 'Lobby: ph 7.13'],
  ['lobby gh 4 lobby gh 5', 'asks value-twice'],
  ['cellar ph 7', 'asks ambiguous'],
  ['lobby gh 4 library', 'asks nothing-said'],
  ['gh 4 lobby, library kh 2', 'asks whose-is-it'],
  ['lobby out 18', 'asks unit-after-number'],
  ['lobby ph', 'asks no-value'],
];

describe('the ledger line, as a dozen hands type it', () => {
  for (const [line, means] of lines)
    it(`“${line}”`, () => {
      expect(told(line)).toBe(means);
    });
  it('most of them need no question: at least eighty, and a hundred and more lines there are', () => {
    expect(lines.length).toBeGreaterThanOrEqual(100);
    expect(lines.filter(([line]) => read(line).questions.length === 0).length).toBeGreaterThanOrEqual(80);
  });
  it('by its ion it is of that ion: nh4 0.5 is what ammonia 0.5 NH4 is (14.007 of 18.039, CIAAW 2021)', () => {
    expect(told('lobby nh4 0.5')).toBe(told('lobby ammonia 0.5 nh4'));
    const [entry] = read('lobby nh4 0.5').entries;
    const [value] = entry?.kind === 'readings' ? entry.payload.values : [];
    // The colours beside 0.5 are 0.25 and 1: half way to either, as NH4.
    expect(value?.lo).toBeCloseTo((0.375 * 14.007) / 18.039, 4);
    expect(value?.hi).toBeCloseTo((0.75 * 14.007) / 18.039, 4);
  });
});
