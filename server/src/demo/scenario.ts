import type { TankGeometry } from '#core/tanks';
import type { Water } from '#core/readings';
import type { SetUpPayload, SourcePayload } from '#contracts/book';

/** Quillwater House, a small riverside hotel; its night porter keeps nine tanks. Every figure is invented. */
export interface DemoSource {
  key: string;
  payload: Omit<SourcePayload, 'startedOn' | 'parts'>;
  /** A mixed batch: of which sources, by key. */
  parts?: readonly { key: string; partL: number }[];
  water: Water;
}
export interface DemoTank {
  key: string;
  payload: Omit<SetUpPayload, 'startedOn' | 'geometry' | 'overrides' | 'measuredFillL'> & { geometry: TankGeometry };
  sourceKey: string;
  start: Water;
  /** What the tank does by itself in a day. */
  dailyDrift: Water;
  changeFraction: number;
  everyDays: number;
  testEveryDays: number;
  tests: readonly (keyof Water)[];
}

export const demoSources: readonly DemoSource[] = [
  {
    key: 'tap',
    payload: { name: 'Tap, aged', state: 'tap-aged', chlorine: 'chlorine', copperPipe: true },
    water: {
      tempC: 20,
      ph: 7.6,
      ghDegrees: 11,
      khDegrees: 7,
      ec25UsPerCm: 430,
      no3MgPerL: 12,
      tanMgPerL: 0,
      no2MgPerL: 0,
    },
  },
  {
    key: 'ro',
    payload: { name: 'RO/DI', state: 'rodi', chlorine: 'none' },
    water: { tempC: 19, ghDegrees: 0, khDegrees: 0, ec25UsPerCm: 4, no3MgPerL: 0, tanMgPerL: 0, no2MgPerL: 0 },
  },
  {
    key: 'blend',
    payload: { name: 'Blend drum', state: 'batch', chlorine: 'none' },
    parts: [
      { key: 'tap', partL: 60 },
      { key: 'ro', partL: 40 },
    ],
    water: {
      tempC: 21,
      ph: 7.2,
      ghDegrees: 7,
      khDegrees: 4,
      ec25UsPerCm: 260,
      no3MgPerL: 7,
      tanMgPerL: 0,
      no2MgPerL: 0,
    },
  },
  {
    key: 'bee',
    payload: { name: 'Soft drum', state: 'batch', chlorine: 'none' },
    water: {
      tempC: 21,
      ph: 6.2,
      ghDegrees: 4.1,
      khDegrees: 0.2,
      ec25UsPerCm: 215,
      no3MgPerL: 0,
      tanMgPerL: 0,
      no2MgPerL: 0,
    },
  },
  {
    key: 'neo',
    payload: { name: 'Cherry drum', state: 'batch', chlorine: 'none' },
    water: {
      tempC: 21,
      ph: 7.2,
      ghDegrees: 7,
      khDegrees: 3,
      ec25UsPerCm: 330,
      no3MgPerL: 0,
      tanMgPerL: 0,
      no2MgPerL: 0,
    },
  },
  {
    key: 'lake',
    payload: { name: 'Lake drum', state: 'batch', chlorine: 'none' },
    water: { tempC: 27, ph: 8, ghDegrees: 5, khDegrees: 3, ec25UsPerCm: 235, no3MgPerL: 0, tanMgPerL: 0, no2MgPerL: 0 },
  },
];

const box = (lengthCm: number, widthCm: number, heightCm: number, more: Partial<TankGeometry> = {}): TankGeometry => ({
  lengthCm,
  widthCm,
  heightCm,
  glassMm: 6,
  waterBelowRimCm: 2,
  bedDepthCm: 3,
  ...more,
});
/** A tank that was first kept another way: its bands then were others. */
export const practiceChanges: Readonly<Record<string, { before: string; agoDays: number }>> = {
  breakfast: { before: 'neocaridina-wide', agoDays: 150 },
};
const routine: DemoTank['tests'] = ['tempC', 'ph', 'ghDegrees', 'khDegrees', 'ec25UsPerCm', 'no3MgPerL'];

export const demoTanks: readonly DemoTank[] = [
  {
    key: 'lobby',
    payload: {
      name: 'Lobby',
      rack: 'Front of house',
      roundOrder: 10,
      purpose: 'display',
      practiceId: 'community-soft',
      bearing: 'usual',
      labelL: 450,
      bed: { kind: 'inert', grainMm: 1.5 },
      shelfRatedKg: 700,
      geometry: box(140, 60, 60, { glassMm: 12, waterBelowRimCm: 3, bedDepthCm: 5, rockKg: 12, woodL: 6 }),
    },
    sourceKey: 'blend',
    start: { tempC: 25, ph: 7.1, ghDegrees: 7.2, khDegrees: 4.2, ec25UsPerCm: 275, no3MgPerL: 12 },
    dailyDrift: { no3MgPerL: 0.7, ec25UsPerCm: 0.8, khDegrees: -0.005 },
    changeFraction: 0.3,
    everyDays: 7,
    testEveryDays: 7,
    tests: routine,
  },
  {
    key: 'breakfast',
    payload: {
      name: 'Breakfast Bar',
      rack: 'Front of house',
      roundOrder: 20,
      purpose: 'breeding',
      practiceId: 'neocaridina-middle',
      bearing: 'usual',
      labelL: 54,
      bed: { kind: 'inert', grainMm: 2 },
      shelfRatedKg: 80,
      geometry: box(60, 30, 30, { rockKg: 1.5 }),
    },
    sourceKey: 'neo',
    start: { tempC: 23, ph: 7.2, ghDegrees: 7, khDegrees: 3.4, ec25UsPerCm: 345, no3MgPerL: 8 },
    dailyDrift: { no3MgPerL: 0.3, ec25UsPerCm: 0.6, khDegrees: -0.004 },
    changeFraction: 0.15,
    everyDays: 7,
    testEveryDays: 14,
    tests: routine,
  },
  {
    key: 'library',
    payload: {
      name: 'Library',
      rack: 'Front of house',
      roundOrder: 30,
      purpose: 'breeding',
      practiceId: 'caridina-middle',
      bearing: 'delicate',
      labelL: 30,
      bed: { kind: 'active', grainMm: 2 },
      shelfRatedKg: 45,
      geometry: box(45, 27, 27, { glassMm: 5, bedDepthCm: 5, bedBackCm: 7 }),
    },
    sourceKey: 'bee',
    start: { tempC: 22.4, ph: 6.1, ghDegrees: 5, khDegrees: 0.3, ec25UsPerCm: 220, no3MgPerL: 5 },
    dailyDrift: { no3MgPerL: 0.12, ec25UsPerCm: 0.3 },
    changeFraction: 0.1,
    everyDays: 7,
    testEveryDays: 14,
    tests: routine,
  },
  {
    key: 'conservatory',
    payload: {
      name: 'Conservatory',
      rack: 'Garden side',
      roundOrder: 40,
      purpose: 'display',
      practiceId: 'tannin-shrimp',
      bearing: 'delicate',
      labelL: 110,
      geometry: box(80, 35, 40, { glassMm: 8, woodL: 4 }),
    },
    sourceKey: 'bee',
    start: { tempC: 24, ph: 5.9, ghDegrees: 4, khDegrees: 0.3, ec25UsPerCm: 180, no3MgPerL: 5 },
    dailyDrift: { no3MgPerL: 0.1, ec25UsPerCm: 0.2 },
    changeFraction: 0.1,
    everyDays: 14,
    testEveryDays: 28,
    tests: routine,
  },
  {
    key: 'stairwell',
    payload: {
      name: 'Stairwell',
      rack: 'Garden side',
      roundOrder: 50,
      purpose: 'display',
      practiceId: 'livebearers-hard',
      bearing: 'robust',
      labelL: 145,
      bed: { kind: 'inert', grainMm: 4 },
      geometry: box(80, 40, 40, { shape: 'bow-front', bowCm: 48, glassMm: 8, rockKg: 4 }),
    },
    sourceKey: 'tap',
    start: { tempC: 25, ph: 7.7, ghDegrees: 12, khDegrees: 7.5, ec25UsPerCm: 460, no3MgPerL: 20 },
    dailyDrift: { no3MgPerL: 1.1, ec25UsPerCm: 1.6, khDegrees: -0.015 },
    changeFraction: 0.4,
    everyDays: 7,
    testEveryDays: 7,
    tests: routine,
  },
  {
    key: 'bathhouse',
    payload: {
      name: 'Bathhouse',
      rack: 'Garden side',
      roundOrder: 60,
      purpose: 'breeding',
      practiceId: 'sulawesi-tank',
      bearing: 'delicate',
      labelL: 60,
      geometry: box(60, 35, 30, { rockKg: 3 }),
    },
    sourceKey: 'lake',
    start: { tempC: 28, ph: 8, ghDegrees: 5, khDegrees: 3, ec25UsPerCm: 240, no3MgPerL: 3 },
    dailyDrift: { no3MgPerL: 0.05, ec25UsPerCm: 0.2 },
    changeFraction: 0.05,
    everyDays: 7,
    testEveryDays: 14,
    tests: routine,
  },
  {
    key: 'cellar-a',
    payload: {
      name: 'Cellar Rack A',
      rack: 'Cellar',
      roundOrder: 70,
      purpose: 'growing-on',
      practiceId: 'neocaridina-wide',
      bearing: 'usual',
      labelL: 54,
      geometry: box(60, 30, 30, { bedDepthCm: 1 }),
    },
    sourceKey: 'neo',
    start: { tempC: 22, ph: 7.2, ghDegrees: 7.5, khDegrees: 3.2, ec25UsPerCm: 350, no3MgPerL: 10 },
    dailyDrift: { no3MgPerL: 0.35, ec25UsPerCm: 0.5, khDegrees: -0.003 },
    changeFraction: 0.2,
    everyDays: 7,
    testEveryDays: 14,
    tests: routine,
  },
  {
    key: 'cellar-b',
    payload: {
      name: 'Cellar Rack B',
      rack: 'Cellar',
      roundOrder: 80,
      purpose: 'growing-on',
      practiceId: 'neocaridina-wide',
      bearing: 'usual',
      labelL: 54,
      geometry: box(60, 30, 30, { bedDepthCm: 1 }),
    },
    sourceKey: 'neo',
    start: { tempC: 22, ph: 7.1, ghDegrees: 7.5, khDegrees: 3.2, ec25UsPerCm: 355, no3MgPerL: 8 },
    dailyDrift: { no3MgPerL: 0.4, ec25UsPerCm: 0.5, khDegrees: -0.003 },
    changeFraction: 0.2,
    everyDays: 7,
    testEveryDays: 14,
    tests: routine,
  },
  {
    key: 'linen',
    payload: {
      name: 'Linen Room',
      rack: 'Behind the linen room',
      roundOrder: 90,
      purpose: 'quarantine',
      practiceId: 'fish-nitrate-middle',
      bearing: 'usual',
      labelL: 40,
      geometry: box(50, 30, 30, { bedDepthCm: 0 }),
    },
    sourceKey: 'tap',
    start: {
      tempC: 25,
      ph: 7.7,
      ghDegrees: 11,
      khDegrees: 7,
      ec25UsPerCm: 435,
      no3MgPerL: 12,
      tanMgPerL: 0,
      no2MgPerL: 0,
    },
    dailyDrift: { no3MgPerL: 0.3, ec25UsPerCm: 0.5 },
    changeFraction: 0.3,
    everyDays: 7,
    testEveryDays: 7,
    tests: [...routine, 'tanMgPerL', 'no2MgPerL'],
  },
];

/** The supplier's reports: ions of the old and of the new source; the second does not add up (its chloride is misprinted). */
export const supplierReports: readonly { agoDays: number; water: Water }[] = [
  {
    agoDays: 420,
    water: { caMgPerL: 62, mgMgPerL: 10, naMgPerL: 14, kMgPerL: 2, clMgPerL: 28, so4MgPerL: 42, hco3MgPerL: 152 },
  },
  {
    agoDays: 55,
    water: { caMgPerL: 78, mgMgPerL: 13, naMgPerL: 16, kMgPerL: 2, clMgPerL: 190, so4MgPerL: 52, hco3MgPerL: 196 },
  },
];

/** Eighteen months. */
export const demoDays = 548;

export interface DemoNote {
  agoDays: number;
  subject: string;
  text: string;
  mark?: 'doubtful' | 'clear';
}
/** What went wrong and was put right, counted back from tonight. */
export const demoNotes: readonly DemoNote[] = [
  {
    agoDays: 54,
    subject: 'tap',
    text: 'The supplier’s new report prints chloride 190: its ions cannot be true together. Asked them; our own drops count until they answer.',
  },
  {
    agoDays: 236,
    subject: 'ro',
    text: 'Pen reads 31 µS/cm after the deioniser; the resin is through. New resin in, the first 20 L run to waste.',
  },
  {
    agoDays: 174,
    subject: 'bee',
    text: 'Drum mixed too strong: 420 µS/cm where 215 was wanted. Caught by the pen, thinned before any of it was used.',
  },
  {
    agoDays: 131,
    subject: 'cellar-a',
    text: 'The drum marked “cherry” held lake water. Struck and written again; labels are now on drum and lid.',
  },
  {
    agoDays: 402,
    subject: 'bathhouse',
    text: 'Heater stuck on. Plug pulled before hands went in; lid open, air on, let it fall by itself.',
  },
  { agoDays: 401, subject: 'bathhouse', text: 'New heater, on its own thermostat plug. Two dead, the rest grazing.' },
  {
    agoDays: 312,
    subject: 'lobby',
    text: 'Power out from 23:10 to 06:40. Filters rinsed and restarted by hand, heaters checked one by one.',
  },
  {
    agoDays: 311,
    subject: 'bathhouse',
    text: 'After the power cut: wrapped in blankets overnight, back to 28 by evening at about a degree in two hours.',
  },
  {
    agoDays: 61,
    subject: 'tap',
    text: 'The supplier has switched to another source for the winter: harder, and more in it by the pen.',
  },
  {
    agoDays: 44,
    subject: 'linen',
    text: 'A bowl of pond snails left at the door by a guest. Kept apart in here, out of every other tank.',
    mark: 'doubtful',
  },
  { agoDays: 30, subject: 'linen', text: 'Snails found another home; tank emptied, dried, refilled.', mark: 'clear' },
  {
    agoDays: 9,
    subject: 'linen',
    text: 'Eight new fish from the breeder in town. Own net and siphon on the hook beside it.',
  },
  {
    agoDays: 6,
    subject: 'linen',
    text: 'White points on the gill covers of the males: breeding tubercles, in even rows, not spots. No treatment.',
  },
  { agoDays: 2, subject: 'breakfast', text: 'Five berried females counted.' },
];
