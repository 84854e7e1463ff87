import type { ParameterId } from '#core/readings';

/** What holds fast in a tank whatever else is said: a settled test, a red flag, an extreme, an exposure; ids of the knowledge of trouble. */
export interface HeldFact {
  sort: 'settled' | 'exposure' | 'extreme' | 'red-flag';
  /** Of the exposure or the finding. */
  id: string;
  causeId: string | null;
  /** As the almanac calls it; empty where no cause is named. */
  causeName: string;
  /** What stands beside it for people and animals, as the almanac has it. */
  cautions: readonly string[];
  /** Of the reading that says so. */
  parameter: ParameterId | null;
  urgency: 'none' | 'watch' | 'week' | 'today' | 'now';
  /** What is done first, in order. */
  first: readonly string[];
}
