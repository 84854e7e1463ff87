import type { LedgerReason } from './ledger-reasons';
import type { Interval } from './interval';
import type { LedgerClock } from './ledger-time';
import { plainWord, type LedgerWord } from './ledger-words';
import type { Parameter, ParameterId } from './parameter';
import type { ReadBy } from './parameter-table';
import type { ParsedReading } from './parse';

export interface LedgerSubject {
  id: string;
  name: string;
  kind: string;
}
export interface LedgerReading extends ParsedReading {
  parameter: ParameterId;
  text: string;
  /** A mark behind the value: it is right, however odd it looks. */
  insisted?: boolean;
}
export const seenBehaviours = ['calm', 'restless', 'hiding', 'gasping', 'pale'] as const;
export const seenGrazing = ['usual', 'less', 'none'] as const;
/** What was seen of the animals, without saying which; counts are spans. */
export interface Seen {
  deaths?: Interval;
  moults?: Interval;
  berried?: Interval;
  young?: Interval;
  grazing?: (typeof seenGrazing)[number];
  behaviour?: (typeof seenBehaviours)[number];
}
export type LedgerContext = 'routine' | 'before-change' | 'after-change';
export interface LedgerChange {
  entered: { by: 'litres'; changeL: number } | { by: 'fraction'; changeFraction: number };
  sourceId: string;
  water: { tempC?: number };
  how: 'poured' | 'dripped';
}
/** A kind that lives in some of the tanks, by the name it is called. */
export interface LedgerAnimal {
  kindId: string;
  strain: string;
  name: string;
  tankIds: readonly string[];
}
export interface LedgerStock {
  event: 'died' | 'moulted' | 'berried' | 'born';
  kindId: string;
  strain: string;
  count: { lo: number; hi: number | null };
}
export type LedgerPayload =
  | { kind: 'readings'; payload: { context: LedgerContext; values: LedgerReading[] } }
  | { kind: 'change'; payload: LedgerChange }
  | { kind: 'top-up'; payload: { topUpL: number; sourceId: string } }
  | { kind: 'seen'; payload: Seen }
  | { kind: 'stock'; payload: LedgerStock }
  | { kind: 'looked'; payload: { fed: boolean; fine: boolean } }
  | { kind: 'dose'; payload: { product: string; amountMl: number } }
  | { kind: 'fed'; payload: { foodId: string; foodG: number; school: 'mass' } }
  | { kind: 'note'; payload: { text: string } };
export type LedgerEntry = LedgerPayload & { subjectId: string; atEpochMs: number };
export interface LedgerQuestion {
  text: string;
  why: LedgerReason;
}
/** Signs of trouble that a line names, for one tank: where one begins to look into it. */
export interface LedgerTrouble {
  subjectId: string;
  findingIds: string[];
}
export interface LedgerLine {
  entries: LedgerEntry[];
  troubles: LedgerTrouble[];
  /** What could mean two things, or not be placed; nothing is guessed and nothing is dropped. */
  questions: LedgerQuestion[];
  /** Words that were not understood, as the notes they are kept as. */
  keptTexts: string[];
}
export interface LedgerInput extends LedgerClock {
  line: string;
  catalogue: readonly Parameter[];
  subjects: readonly LedgerSubject[];
  foods?: readonly { id: string; name: string }[];
  /** Who lives where: `3 dead platy` is understood of a tank with platies. */
  animals?: readonly LedgerAnimal[];
  /** What a keeper calls a sign of trouble: `white spots`, `cotton`. */
  signs?: readonly { words: string; findingId: string }[];
  /** The tank whose page is open: meant where the line names none. */
  openTankId?: string | undefined;
  /** What a parameter is read with, where the keeper has said, and the unit it shows. */
  instruments?: Partial<Record<ParameterId, { readBy?: ReadBy | undefined; unit: string }>>;
  /** Which gallon this keeper means by the bare word. */
  gallon?: 'US gal' | 'imp gal' | undefined;
}

export interface Section {
  subjectIds: string[];
  /** Its tanks were named after what was read: nothing more may follow for several of them. */
  closedBy: string[];
  atEpochMs: number;
  context: LedgerContext;
  items: LedgerPayload[];
  readings: LedgerReading[];
  seen: Seen;
  /** Counted of animals that were named: of which, is decided by the tank. */
  animals: {
    what: 'deaths' | 'moults' | 'berried' | 'young';
    count: { lo: number; hi: number | null };
    named: readonly LedgerAnimal[];
  }[];
  looked: { fed: boolean; fine: boolean } | null;
  findingIds: string[];
}
export interface Reading {
  input: LedgerInput;
  /** Where the last run of names of tanks ended; null before any. */
  namesEndIndex: number | null;
  words: readonly LedgerWord[];
  sections: Section[];
  questions: LedgerQuestion[];
  /** Notes made of words that were not understood, and where each ends in the line. */
  kept: { item: { kind: 'note'; payload: { text: string } }; endIndex: number }[];
}
/** A rule takes words at a place and returns how many it used; 0 where it does not apply. */
export type Rule = (state: Reading, at: number) => number;

/** A section of which nothing has been read; it goes on from the moment of the one before. */
export const blank = (input: LedgerInput, from?: Section): Section => ({
  subjectIds: [],
  closedBy: [],
  atEpochMs: from?.atEpochMs ?? input.nowEpochMs,
  context: 'routine',
  items: [],
  readings: [],
  seen: {},
  animals: [],
  looked: null,
  findingIds: [],
});
/** The section that is being read; the first is begun here. */
export const here = (state: Reading): Section => {
  const last = state.sections.at(-1) ?? blank(state.input);
  if (state.sections.length === 0) state.sections.push(last);
  return last;
};
/** Whether a section says anything. */
export const hasContent = (s: Section): boolean =>
  s.items.length > 0 ||
  s.readings.length > 0 ||
  Object.keys(s.seen).length > 0 ||
  s.animals.length > 0 ||
  s.findingIds.length > 0 ||
  s.looked !== null;
/** Whether a word is a reading: a number with or without `<`, `~` and their kin. */
export const isValue = (word: string): boolean => /^[<>~≈+-]?=?[\d.,]*\d/.test(word);

/** A question to the keeper about a part of the line that is unclear. */
export const ask = (state: Reading, text: string, why: LedgerReason): void => void state.questions.push({ text, why });

/** The subjects a run of words names: whole names first, then the one whose name begins so. */
export function subjectAt(
  state: Reading,
  wordIndex: number,
  kinds: readonly string[],
): { found: LedgerSubject[]; usedCount: number } {
  const known = state.input.subjects.filter((s) => kinds.includes(s.kind));
  for (let usedCount = Math.min(state.words.length - wordIndex, 6); usedCount > 0; usedCount--) {
    const run = state.words.slice(wordIndex, wordIndex + usedCount);
    if (run.some((w) => w.quoted)) continue;
    const said = run.map((w) => w.plain).join('');
    const whole = known.filter((s) => plainWord(s.name) === said);
    if (whole.length > 0) return { found: whole, usedCount };
    if (run.slice(0, -1).some((w) => w.ends)) continue;
    if (said.length < 3) continue;
    const begun = known.filter((s) => plainWord(s.name).startsWith(said));
    if (begun.length > 0) return { found: begun, usedCount };
    // `bar` for the Breakfast Bar, `rack a` for the Cellar Rack A: any words of a name may stand for it.
    const within = known.filter((s) => {
      const own = s.name.split(/\s+/).map(plainWord);
      return own.some((_, i) => own.slice(i).join('').startsWith(said));
    });
    if (within.length > 0) return { found: within, usedCount };
  }
  return { found: [], usedCount: 0 };
}
