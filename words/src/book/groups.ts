import type { BookGroupId } from '#contracts/book';

export const groupWords: Record<BookGroupId, string> = {
  tests: 'tests',
  changes: 'changes and routines',
  waters: 'waters and batches',
  animals: 'animals',
  feeding: 'feeding',
  plants: 'plants and doses',
  work: 'jobs and timers',
  trouble: 'cases, pokes and plans',
  care: 'courses and quarantines',
  rounds: 'rounds',
  notes: 'notes',
  photos: 'photos',
  'set-ups': 'set-ups and kits',
  supplies: 'supplies',
  strikes: 'strikes',
};
