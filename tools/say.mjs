// @ts-check
/** Plain output of the scripts: steps with progress, and errors with their remedy. */
const colour = process.stdout.isTTY && !process.env.NO_COLOR;

/** @param {string} text */
export const step = (text) => console.log(colour ? `\u001b[36m·\u001b[0m ${text}` : `· ${text}`);

/** An expected failure: what happened, and what to do about it. */
export class Trouble extends Error {
  /** @param {string} what @param {string} remedy */
  constructor(what, remedy) {
    super(what);
    this.remedy = remedy;
  }
}

/** @param {unknown} error @returns {never} */
export function fail(error) {
  if (error instanceof Trouble) console.error(`\nCould not go on: ${error.message}\nRemedy: ${error.remedy}\n`);
  else if (error instanceof Error && 'code' in error && error.code === 'ENOSPC')
    console.error(
      '\nCould not go on: the disk is full.\nRemedy: free some space and run the same command again; nothing is lost.\n',
    );
  else console.error(error);
  process.exit(1);
}
