import { whatIf, type WhatIfInput } from '#core/water';

/** Transport only. Between batches of courses it says how far it is; to stop it, the page ends it. */
addEventListener('message', ({ data }: MessageEvent<WhatIfInput>) => {
  const steps = whatIf(data);
  let told = 0;
  for (;;) {
    const next = steps.next();
    if (next.done) {
      postMessage({ result: next.value });
      return;
    }
    if (next.value.doneFraction - told < 0.02) continue;
    told = next.value.doneFraction;
    postMessage(next.value);
  }
});
