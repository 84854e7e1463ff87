import { dayMs } from '#core/units';
import { normalTailFraction, traitsOf, type ParameterId } from '#core/readings';
import type { BandLine } from '#core/almanac';
import type { Outlook } from './outlook';
import type { ParameterVerdict } from './parameter-verdict';
import type { ReasonId } from './reasons';

export interface TestPlanInput {
  /** Days since the tank was set up, since animals came or moved, since the last death, treatment, change. Null: never. */
  tankAgeDays: number;
  sinceArrivalDays: number | null;
  sinceDeathDays: number | null;
  sinceTreatmentDays: number | null;
  changeCount: number;
  overgrown: boolean;
  resting: boolean;
  bands: readonly BandLine[];
  lines: readonly ParameterVerdict[];
  outlooks: readonly Outlook[];
  nowEpochMs: number;
}
export type TestPlanState =
  'new' | 'after-death' | 'after-move' | 'after-treatment' | 'learning' | 'overgrown' | 'settled' | 'resting';
/** Why a test is due: the state of the tank, or a reading that asks for another one. */
export type TestReasonId = TestPlanState | 'straddles' | 'unusual';
export interface PlannedTest {
  parameter: ParameterId;
  /** Days until it is due; negative where it is overdue. */
  dueInDays: number;
  /** How likely the result would change what is done, 0 to 0.5. */
  tellsFraction: number;
  why: TestReasonId;
}
export interface TestPlan {
  state: TestPlanState;
  why: TestReasonId;
  tests: PlannedTest[];
}

interface Rhythm {
  everyDays: number;
  parameters: readonly ParameterId[] | 'telling';
}
/** How often by state (common practice; the telling value of a settled tank every four to six weeks, T30). */
const rhythms: Record<Exclude<TestPlanState, 'resting'>, Rhythm> = {
  new: { everyDays: 3, parameters: ['tanMgPerL', 'no2MgPerL', 'ph'] },
  'after-death': { everyDays: 1, parameters: ['tanMgPerL', 'no2MgPerL', 'ph', 'tempC', 'no3MgPerL'] },
  'after-treatment': { everyDays: 3, parameters: ['tanMgPerL', 'no2MgPerL'] },
  'after-move': { everyDays: 4, parameters: ['tanMgPerL', 'no2MgPerL'] },
  learning: { everyDays: 7, parameters: 'telling' },
  overgrown: { everyDays: 14, parameters: 'telling' },
  settled: { everyDays: 35, parameters: 'telling' },
};

function stateOf(input: TestPlanInput): TestPlanState {
  const lately = (days: number | null, withinDays: number): boolean => days !== null && days <= withinDays;
  if (input.resting) return 'resting';
  if (lately(input.sinceDeathDays, 4)) return 'after-death';
  if (input.tankAgeDays < 42) return 'new';
  if (lately(input.sinceTreatmentDays, 10)) return 'after-treatment';
  if (lately(input.sinceArrivalDays, 14)) return 'after-move';
  if (input.overgrown) return 'overgrown';
  return input.outlooks.length === 0 && input.changeCount > 0 && input.tankAgeDays < 150 ? 'learning' : 'settled';
}

/** How undecided the band still is: the smaller of the chances that the level tonight is inside or outside (0 to 0.5). */
export function undecidedFraction(outlook: Outlook | undefined, band: BandLine | undefined): number {
  if (!outlook || !band) return 0;
  const sd = (outlook.level.hi80 - outlook.level.lo80) / 2 / 1.2816;
  if (sd <= 0) return 0;
  const above = band.hi === null ? 0 : normalTailFraction((band.hi - outlook.level.mean) / sd);
  const below = band.lo === null || band.lo <= 0 ? 0 : normalTailFraction((outlook.level.mean - band.lo) / sd);
  const outside = Math.min(1, above + below);
  return Math.min(outside, 1 - outside);
}

/** Verdicts that ask for another reading. */
const asksAgain = (id: ReasonId): id is 'straddles' | 'unusual' => id === 'straddles' || id === 'unusual';

/**
 * What to test next in a tank and when: by its state, and by which test would most likely change a decision.
 * At most one test of a settled tank is due; overdue ones are named once, not nagged about.
 */
export function testPlan(input: TestPlanInput): TestPlan {
  const state = stateOf(input);
  if (state === 'resting') return { state, why: state, tests: [] };
  const rhythm = rhythms[state];
  const ranked = input.bands
    .map((band) => {
      const outlook = input.outlooks.find((o) => o.parameter === band.parameter);
      const line = input.lines.find((l) => l.parameter === band.parameter);
      const ageDays = line?.latest ? (input.nowEpochMs - line.latest.atEpochMs) / dayMs : null;
      return {
        parameter: band.parameter,
        ageDays,
        tells: undecidedFraction(outlook, band),
        leaves: outlook?.leaves ?? null,
      };
    })
    .filter((r) => traitsOf(r.parameter).tested !== 'when-off');
  // What was never tested in a settled tank is no news tonight; where nothing was tested, everything is.
  const known = ranked.some((r) => r.ageDays !== null) ? ranked.filter((r) => r.ageDays !== null) : ranked;
  const worth = (r: (typeof ranked)[number]): number =>
    (r.tells + (r.leaves ? 0.1 : 0) + Math.min(0.05, (r.ageDays ?? 90) / 2000)) * traitsOf(r.parameter).tellsFactor;
  const telling = [...known]
    .filter((r) => r.parameter !== 'tempC')
    .sort((a, b) => worth(b) - worth(a))
    .slice(0, 1)
    .map((r) => r.parameter);
  // A reading that could not be judged asks for a finer one by itself, whatever the rhythm.
  const open = input.lines.filter((l) => l.state === 'unknown' && !l.computed && l.latest && asksAgain(l.reason.id));
  const wanted = (rhythm.parameters === 'telling' ? telling : rhythm.parameters).filter(
    (p) => !open.some((l) => l.parameter === p),
  );
  const again = open.map((line): PlannedTest => ({
    parameter: line.parameter,
    dueInDays: 0,
    tellsFraction: ranked.find((r) => r.parameter === line.parameter)?.tells ?? 0,
    why: line.reason.id === 'unusual' ? 'unusual' : 'straddles',
  }));
  const byRhythm = wanted.map((parameter): PlannedTest => {
    const own = ranked.find((r) => r.parameter === parameter);
    const line = input.lines.find((l) => l.parameter === parameter);
    const ageDays = own?.ageDays ?? (line?.latest ? (input.nowEpochMs - line.latest.atEpochMs) / dayMs : null);
    // Sooner where the band is about to be left: half way there.
    const soon = own?.leaves ? Math.max(3, own.leaves.lo / 2) : Infinity;
    const dueInDays = ageDays === null ? 0 : Math.round(Math.min(rhythm.everyDays, soon) - ageDays);
    return { parameter, dueInDays, tellsFraction: own?.tells ?? 0, why: state };
  });
  const tests = [...again, ...byRhythm].sort((a, b) => a.dueInDays - b.dueInDays);
  return { state, why: again[0]?.why ?? state, tests };
}
