import { careKnowledge } from '#almanac/care';
import { mayDose } from '#core/care';
import type { StockKind } from '#core/stock';
import type { StockTank } from '#contracts/stock';
import { doseReasonWords } from '#words/care';

/** What a medicine that is in a tank's water would do to a kind that is to move in. */
export function medicineSaid(
  { inWater }: Pick<StockTank, 'inWater'>,
  { kind, kinds }: { kind: StockKind; kinds: readonly StockKind[] },
): string[] {
  const nameOf = (id: string): string => careKnowledge.agents.find((a) => a.id === id)?.name ?? kind.commonName;
  return inWater.flatMap((a) => {
    const said = mayDose({ agent: a.agentId, kinds: [kind.id], water: {}, alsoPresent: [] }, careKnowledge, kinds);
    const harms = said.ok ? said.value.reasons.filter((r) => r.id === 'kind') : [];
    const how = a.ended ? `about ${Number(a.shareFraction.toPrecision(2))} of a dose is left` : 'its course runs';
    const where = a.inFood ? 'is in the food here' : 'is in this water';
    return harms.map((r) => `${nameOf(a.agentId)} ${where}, ${how}. ${doseReasonWords(r, nameOf)}`);
  });
}
