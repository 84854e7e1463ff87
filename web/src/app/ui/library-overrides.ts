import { InputText } from 'primeng/inputtext';

/**
 * Read in PrimeNG 21.1.10; another version is to be read first (`tools/overrides.spec.ts`).
 *
 * A field of PrimeNG, once drawn, has the whole page it stands in checked again: a page of three hundred fields is then
 * checked three hundred times before it is first seen. What that check was for, the field has read by then (its own
 * `onDoCheck`), and what follows is told by signals. To be called once, before the first
 * page.
 */
export function overrideLibrary(): void {
  InputText.prototype.onAfterViewInit = () => undefined;
}
