import { bandVerdict, unusualSide, type Parameter } from '#core/readings';
import type { Outlook } from './outlook';
import type { ParameterVerdict } from './parameter-verdict';
import { decided, type TankVerdict } from './verdict';

/** Leaving the band within this many days is drifting; later is weather. */
const announcedDays = 28;

/**
 * The verdict with the model's word laid over the arrows: a tank drifts where it will leave its band within four weeks
 * if the routine goes on, and a movement that will not reach a limit is left alone. What is outside, toxic or cannot be
 * told stays so: the model never talks a reading away.
 */
export function withOutlooks(
  verdict: TankVerdict,
  { outlooks, catalogue }: { outlooks: readonly Outlook[]; catalogue: readonly Parameter[] },
): TankVerdict {
  if (outlooks.length === 0 || verdict.state === 'resting') return verdict;
  const lines = verdict.lines.map((line) =>
    laidOver(line, {
      outlook: outlooks.find((o) => o.parameter === line.parameter),
      parameter: catalogue.find((p) => p.id === line.parameter),
    }),
  );
  return { ...decided(lines), lines };
}

function laidOver(
  line: ParameterVerdict,
  { outlook, parameter }: { outlook: Outlook | undefined; parameter: Parameter | undefined },
): ParameterVerdict {
  const foreseen = foreseenLine(line, outlook);
  return outlook && parameter ? againstOwnNormal(foreseen, { outlook, parameter }) : foreseen;
}

/**
 * The tank's own normal beside the band: what is in band but was never so in this tank, and was not to be expected, is
 * not believed on one reading; what is out of band but has always been so is said to be.
 */
function againstOwnNormal(
  line: ParameterVerdict,
  { outlook, parameter }: { outlook: Outlook; parameter: Parameter },
): ParameterVerdict {
  const { normal, lastReading } = outlook;
  if (!normal || !line.latest) return line;
  const { id, facts } = line.reason;
  const span = { lo: Math.max(parameter.possible.lo, normal.lo), hi: normal.hi };
  const side = unusualSide(line.latest, normal);
  // That a coarse reading touches what is usual is not enough: the usual itself must lie beyond the band.
  const median = { lo: normal.medianValue, hi: normal.medianValue };
  const alwaysSo = line.band !== null && bandVerdict(median, line.band).verdict === 'outside';
  if (id === 'outside' && !side && alwaysSo)
    return { ...line, reason: { id, facts: { ...facts, usual: { span, alwaysSo: true } } } };
  if (!side || id === 'outside' || (line.state !== 'settled' && line.state !== 'drifting')) return line;
  const expected = lastReading && { lo: lastReading.expected.lo80, hi: lastReading.expected.hi80 };
  // What the model saw coming (a change, a dose) is not unusual.
  if (!expected || !unusualSide(line.latest, expected)) return line;
  return {
    ...line,
    state: 'unknown',
    reason: { id: 'unusual', facts: { ...facts, usual: { span, alwaysSo: false } } },
  };
}

function foreseenLine(line: ParameterVerdict, outlook: Outlook | undefined): ParameterVerdict {
  if (!outlook || (line.state !== 'settled' && line.state !== 'drifting') || !line.band) return line;
  // Outside of what its animals ask already: no forecast takes that back.
  if (line.reason.id === 'outside') return line;
  const { leaves } = outlook;
  // The arrow gives way to the model; what else was said (a doubt about the pen) stays.
  const { trend: _arrow, ...facts } = line.reason.facts;
  if (leaves && leaves.lo <= announcedDays && leaves.hi !== null)
    return { ...line, state: 'drifting', reason: { id: 'heading-out', facts: { ...facts, leaves } } };
  if (line.state === 'drifting' && line.reason.id !== 'fast')
    return { ...line, state: 'settled', reason: { id: 'in-band', facts: { ...facts, stays: true } } };
  return line;
}
