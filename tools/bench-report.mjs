// @ts-check
/** What `npm run bench` says: each figure with its limit; one over its limit without a reason beside it fails the run. */
export const median = (/** @type {readonly number[]} */ xs) =>
  [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] ?? 0;
export const p95 = (/** @type {readonly number[]} */ xs) =>
  [...xs].sort((a, b) => a - b)[Math.floor(xs.length * 0.95)] ?? 0;
export const show = (/** @type {number} */ x) => (Math.abs(x) >= 100 ? x.toFixed(0) : x.toFixed(x < 10 ? 2 : 1));

/** @type {{ what: string, over: boolean, reason: string | undefined }[]} */
const told = [];

/**
 * One figure with its limit. @param {string} what @param {number} figure
 * @param {{ limit: number, unit?: string, also?: string, reason?: string }} beside The reason is why it may be over.
 */
export function held(what, figure, { limit, unit = '', also, reason }) {
  const over = figure > limit;
  told.push({ what, over, reason });
  console.log(
    `${over ? (reason ? 'over  ' : 'OVER  ') : 'holds '} ${what}: ${show(figure)}${unit && ` ${unit}`} (limit ${limit})${also ? `; ${also}` : ''}${over && reason ? `\n         because ${reason}` : ''}`,
  );
}
/** Something that has no limit of its own. @param {string} line */
export const said = (line) => console.log(`       ${line}`);

/** Whether all figures hold, or say why they do not. */
export function concluded() {
  const over = told.filter((t) => t.over);
  const bare = over.filter((t) => !t.reason);
  console.log(
    `\n${told.length - over.length} of ${told.length} limits hold, ${over.length - bare.length} are over for the reason beside them.`,
  );
  for (const { what } of bare) console.log(`  over without a reason: ${what}`);
  return bare.length === 0;
}

/** @param {() => Promise<unknown>} work @param {number} times */
export async function timed(work, times) {
  /** @type {number[]} */
  const took = [];
  for (let i = 0; i < times + 3; i++) {
    const start = performance.now();
    await work();
    if (i >= 3) took.push(performance.now() - start);
  }
  return took;
}

let askedCount = 0;
/** The same question in words of its own, so that no answer is known already: each is made anew. @param {string} url */
export const anew = (url) => `${url}${url.includes('?') ? '&' : '?'}anew=${(askedCount += 1)}`;
