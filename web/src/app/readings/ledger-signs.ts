import { from, map, type Observable } from 'rxjs';

/** What keepers call a sign of trouble, for the ledger line; the knowledge is fetched when the line is opened. */
export const signsOfTrouble = (): Observable<readonly { words: string; findingId: string }[]> =>
  from(import('#almanac/trouble')).pipe(
    map(({ troubleKnowledge }) =>
      troubleKnowledge.findings
        .filter((f) => f.group !== 'events')
        .flatMap((f) => f.words.map((words) => ({ words, findingId: f.id }))),
    ),
  );
