// @ts-check
/**
 * Folders that are made for one run and removed after it. Each carries the mark of the run that made it, and nothing
 * else is ever removed: a folder that somebody named, or that another run made, is refused.
 */
import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Trouble } from './say.mjs';

/** Of this process alone. */
const runMark = randomUUID();
const markIn = (/** @type {string} */ folder) => path.join(folder, 'made-for-one-run');

/** Says that this run made the folder and may remove it. @param {string} folder */
export function mark(folder) {
  writeFileSync(markIn(folder), runMark);
}

/** A new folder of this run. @param {string} [beside] Where it is made; a temporary place of the machine otherwise */
export function throwawayFolder(beside = tmpdir()) {
  mkdirSync(beside, { recursive: true });
  const folder = mkdtempSync(path.join(beside, 'night-ledger-'));
  mark(folder);
  return folder;
}

/** Removes a folder that this run made. @param {string} folder @throws where it does not carry the mark of this run */
export function removeThrowaway(folder) {
  let found = '';
  try {
    found = readFileSync(markIn(folder), 'utf8');
  } catch {
    // No mark: not ours.
  }
  if (found !== runMark)
    throw new Trouble(
      `${folder} was not made by this run, so it is not removed.`,
      'Look what it is before you remove it.',
    );
  rmSync(folder, { recursive: true, force: true });
}
