import { inject, Injectable, signal } from '@angular/core';
import { catchError, of, Subject, switchMap } from 'rxjs';
import type { SourceView } from '#contracts/sources';
import { Api } from '../base/api';
import { Outbox } from '../base/outbox';

/** The waters there are, with what is known of each. */
@Injectable({ providedIn: 'root' })
export class SourcesStore {
  private readonly api = inject(Api);
  private readonly asked = new Subject<void>();
  private readonly _list = signal<SourceView[]>([]);
  private readonly _loaded = signal(false);
  readonly list = this._list.asReadonly();
  readonly loaded = this._loaded.asReadonly();

  constructor() {
    this.asked.pipe(switchMap(() => this.api.call('sources').pipe(catchError(() => of(null))))).subscribe((answer) => {
      // What was not told is not «nothing».
      if (!answer) return;
      this._list.set(answer.sources);
      this._loaded.set(true);
    });
    inject(Outbox).stirred.subscribe((entries) => {
      if (
        (this._loaded() || !entries) &&
        (!entries || entries.some((e) => ['source', 'readings', 'strike'].includes(e.kind)))
      )
        this.load();
    });
  }
  load(): void {
    this.asked.next();
  }
  named(id: string): SourceView | null {
    return this._list().find((s) => s.sourceId === id) ?? null;
  }
}
