/** What other slices use of this one. Its pages are opened by the shell. */
export { countText, StockStore, type TankStock } from './stock-store';
