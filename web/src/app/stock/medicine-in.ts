import { careKnowledge } from '#almanac/care';
import { mayDose } from '#core/care';
import type { StockKind } from '#core/stock';
import type { StockTank } from '#contracts/stock';
import { doseReasonWords } from '#words/care';
import { stockPages } from '#words/stock';
import type { GateSaid } from '../base/gate-watch';
import type { StockStore } from './stock-store';

/** What a medicine that is in a tank's water would do to a kind that is to move in. */
function medicineSaid(
  { inWater }: Pick<StockTank, 'inWater'>,
  { kind, kinds }: { kind: StockKind; kinds: readonly StockKind[] },
): string[] {
  const nameOf = (id: string): string => careKnowledge.agents.find((a) => a.id === id)?.name ?? kind.commonName;
  return inWater.flatMap((a) => {
    const said = mayDose({ agent: a.agentId, kinds: [kind.id], water: {}, alsoPresent: [] }, careKnowledge, kinds);
    const harms = said.ok ? said.value.reasons.filter((r) => r.id === 'kind') : [];
    const how = a.ended ? stockPages.aboutOfADoseIs(Number(a.shareFraction.toPrecision(2))) : stockPages.itsCourseRuns;
    const where = a.inFood ? stockPages.isInTheFoodHere : stockPages.isInThisWater;
    return harms.map((r) => `${nameOf(a.agentId)} ${where}, ${how}. ${doseReasonWords(r, nameOf)}`);
  });
}

/** What an agent or a kind is called. */
export const agentOrKindName = (id: string, store: Pick<StockStore, 'kindNamed'>): string =>
  careKnowledge.agents.find((a) => a.id === id)?.name ?? store.kindNamed(id)?.commonName ?? id;

/**
 * What speaks against moving in: the gate decides, by the whole book and in both directions of time; what the water holds
 * tonight says it more closely, and alone where the house could not be asked. What is in the food is the page's own word,
 * and stands in for nothing that the gate says.
 */
export function medicineWarnings(
  says: readonly GateSaid[] | null,
  { inWater }: Pick<StockTank, 'inWater'>,
  of: { kind: StockKind; kinds: readonly StockKind[] },
): string[] {
  const closely = medicineSaid({ inWater: inWater.filter((a) => !a.inFood) }, of);
  const food = medicineSaid({ inWater: inWater.filter((a) => a.inFood) }, of);
  const gate = (says ?? []).filter((s) => s.final || (s.ask === 'reason' && closely.length === 0));
  return [...closely, ...food, ...gate.map((s) => s.alone)];
}
