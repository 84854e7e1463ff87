import { expose } from 'comlink';
import type { Result } from '#core/result';
import { whatIf, type WhatIfInput, type WhatIfResult } from '#core/water';

/** It says how far it is in steps of so much. */
const toldFraction = 0.02;

/** Transport only. Between batches of courses it says how far it is; to stop it, the page ends it. */
const work = {
  run: (input: WhatIfInput, tell: (doneFraction: number) => void): Result<WhatIfResult> => {
    const steps = whatIf(input);
    let told = 0;
    for (;;) {
      const next = steps.next();
      if (next.done) return next.value;
      if (next.value.doneFraction - told < toldFraction) continue;
      told = next.value.doneFraction;
      tell(told);
    }
  },
};
export type WhatIfWork = typeof work;
expose(work);
