import { bookKinds, foods } from '#almanac/kinds';
import { parameters, parameterWords } from '#almanac/parameters';
import type { Parameter, ParameterId } from '#core/readings';

const commonNames = new Map(bookKinds.map((k) => [k.id, k.commonName]));

/** Says the name of a subject by its id. */
export type NameOf = (id: string) => string;

export const kindName = (id: string, strain = ''): string =>
  `${commonNames.get(id) ?? id}${strain ? ` (${strain})` : ''}`;
export const foodName = (id: string): string => foods.find((f) => f.id === id)?.name ?? id;
export const parameterOf = (id: string): Parameter | undefined => parameters.find((p) => p.id === id);
/** As it stands inside a sentence: `nitrate`, `pH`. */
export const shortOf = (id: ParameterId): string => parameterWords[id];
export const labelOf = (id: string): string => parameterOf(id)?.label ?? id;

/** `3`, `10–20`, `5 or more`. */
export const countText = (count: { lo: number; hi: number | null } | null): string =>
  count === null
    ? ''
    : count.hi === null
      ? `${count.lo} or more`
      : count.lo === count.hi
        ? String(count.lo)
        : `${count.lo}–${count.hi}`;

export const figure = (value: number): string => String(Number(value.toPrecision(4)));
export const percent = (shareFraction: number): string => `${figure(100 * shareFraction)} %`;
export const spaced = (id: string): string => id.replaceAll('-', ' ');
