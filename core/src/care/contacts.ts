import type { sharedThings } from '#core/tanks';
import { dayMs } from '#core/units';
import { toolStepOf, type ToolPayloadLike } from './care-read';
import { toolThreads } from './tools';
import type { Contact, ContactKind } from './trace';

/** What stands in a house’s book about water, animals and things that went from tank to tank. */
export type ContactRow = { entryId: string; subjectId: string; atEpochMs: number; nightOn: string } & (
  | { kind: 'tool'; payload: ToolPayloadLike }
  | {
      kind: 'fact';
      payload: {
        about: string;
        thing?: string | undefined;
        withTankId?: string | undefined;
        disinfected?: boolean | undefined;
      };
    }
  | { kind: 'stock'; payload: { event: string; otherTankId?: string | undefined } }
  | { kind: 'cycling'; payload: { step: string; fromTankId?: string | undefined } }
  | { kind: 'trim'; payload: { toTankId?: string | undefined } }
);
export const contactDiaryKinds = ['tool', 'fact', 'stock', 'cycling', 'trim'] as const;
export type DatedContact = Contact & { atEpochMs: number };

type SharedThing = (typeof sharedThings)[number];
const ways: Readonly<Record<SharedThing, ContactKind>> = {
  net: 'net',
  siphon: 'siphon',
  hose: 'hose',
  'filter-media': 'media',
  water: 'water',
  plants: 'plants',
  hands: 'hands',
};
/**
 * Days since 1970, so that a trace can reckon with them.
 * @example traceDayOf(86_400_000) // 1
 */
export const traceDayOf = (atEpochMs: number): number => Math.floor(atEpochMs / dayMs);

/** What one entry tells of; a move is written on both its ends, of which the one it came in by tells as well. */
function toldBy(row: ContactRow): DatedContact[] {
  const contact = (from: string, to: string, kind: ContactKind, broken = false): DatedContact[] =>
    from === to ? [] : [{ from, to, kind, broken, atDay: traceDayOf(row.atEpochMs), atEpochMs: row.atEpochMs }];
  const here = row.subjectId;
  switch (row.kind) {
    case 'fact': {
      const { about, thing = '', withTankId, disinfected } = row.payload;
      if (about !== 'shared' || withTankId === undefined) return [];
      const kind = ways[thing as SharedThing];
      return [
        ...contact(here, withTankId, kind, disinfected === true),
        ...contact(withTankId, here, kind, disinfected === true),
      ];
    }
    case 'stock': {
      const { event, otherTankId: other } = row.payload;
      if (other === undefined) return [];
      if (event === 'moved-in') return contact(other, here, 'animals');
      return event === 'moved-out' ? contact(here, other, 'animals') : [];
    }
    case 'cycling': {
      const { step, fromTankId } = row.payload;
      return step === 'seeded' && fromTankId !== undefined ? contact(fromTankId, here, 'media') : [];
    }
    case 'trim':
      return row.payload.toTankId === undefined ? [] : contact(here, row.payload.toTankId, 'plants');
    case 'tool':
      return [];
  }
}

/**
 * Every contact between tanks that the book holds, each once a day, one that was not broken before one that was: moves, shared things both ways, media that seeded
 * another tank, cuttings, tools with where they went.
 * @param chains Tanks that one hose or pump served in one go.
 * @example contactsOfBook(rows, []).filter((c) => c.kind === 'net')
 */
export function contactsOfBook(rows: readonly ContactRow[], chains: readonly DatedContact[] = []): DatedContact[] {
  const tools = rows.flatMap((row) => (row.kind === 'tool' ? [toolStepOf(row)] : []));
  const told = rows.filter((row) => row.kind !== 'tool').flatMap(toldBy);
  const keyOf = ({ from, to, kind, atDay }: DatedContact): string => [from, to, kind, atDay].join(' ');
  const once = new Map<string, DatedContact>();
  for (const contact of [...told, ...toolThreads(tools).contacts, ...chains]) {
    const before = once.get(keyOf(contact));
    if (!before || before.broken === true) once.set(keyOf(contact), contact);
  }
  return [...once.values()];
}
