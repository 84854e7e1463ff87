import type { PayloadOf } from '#contracts/book';

type Payload = PayloadOf<'case'>;
type Step<Name extends Payload['step']> = Extract<Payload, { step: Name }>;
type Given<Name extends Payload['step'], Field extends string> = Omit<
  Step<Name>,
  'step' | 'caseId' | 'lookAgainAt' | Field
>;

/** A step of a case, counted back from tonight; the hours are those until one looks again. */
export type DemoCaseStep = { agoDays: number; minutes: number; againDays?: number } & (
  | ({ step: 'opened'; signDays: number } & Given<'opened', 'firstSignAt'>)
  | ({ step: 'looked' } & Given<'looked', never>)
  | ({ step: 'acted' } & Given<'acted', never>)
  | ({ step: 'closed' } & Given<'closed', never>)
);
export interface DemoCase {
  tank: string;
  steps: readonly DemoCaseStep[];
}

/** Six stories of the house: three open at different points, one lost, one that recovered, one that was nothing. */
export const demoCases: readonly DemoCase[] = [
  {
    tank: 'bathhouse',
    steps: [
      {
        step: 'opened',
        agoDays: 403,
        minutes: 40,
        signDays: 0.2,
        againDays: 0.05,
        findings: { 'climbing-out': 'yes', 'came-on-fast': 'yes', 'white-ring': 'no', 'rotten-egg-smell': 'no' },
        note: '33 degrees; the heater would not go off.',
      },
      {
        step: 'acted',
        agoDays: 403,
        minutes: 55,
        againDays: 1,
        causeId: 'temperature-shock',
        text: 'Heater unplugged, air on, down by half a degree an hour',
      },
      { step: 'looked', agoDays: 402, minutes: 70, againDays: 3, state: 'better', note: 'Two dead, the rest grazing.' },
      {
        step: 'closed',
        agoDays: 397,
        minutes: 60,
        outcome: 'recovered',
        causeId: 'temperature-shock',
        note: 'New heater on a thermostat plug of its own.',
      },
    ],
  },
  {
    tank: 'cellar-a',
    steps: [
      {
        step: 'opened',
        agoDays: 261,
        minutes: 50,
        signDays: 6,
        againDays: 1,
        findings: {
          'milky-shrimp': 'yes',
          'deaths-for-weeks': 'yes',
          'shrimp-not-grazing': 'yes',
          'empty-gut': 'yes',
          'cloudy-and-grazing': 'no',
        },
        note: 'Three milky ones in a fortnight.',
      },
      {
        step: 'acted',
        agoDays: 261,
        minutes: 80,
        againDays: 3,
        causeId: 'milky-muscle-infection',
        text: 'The milky ones in a tub of their own, tools dried, no food for a day',
      },
      {
        step: 'looked',
        agoDays: 258,
        minutes: 60,
        againDays: 3,
        state: 'worse',
        findings: { 'one-death': 'no' },
        note: '',
      },
      {
        step: 'closed',
        agoDays: 252,
        minutes: 60,
        outcome: 'lost',
        causeId: 'milky-muscle-infection',
        note: 'All four in the tub died; none since in the tank.',
      },
    ],
  },
  {
    tank: 'stairwell',
    steps: [
      {
        step: 'opened',
        agoDays: 60,
        minutes: 90,
        signDays: 0.5,
        againDays: 3,
        findings: {
          'one-death': 'yes',
          'near-end-of-life': 'yes',
          'only-one-animal': 'yes',
          'scales-out': 'no',
          'open-sore': 'no',
        },
        note: 'The oldest of the mollies.',
      },
      {
        step: 'closed',
        agoDays: 53,
        minutes: 40,
        outcome: 'was-nothing',
        causeId: 'old-age',
        note: 'Nobody else since: it was old.',
      },
    ],
  },
  {
    tank: 'library',
    steps: [
      {
        step: 'opened',
        agoDays: 4,
        minutes: 85,
        signDays: 7,
        againDays: 2,
        findings: {
          'shrimp-not-grazing': 'yes',
          'young-vanishing': 'yes',
          'white-ring': 'no',
          'milky-shrimp': 'no',
          'rotten-egg-smell': 'no',
        },
        note: 'Fewer at the leaf than last month.',
      },
      {
        step: 'looked',
        agoDays: 2,
        minutes: 70,
        againDays: 5,
        state: 'same',
        findings: { 'bubbles-when-poked': 'no', 'hunter-seen': 'no' },
        note: '',
      },
    ],
  },
  {
    tank: 'stairwell',
    steps: [
      {
        step: 'opened',
        agoDays: 1,
        minutes: 95,
        signDays: 2,
        againDays: 2,
        findings: { rubbing: 'yes', 'clamped-fins': 'yes', gasping: 'no', 'white-grains': 'no' },
        note: 'Two more platies; they rub at the pump.',
      },
    ],
  },
  {
    tank: 'linen',
    steps: [
      {
        step: 'opened',
        agoDays: 6,
        minutes: 60,
        signDays: 1,
        againDays: 1,
        findings: { 'fast-gills': 'yes', 'clamped-fins': 'yes', 'white-grains': 'no', gasping: 'no' },
        note: 'Fast gills since the barbs came.',
      },
      {
        step: 'acted',
        agoDays: 3,
        minutes: 75,
        againDays: 1,
        causeId: 'ammonia',
        text: 'Change 25–30 %, matched, conditioner for the whole volume; no food',
      },
      { step: 'looked', agoDays: 1, minutes: 75, againDays: 2, state: 'better', note: 'Calmer; ammonia still there.' },
    ],
  },
];
