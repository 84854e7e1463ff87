import type { SupplyReason } from '#core/supplies';
import { teller } from '#words/explain';

/** How a supply stands. */
export const supplyWords = teller<SupplyReason>({
  expired: () => 'Past its date: kits read wrong, medicines and conditioners weaken.',
  'not-said': () => 'Nobody has said how much there is.',
  out: () => 'None left.',
  reorder: ({ leadDays }) => `May run out before ${leadDays} days of delivery have passed.`,
  expires: () => 'Its date is within a month.',
  enough: () => 'Enough for now.',
  'pace-unknown': () => 'How fast it goes cannot be told yet: write what is taken, or count what is left.',
});
