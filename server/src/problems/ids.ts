import { v7 } from 'uuid';

/** Time-ordered ids, as the browser makes them too. */
export const newId = (): string => v7();
