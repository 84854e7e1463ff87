import { eq } from 'drizzle-orm';
import * as v from 'valibot';
import { netVolume, type NetVolume } from '#core/tanks';
import { ok, refuse, type Result } from '#core/result';
import { setUpPayload, type SetUpPayload } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import { faultOf, type FieldFault } from '../app';
import type { EntryCheck, KindModule } from '../book';
import { tankSetups } from './tanks-table';

/** The litres a set-up stands for: measured fill beats any calculation. */
export function netVolumeOf(setUp: SetUpPayload): Result<Pick<NetVolume, 'netL'>> {
  if (setUp.measuredFillL !== undefined) return ok({ netL: setUp.measuredFillL });
  if (!setUp.geometry)
    return refuse({
      kind: 'missing',
      field: 'geometry',
      why: 'the size outside, or the litres it took to fill, is needed',
    });
  const volume = netVolume(setUp.geometry);
  return volume.ok ? ok(volume.value.value) : volume;
}

export const setUpKind: KindModule<SetUpPayload> = {
  kind: 'set-up',
  version: 1,
  on: 'tank',
  reaches: 'later-entries',
  read: (payload) => v.parse(setUpPayload, payload),
  seeds: ({ name, startedOn }) => ({ kind: 'tank', name, startedOn }),
  state: ({ name }) => ({ slot: 'setUp', text: name }),
  project: async (tx, entries) => {
    await tx.insert(tankSetups).values(
      entries.map(({ id, subjectId, happenedAt, payload, struck }) => {
        const volume = netVolumeOf(payload);
        return {
          entryId: id,
          subjectId,
          fromAt: happenedAt,
          netVolumeL: volume.ok ? volume.value.netL : 0,
          payload,
          struck: struck.whole,
        };
      }),
    );
    return [];
  },
  clear: async (tx, subjectId) => {
    await tx.delete(tankSetups).where(eq(tankSetups.subjectId, subjectId));
  },
  print: (setUp) => {
    const volume = netVolumeOf(setUp);
    return `set up: ${volume.ok ? `${volume.value.netL.toFixed(1)} L net, ` : ''}${setUp.purpose}, practice ${setUp.practiceId}, ${setUp.bearing}`;
  },
};

export const checkSetUp: EntryCheck = (_tx, entry) => {
  if (entry.kind !== 'set-up') return [];
  const setUp = v.parse(setUpPayload, entry.payload);
  const faults: FieldFault[] = [];
  const volume = netVolumeOf(setUp);
  if (!volume.ok)
    faults.push(
      faultOf(volume.refusal, 'fields' in volume.refusal ? `geometry.${volume.refusal.fields[0] ?? ''}` : 'geometry'),
    );
  if (!shippedAlmanac.practices.some((p) => p.id === setUp.practiceId))
    faults.push({ field: 'practiceId', message: `“${setUp.practiceId}” is not a practice in the almanac` });
  setUp.overrides.forEach(({ lo, hi }, i) => {
    if (lo === null && hi === null) faults.push({ field: `overrides.${i}.lo`, message: 'needs at least one end' });
    if (lo !== null && hi !== null && lo >= hi)
      faults.push({ field: `overrides.${i}.hi`, message: `must lie above ${lo}` });
  });
  return faults;
};
