import {
  gapBetween,
  highEnd,
  likelyMend,
  lowEnd,
  middle,
  plausibility,
  type OddReason,
  type Fan,
  type Interval,
  type Parameter,
  type ParameterId,
} from '#core/readings';
import { freeCo2, leastConductivity, oxygenSaturation, type EvidenceGrade } from '#core/water';
import type { ReasonOf } from '#core/result';
import { analysisReport, type Analysis, type AnalysisReason } from './analysis';

/** What is asked about readings before they are believed. */
export type QuestionReason =
  | OddReason
  | ReasonOf<{
      'cannot-be': { parameter: ParameterId; lo: number; hi: number };
      unexpected: { parameter: ParameterId; expected: Interval; reading: Interval };
      'check-broken': { check: AnalysisReason };
      'part-hardness': {
        parameter: 'ghDegrees' | 'khDegrees';
        degrees: number;
        ec25UsPerCm: number;
        leastUsPerCm: number;
      };
      'co2-unbearable': { leastMgPerL: number };
      'co2-under-air': { mostMgPerL: number };
      'co2-apart': { leastMgPerL: number; mostMgPerL: number };
      'oxygen-over': { tempC: number; fullMgPerL: number };
    }>;
export interface WaterQuestion {
  kind: 'impossible' | 'improbable' | 'contradiction' | 'unexpected';
  parameters: ParameterId[];
  why: QuestionReason;
  mend?: string;
  /** What the rule behind it stands on. */
  grade: EvidenceGrade;
}
/** What is asked before it is graded. */
type Asked = Omit<WaterQuestion, 'grade'>;

/** What cannot be true together follows from published constants; what is odd for a tank, from thresholds of our own. */
const gradeOf = ({ kind }: Asked): EvidenceGrade =>
  kind === 'contradiction' || kind === 'impossible' ? 'published' : 'ours';

/** What is known of the tank, where these are readings of a tank. */
export interface Known {
  last?: Analysis;
  /** What the tank's own model expects today. */
  expected?: Partial<Record<ParameterId, Fan>>;
}

/**
 * What a careful reader would ask about a set of readings before believing it: what water cannot be, what tanks hardly
 * are, what this tank was not expected to be, and what cannot be true together (hardness against conductivity, pH
 * against KH and CO2, GH against Ca and Mg, oxygen against temperature). Nothing is refused here: the keeper may insist.
 * @example waterQuestions({ readings: { ghDegrees: { lo: 12, hi: 12 }, ec25UsPerCm: { lo: 90, hi: 90 } }, catalogue }) // one contradiction
 */
export function waterQuestions({
  readings,
  catalogue,
  known = {},
}: {
  readings: Analysis;
  catalogue: readonly Parameter[];
  known?: Known;
}): WaterQuestion[] {
  const alone = catalogue.flatMap((parameter) => {
    const reading = readings[parameter.id];
    return reading ? ownQuestions(parameter, reading, known) : [];
  });
  return [...alone, ...togetherQuestions(readings)].map((asked) => ({ ...asked, grade: gradeOf(asked) }));
}

function ownQuestions(parameter: Parameter, reading: Interval, { last, expected }: Known): Asked[] {
  const { possible, id } = parameter;
  if (lowEnd(reading) > possible.hi || highEnd(reading) < possible.lo) {
    const mend = likelyMend({ parameter, value: middle(reading) });
    const why = { id: 'cannot-be' as const, facts: { parameter: id, lo: possible.lo, hi: possible.hi } };
    return [{ kind: 'impossible', parameters: [id], why, ...(mend === undefined ? {} : { mend }) }];
  }
  const fan = expected?.[id];
  const asked = plausibility({ parameter, reading, last: fan ? undefined : last?.[id] });
  if (asked.kind === 'question')
    return [
      {
        kind: 'improbable',
        parameters: [id],
        why: asked.why,
        ...(asked.mend === undefined ? {} : { mend: asked.mend }),
      },
    ];
  if (!fan) return [];
  // Beyond three times the half width of the 80 % span, and a quarter of what passes as a jump: a sure model must not nag.
  const { value, ofLastFraction } = parameter.usualJump;
  const room = Math.max(fan.hi80 - fan.lo80, 0.25 * (value + ofLastFraction * Math.abs(fan.mean)));
  const gap = gapBetween({ from: { lo: fan.lo80 - room, hi: fan.hi80 + room }, to: reading });
  if (gap === 0) return [];
  return [
    {
      kind: 'unexpected',
      parameters: [id],
      why: {
        id: 'unexpected',
        facts: { parameter: id, expected: { lo: fan.lo80, hi: fan.hi80 }, reading },
      },
    },
  ];
}

function togetherQuestions(readings: Analysis): Asked[] {
  const report = analysisReport(readings);
  const broken = report.checks
    .filter((c) => !c.holds)
    .map((c): Asked => ({
      kind: 'contradiction',
      parameters: [...c.parameters],
      why: { id: 'check-broken', facts: { check: c.why } },
    }));
  return [...broken, ...partHardness(readings), ...phQuestions(readings), ...oxygenQuestions(readings)];
}

/** GH or KH alone implies a least conductivity too: the other may be nothing. */
function partHardness({ ghDegrees, khDegrees, ec25UsPerCm }: Analysis): Asked[] {
  if (!ec25UsPerCm || (ghDegrees && khDegrees) || (!ghDegrees && !khDegrees)) return [];
  const [gh, kh] = [ghDegrees?.lo ?? 0, khDegrees?.lo ?? 0];
  const least = leastConductivity({ ghDegrees: Math.min(60, gh), khDegrees: Math.min(60, kh) });
  if (!least.ok || highEnd(ec25UsPerCm) >= least.value.ec25UsPerCm) return [];
  const parameter = ghDegrees ? 'ghDegrees' : 'khDegrees';
  return [
    {
      kind: 'contradiction',
      parameters: [parameter, 'ec25UsPerCm'],
      why: {
        id: 'part-hardness',
        facts: {
          parameter,
          degrees: ghDegrees ? gh : kh,
          ec25UsPerCm: middle(ec25UsPerCm),
          leastUsPerCm: least.value.ec25UsPerCm,
        },
      },
    },
  ];
}

/** CO2 that pH and KH imply: over 100 mg/L nothing would live, under 0.1 no air would leave it so. */
function phQuestions({ ph, khDegrees, tempC, co2MgPerL }: Analysis): Asked[] {
  if (!ph || !khDegrees || ph.lo === null || ph.hi === null || khDegrees.hi === null) return [];
  const degreesC = tempC ? Math.min(40, Math.max(0, middle(tempC))) : 24;
  const implied = (phValue: number, ofDegrees: number): number | null => {
    if (ofDegrees < 0.5 || phValue < 5 || phValue > 9.5) return null;
    const found = freeCo2({ ph: phValue, khDegrees: Math.min(ofDegrees, 60), tempC: degreesC });
    return found.ok ? found.value.value.co2MgPerL : null;
  };
  const least = implied(ph.hi, khDegrees.lo ?? 0);
  const most = implied(ph.lo, khDegrees.hi);
  if (least !== null && least > 100)
    return [
      {
        kind: 'contradiction',
        parameters: ['ph', 'khDegrees'],
        why: { id: 'co2-unbearable', facts: { leastMgPerL: least } },
      },
    ];
  if (most !== null && most < 0.15)
    return [
      {
        kind: 'contradiction',
        parameters: ['ph', 'khDegrees'],
        why: { id: 'co2-under-air', facts: { mostMgPerL: most } },
      },
    ];
  if (co2MgPerL && least !== null && most !== null && (lowEnd(co2MgPerL) > 3 * most || highEnd(co2MgPerL) < least / 3))
    return [
      {
        kind: 'contradiction',
        parameters: ['ph', 'khDegrees', 'co2MgPerL'],
        why: { id: 'co2-apart', facts: { leastMgPerL: least, mostMgPerL: most } },
      },
    ];
  return [];
}

function oxygenQuestions({ o2MgPerL, tempC }: Analysis): Asked[] {
  if (!o2MgPerL || !tempC) return [];
  const full = oxygenSaturation({ tempC: Math.min(40, Math.max(0, middle(tempC))) });
  if (!full.ok || lowEnd(o2MgPerL) <= 1.6 * full.value.o2MgPerL) return [];
  return [
    {
      kind: 'contradiction',
      parameters: ['o2MgPerL', 'tempC'],
      why: { id: 'oxygen-over', facts: { tempC: middle(tempC), fullMgPerL: full.value.o2MgPerL } },
    },
  ];
}
