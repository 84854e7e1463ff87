import type { Parameter } from '#core/readings';
import { leavesText, type Outlook } from './outlook';
import { decided, type ParameterVerdict, type TankVerdict } from './verdict';

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
    foreseenLine(
      line,
      outlooks.find((o) => o.parameter === line.parameter),
    ),
  );
  return { ...decided(lines, catalogue), lines };
}

function foreseenLine(line: ParameterVerdict, outlook: Outlook | undefined): ParameterVerdict {
  if (!outlook || (line.state !== 'settled' && line.state !== 'drifting') || !line.band) return line;
  // The arrow's words give way to the model's; what else was said (a doubt about the pen) follows after.
  const [first = '', ...rest] = line.reason.split(/\. (?=[A-Z])/);
  const text = first.replace(/, (steady|rising|falling).*$/, '').replace(/\.$/, '');
  const doubt = rest.length > 0 ? ` ${rest.join('. ')}` : '';
  const { leaves } = outlook;
  if (leaves && leaves.lo <= announcedDays && leaves.hi !== null)
    return {
      ...line,
      state: 'drifting',
      reasonId: 'heading-out',
      reason: `${text}; goes ${leaves.side} it ${leavesText(leaves)} if the routine goes on.${doubt}`,
    };
  if (line.state === 'drifting')
    return {
      ...line,
      state: 'settled',
      reasonId: 'in-band',
      reason: `${text}, moving but not expected to leave it in four weeks.${doubt}`,
    };
  return line;
}
