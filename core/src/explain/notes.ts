import type { NoFacts, ReasonOf } from '#core/result';

/** What a calculation supposes, and where it should not be trusted. `told` is in the words of whoever said it. */
export interface Notes {
  'chart-between': NoFacts;
  'half-resolution': NoFacts;
  'weights-assumed': NoFacts;
  'bed-solid': NoFacts;
  'rock-weight': NoFacts;
  'wood-weight': NoFacts;
  'equipment-not-counted': NoFacts;
  'routine-kept': NoFacts;
  'ph-drifts': NoFacts;
  'temperature-supposed': { tempC: number };
  'air-balance-supposed': NoFacts;
  scalds: NoFacts;
  'label-total-chlorine': NoFacts;
  'salt-harms': NoFacts;
  'salt-buys-time': NoFacts;
  'needs-co2': { name: string };
  'dissolves-only': { name: string; mostG: number };
  'conductivity-by-ions': NoFacts;
  'ionic-strength': NoFacts;
  'carbonate-only': NoFacts;
  'ph-tenth': NoFacts;
  'kh-step': NoFacts;
  'conductivity-by-volume': NoFacts;
  'ph-not-computed': NoFacts;
  'ph-of-fresh-mixture': NoFacts;
  'fresh-water-only': NoFacts;
  'rise-by-dose': NoFacts;
  'ca-mg-supposed': { caMgRatio: number };
  'balance-supposed': { by: 'sodium' | 'chloride' | 'sulphate' };
  'limits-advise': NoFacts;
  'mixed-in': NoFacts;
  'pen-factor-unknown': NoFacts;
  'drops-a-millilitre': NoFacts;
  'drip-hours': NoFacts;
  'upper-bound': NoFacts;
  'state-space': NoFacts;
  'days-hold': NoFacts;
  'forecast-holds': NoFacts;
  'production-alone': NoFacts;
  'not-limited-by-oxygen': NoFacts;
  'breath-estimated': NoFacts;
  'walls-estimated': NoFacts;
  'ordinal-grades': NoFacts;
  told: { text: string };
}
export type Note = ReasonOf<Notes>;
/** The facts of a note, none where it has none. */
export type NoteFacts<Id extends keyof Notes> = Notes[Id] extends NoFacts ? [] : [Notes[Id]];

/** A note by its id, with its facts where it has any. @example noted('temperature-supposed', { tempC: 20 }) */
export const noted = <Id extends keyof Notes>(id: Id, ...[facts]: NoteFacts<Id>): Note =>
  ({ id, facts: facts ?? {} }) as Note;
