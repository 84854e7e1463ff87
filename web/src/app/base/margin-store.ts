import { Injectable, signal } from '@angular/core';
import type { Working } from '#core/explain';

export interface MarginPage {
  title: string;
  /** The result itself, in words: `28.4 mg/L`. */
  answer: string;
  working: Working;
}

/** What the margin shows: the working of the number last clicked. Folds away; a drawer on narrow screens. */
@Injectable({ providedIn: 'root' })
export class MarginStore {
  private readonly _page = signal<MarginPage | null>(null);
  private readonly _open = signal(false);
  readonly page = this._page.asReadonly();
  readonly open = this._open.asReadonly();
  show(page: MarginPage): void {
    this._page.set(page);
    this._open.set(true);
  }
  toggle(): void {
    this._open.update((open) => !open);
  }
  close(): void {
    this._open.set(false);
  }
}
