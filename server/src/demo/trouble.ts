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
        findings: { SH08: 'yes', DP14: 'yes', SH01: 'no', WT04: 'no' },
        note: '33 degrees; the heater would not go off.',
      },
      {
        step: 'acted',
        agoDays: 403,
        minutes: 55,
        againDays: 1,
        causeId: 'W10',
        text: 'Heater unplugged, air on, down by half a degree an hour',
      },
      { step: 'looked', agoDays: 402, minutes: 70, againDays: 3, state: 'better', note: 'Two dead, the rest grazing.' },
      {
        step: 'closed',
        agoDays: 397,
        minutes: 60,
        outcome: 'recovered',
        causeId: 'W10',
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
        findings: { SH02: 'yes', DP02: 'yes', SH07: 'yes', SH18: 'yes', LK05: 'no' },
        note: 'Three milky ones in a fortnight.',
      },
      {
        step: 'acted',
        agoDays: 261,
        minutes: 80,
        againDays: 3,
        causeId: 'S02',
        text: 'The milky ones in a tub of their own, tools dried, no food for a day',
      },
      { step: 'looked', agoDays: 258, minutes: 60, againDays: 3, state: 'worse', findings: { DP01: 'no' }, note: '' },
      {
        step: 'closed',
        agoDays: 252,
        minutes: 60,
        outcome: 'lost',
        causeId: 'S02',
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
        findings: { DP01: 'yes', DP17: 'yes', DP16: 'yes', BD10: 'no', BD09: 'no' },
        note: 'The oldest of the mollies.',
      },
      {
        step: 'closed',
        agoDays: 53,
        minutes: 40,
        outcome: 'was-nothing',
        causeId: 'K06',
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
        findings: { SH07: 'yes', SH16: 'yes', SH01: 'no', SH02: 'no', WT04: 'no' },
        note: 'Fewer at the leaf than last month.',
      },
      {
        step: 'looked',
        agoDays: 2,
        minutes: 70,
        againDays: 5,
        state: 'same',
        findings: { WT07: 'no', SH19: 'no' },
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
        findings: { BF03: 'yes', BF04: 'yes', BF01: 'no', BD01: 'no' },
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
        findings: { BF02: 'yes', BF04: 'yes', BD01: 'no', BF01: 'no' },
        note: 'Fast gills since the barbs came.',
      },
      {
        step: 'acted',
        agoDays: 3,
        minutes: 75,
        againDays: 1,
        causeId: 'W01',
        text: 'Change 25–30 %, matched, conditioner for the whole volume; no food',
      },
      { step: 'looked', agoDays: 1, minutes: 75, againDays: 2, state: 'better', note: 'Calmer; ammonia still there.' },
    ],
  },
];
