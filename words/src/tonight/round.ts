import type { RoundGroup, Visit } from '#core/tonight';

/** What to do with hands and equipment before a group of the round. */
export const beforeGroupWords: Record<RoundGroup<Visit>['id'], string> = {
  healthy:
    'Hands and forearms washed and well rinsed: no soap, lotion or sanitiser left. Equipment that is dry or rinsed.',
  doubtful: 'Wash again. From here on each tank has its own net, bucket and siphon, or they are disinfected between.',
  quarantine:
    'Wash again; gloves over any cut. Quarantine’s own equipment only, and nothing goes back to the other tanks.',
};

/** The same in a line: what must not be forgotten, the rest on asking. */
export const beforeGroupShort: Record<RoundGroup<Visit>['id'], string> = {
  healthy: 'Hands rinsed, no soap; dry.',
  doubtful: 'Wash; own nets.',
  quarantine: 'Wash again; gloves; own equipment.',
};
