import type { StockKind } from '#core/stock';
import { fishKinds } from './fish';
import { shrimpKinds, snailKinds } from './invertebrates';
import { plantKinds } from './plants';

export { exampleFertilisers, foods, powderSchools } from './foods';
/** Every kind the book knows, fish first. */
export const bookKinds: readonly StockKind[] = [...fishKinds, ...shrimpKinds, ...snailKinds, ...plantKinds];
