import { DOCUMENT } from '@angular/common';
import { DestroyRef, inject, Injectable } from '@angular/core';

const mark = 'data-refused';
/** Marks a field whose text was refused: what stands in it is not what its form would send. */
export function markRefused(field: HTMLElement, refused: boolean): void {
  field.toggleAttribute(mark, refused);
  if (refused) field.setAttribute('aria-invalid', 'true');
  else field.removeAttribute('aria-invalid');
}
const shown = (field: HTMLElement): boolean => field.offsetParent !== null || field.getClientRects().length > 0;
const refusedIn = (place: Element, within: (field: HTMLElement) => boolean): HTMLElement | undefined =>
  [...place.querySelectorAll<HTMLElement>(`[${mark}]`)].find((field) => within(field) && shown(field));

/**
 * No form goes on over a value it refused: before anything hears of a form that is sent, or of the button that writes what
 * stands around it, the fields of it are looked at; where one is refused the keeper is led there, and nothing is written.
 */
@Injectable({ providedIn: 'root' })
export class RefusedFields {
  private readonly document = inject(DOCUMENT);
  private readonly destroyed = inject(DestroyRef);
  private watching = false;
  watch(): void {
    if (this.watching) return;
    this.watching = true;
    for (const [name, heard] of [
      ['submit', (event: Event) => this.ofForm(event)],
      ['click', (event: Event) => this.ofButton(event)],
    ] as const) {
      this.document.addEventListener(name, heard, true);
      this.destroyed.onDestroy(() => this.document.removeEventListener(name, heard, true));
    }
  }
  private ofForm(event: Event): void {
    if (event.target instanceof Element)
      this.stop(
        event,
        refusedIn(event.target, () => true),
      );
  }
  /** A button that writes without a form is about the fields that stand in none. */
  private ofButton(event: Event): void {
    const button = event.target instanceof Element ? event.target.closest('button.go') : null;
    if (!button || button.closest('form')) return;
    const place = button.closest('[role=dialog], main') ?? this.document.body;
    this.stop(
      event,
      refusedIn(place, (field) => field.closest('form') === null),
    );
  }
  private stop(event: Event, field: HTMLElement | undefined): void {
    if (!field) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    field.focus();
    field.scrollIntoView({ block: 'center' });
  }
}
