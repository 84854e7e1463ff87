import type { NoFacts, ReasonOf, Refusal } from '#core/result';
import type { ParameterId } from './parameter';

/** What is not understood, or could mean two things. */
export type LedgerReason = ReasonOf<{
  'how-much-changed': NoFacts;
  'unit-after-number': NoFacts;
  'share-of-change': NoFacts;
  'which-water': { names: string[] };
  'water-in': { names: string[] };
  'how-much-topped-up': NoFacts;
  'topped-up-with': { names: string[] };
  'how-much-dosed': NoFacts;
  'dosed-what': NoFacts;
  'which-food': { names: string[] };
  'no-such-date': { text: string };
  'past-midnight': { said: 'yesterday' | 'last-night'; firstOn: string; secondOn: string };
  'skipped-hour': { text: string; on: string };
  'doubled-hour': { text: string };
  future: NoFacts;
  'value-alone': { text: string };
  'unknown-word': { text: string };
  'nothing-said': NoFacts;
  'which-tank': { names: string[] };
  'empty-note': NoFacts;
  ambiguous: { text: string; names: string[] };
  refused: { refusal: Refusal };
  'value-twice': { parameter: ParameterId };
  'no-value': { parameter: ParameterId };
  /** `hardness` may be general or carbonate. */
  'which-hardness': { text: string };
  /** 1,260 may be 1.26 or 1260. */
  thousands: { text: string; decimalValue: number; thousandsValue: number };
  /** Several tanks are named after what was read, and more follows: whose is it? */
  'whose-is-it': { names: string[] };
  /** Nobody of that kind lives in the tank, as far as the book knows. */
  'not-there': { text: string; names: string[] };
  'count-backwards': { text: string };
  'count-twice': { text: string };
  clash: { text: string; otherText: string };
}>;
