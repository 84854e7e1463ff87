import { publishedCases, type PublishedCase } from './published.cases';

/** A published case by its id; a wrong id is a fault of the spec. */
export function caseOf(id: string): PublishedCase {
  const found = publishedCases.find((c) => c.id === id);
  if (!found) throw new Error(`No published case ${id}`);
  return found;
}
export const inputOf = (c: PublishedCase, key: string): number => Number(c.inputs[key]);
/** How far a value may be from the expected one. */
export function toleranceOf(c: PublishedCase, expected: number, key?: string): number {
  const t = (key === undefined ? undefined : c.tolerance.per_key?.[key]) ?? c.tolerance;
  return Math.max(t.abs ?? 0, (t.rel ?? 0) * Math.abs(expected), 1e-12);
}
