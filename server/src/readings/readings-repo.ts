import { eq, sql } from 'drizzle-orm';
import type { ReadingsPayload } from '#contracts/book';
import type { ProjectedEntry } from '../book';
import type { Tx } from '../db';
import { readings } from './readings-table';

/** All values of all entries in one statement with one parameter. */
export async function insertReadings(tx: Tx, entries: readonly ProjectedEntry<ReadingsPayload>[]): Promise<void> {
  const rows = entries.flatMap(({ id, subjectId, happenedAt, payload, struck }) =>
    payload.values.map(({ parameter, lo, hi, text, enteredUnit, basis, penFactor, kit, insisted = false }) => ({
      entry_id: id,
      subject_id: subjectId,
      happened_at: happenedAt,
      ...{ parameter, lo, hi, text, entered_unit: enteredUnit, basis, pen_factor: penFactor, insisted },
      kit_name: kit?.name,
      kit_version: kit?.version,
      context: payload.context,
      struck: struck.whole || struck.parameters.includes(parameter),
    })),
  );
  await tx.execute(sql`
    insert into readings (entry_id, parameter, subject_id, happened_at, lo, hi, text, entered_unit, basis, pen_factor, kit_name, kit_version, context, insisted, struck)
    select * from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as n(entry_id uuid, parameter text, subject_id uuid, happened_at timestamptz, lo float8, hi float8, text text, entered_unit text, basis text, pen_factor float8, kit_name text, kit_version int, context text, insisted bool, struck bool)`);
}

export async function clearReadings(tx: Tx, subjectId: string): Promise<void> {
  await tx.delete(readings).where(eq(readings.subjectId, subjectId));
}
