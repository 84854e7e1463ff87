import { bookKinds } from '#almanac/kinds';
import { middle } from '#core/readings';
import { kindsInForce, populationsOf, stockAlarms } from '#core/stock';
import type { OwnKindPayload } from '#contracts/book';
import type { TonightTank } from '#contracts/tonight';
import { readDiary, type BookDeps } from '../book';
import { latestWater, type TankRow } from '../tonight';
import { eventOf } from './stock-service';

/** What the animals of these tanks say tonight; a jump stands beside the last change and what is new. One query for all. */
export async function alarmsOf(
  deps: BookDeps,
  tanks: readonly TankRow[],
  nowEpochMs: number,
): Promise<Map<string, TonightTank['alarms']>> {
  if (tanks.length === 0) return new Map();
  const rows = await readDiary(deps, { kinds: ['stock', 'arrival', 'own-kind'] });
  const own = rows.filter((r) => r.kind === 'own-kind').map((r) => (r.payload as OwnKindPayload).kind);
  const kinds = kindsInForce({ book: bookKinds, own });
  return new Map(
    tanks.map((tank) => {
      const events = rows.filter((r) => r.subject_id === tank.id && r.kind !== 'own-kind').map(eventOf);
      const temp = latestWater(tank).tempC;
      const populations = populationsOf({ kinds, events, nowEpochMs, tempC: temp ? middle(temp) : null });
      const alarms = populations.flatMap((population) => {
        const kind = kinds.find((k) => k.id === population.kindId);
        return kind ? stockAlarms({ kind, population, events, nowEpochMs }) : [];
      });
      return [
        tank.id,
        alarms.map(({ id, severity, text }, i) => ({
          id,
          severity,
          text: severity === 'note' || i > 0 ? text : `${text}${beside(tank, nowEpochMs)}`,
        })),
      ];
    }),
  );
}

const dayMs = 86_400_000;
/** What to ask first: the last change, and what came in since a month. */
function beside(tank: TankRow, nowEpochMs: number): string {
  const change = tank.newest['change']?.[0];
  const fresh = (tank.newest['new'] ?? [])
    .filter(([at]) => nowEpochMs - at < 30 * dayMs)
    .map((item) => String(item[3]));
  const nights = change ? Math.round((nowEpochMs - change[0]) / dayMs) : null;
  const changed =
    nights === null
      ? ' No change is in the book.'
      : ` Last change ${nights === 0 ? 'tonight' : `${nights} night${nights === 1 ? '' : 's'} ago`}, ${Math.round(Number(change?.[2]) * 100)} %.`;
  return `${changed}${fresh.length > 0 ? ` New: ${fresh.join(', ')}.` : ''}`;
}
