import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { bookPages } from '#words/book';
import { Choice, Option } from '../ui/choice';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { parameters } from '#almanac/parameters';
import type { ImportReport } from '#contracts/book';
import { Api, ApiProblem } from '../base/api';
import { HouseStore } from '../base/house-store';
import { newId, Outbox } from '../base/outbox';
import { TonightStore } from '../tonight';
import { csvEntries, csvTable, guessedUses, type ColumnUse, type CsvTable } from './csv-mapping';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

const largestMb = 96;
const largestParcelMb = 300;
/** The server takes this many entries as one: all of them or none. */
const mostAtOnce = 200;

/** Takes a book or a table in: looked through first, every fault with its row, and all of it or nothing. */
@Component({
  selector: 'nl-import',
  imports: [WhyNot, Field, FormsModule, RouterLink, ButtonDirective, Choice, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.takeIn }}</h1>
    <p class="quiet">
      {{ say.aBookExportedFromNight }} <a routerLink="/book">{{ say.backToTheBook }}</a>
    </p>
    <nl-field class="file" [name]="say.theFile" [fault]="fault()"
      ><input
        type="file"
        accept=".zip,.json,.csv,application/zip,text/csv,application/json,text/plain"
        (change)="chosen($event)"
    /></nl-field>
    @if (report(); as r) {
      <section [attr.aria-label]="say.whatIsInIt">
        <p>
          {{ say.aBookOf }} <strong>{{ r.house }}</strong>{{
            say.entriesNewHereAlready(
              r.rowCount,
              r.newCount,
              r.knownCount,
              r.photosCount > 0 ? say.photos(r.photosCount) : ''
            )
          }}
          @if (r.missingPhotosCount > 0) {
            {{ say.photosAreNamedAndNot(r.missingPhotosCount) }}
          }
        </p>
        @if (r.faultCount > 0) {
          @if (r.written) {
            <p class="caution" role="status">{{ say.itIsInTheBook(r.faultCount) }}</p>
          } @else if (r.mayKeep) {
            <p class="caution">{{ say.rowsHoldWhatWouldBe(r.faultCount) }}</p>
            <button pButton type="button" class="plain" [disabled]="busy()" (click)="takeBook('keep')">
              {{ say.takeItInWithIts }}
            </button>
          } @else {
            <p class="caution">{{ say.rowsCannotBeTakenIn(r.faultCount) }}</p>
          }
          <ul>
            @for (f of r.faults; track $index) {
              <li>
                <span class="num">{{ say.row(f.rowIndex) }}</span>: {{ f.message }}
              </li>
            }
          </ul>
        } @else if (r.written) {
          <p role="status">{{ say.itIsInTheBookHead }}</p>
        } @else {
          <button pButton type="button" class="go" [disabled]="busy()" (click)="takeBook()">
            {{ say.takeAllOfItIn }}
          </button>
        }
      </section>
    }
    @if (table(); as t) {
      <section [attr.aria-label]="say.theColumns">
        <h2>{{ say.whatTheColumnsHold }}</h2>
        <div class="grid">
          @for (h of t.header; track $index; let i = $index) {
            <label
              ><span class="name"
                >{{ h || say.column(i + 1) }} <span class="quiet">{{ t.rows[0]?.[i] }}</span></span
              ><nl-choice [ariaLabel]="say.columnForH(h)" [ngModel]="uses()[i]" (ngModelChange)="use(i, $event)">
                <nl-option value="skip" [word]="say.leaveOut" />
                <nl-option value="tank" [word]="say.tank" />
                <nl-option value="date" [word]="say.date" />
                <nl-option value="time" [word]="say.time" />
                <nl-option value="note" [word]="say.note" />
                @for (p of measured; track p.id) {
                  <nl-option [value]="p.id" word="{{ p.label }}{{ p.unit ? ', ' + p.unit : '' }}" />
                }</nl-choice
            ></label>
          }
          <nl-field [name]="say.is03042026"
            ><nl-choice [ngModel]="order()" (ngModelChange)="order.set($event)">
              <nl-option value="dmy" [word]="say.april3" />
              <nl-option value="mdy" [word]="say.march4" /> </nl-choice
          ></nl-field>
          <nl-field [name]="say.tankWhereNoColumnSays"
            ><nl-choice [ngModel]="tankId()" (ngModelChange)="tankId.set($event)">
              <nl-option value="" [word]="say.none" />
              @for (tank of tonight.tanks(); track tank.tankId) {
                <nl-option [value]="tank.tankId" [word]="tank.name" />
              }</nl-choice
          ></nl-field>
        </div>
        @if (made(); as m) {
          <p>
            {{ say.rowsGiveEntries(t.rows.length, m.entries.length) }}
            @if (m.faults.length > 0) {
              <strong>{{ say.faultsNothingIsWrittenUntil(m.faults.length) }}</strong>
            }
          </p>
          <ul>
            @for (f of m.faults.slice(0, 100); track $index) {
              <li class="fault">
                <span class="num">{{ say.row(f.rowNumber) }}</span>, {{ f.column }}: {{ f.message }}
              </li>
            }
          </ul>
          @if (m.entries.length > most) {
            <p class="caution">{{ say.moreThanEntriesCannotBe(most) }}</p>
          }
          <button
            pButton
            type="button"
            class="go"
            [nlWhy]="
              busy()
                ? say.itIsBeingWritten
                : [
                    [say.rowsWithoutAFault, m.faults.length > 0],
                    [say.rowsThatSaySomething, m.entries.length === 0],
                    [say.aSmallerFile, m.entries.length > most],
                  ]
            "
            (click)="takeTable()">
            {{ say.writeEntriesInTheBook(m.entries.length) }}
          </button>
        }
      </section>
    }
    <p role="status">{{ said() }}</p>
  `,
  styles: `
    .file {
      display: block;
      max-width: 480px;
      margin: 0.8rem 0;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: 0.6rem 1rem;
      align-items: end;
      margin: 0.6rem 0;
    }
    ul {
      max-height: 40vh;
      overflow: auto;
      position: relative;
      margin: 0.5rem 0;
    }
  `,
})
export class ImportScreen {
  protected readonly say = bookPages;
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  protected readonly tonight = inject(TonightStore);
  protected readonly measured = parameters;
  protected readonly most = mostAtOnce;
  protected readonly fault = signal('');
  protected readonly said = signal('');
  protected readonly busy = signal(false);
  protected readonly report = signal<ImportReport | null>(null);
  private readonly book = signal<unknown>(null);
  private readonly parcel = signal<Blob | null>(null);
  protected readonly table = signal<CsvTable | null>(null);
  protected readonly uses = signal<readonly ColumnUse[]>([]);
  protected readonly order = signal<'dmy' | 'mdy'>('dmy');
  protected readonly tankId = signal('');
  protected readonly made = computed(() => {
    const table = this.table();
    if (!table) return null;
    return csvEntries(table, {
      uses: this.uses(),
      order: this.order(),
      tankId: this.tankId(),
      subjects: this.tonight.tanks().map((t) => ({ id: t.tankId, name: t.name, kind: 'tank' })),
      zone: this.house.zone(),
      nowEpochMs: this.house.nowEpochMs(),
      newId,
    });
  });

  protected use(i: number, use: ColumnUse): void {
    this.uses.update((all) => all.map((u, j) => (j === i ? use : u)));
  }
  protected async chosen(event: Event): Promise<void> {
    const file = (event.target as HTMLInputElement).files?.[0];
    this.fault.set('');
    this.said.set('');
    this.report.set(null);
    this.table.set(null);
    if (!file) return;
    const most = /\.zip$/i.test(file.name) ? largestParcelMb : largestMb;
    if (file.size > most * 1024 * 1024) {
      this.fault.set(bookPages.itHasMbIsThe(Math.round(file.size / 1024 / 1024), most));
      return;
    }
    if (/\.zip$/i.test(file.name)) {
      this.parcel.set(new Blob([await file.arrayBuffer()], { type: 'application/zip' }));
      (event.target as HTMLInputElement).value = '';
      await this.send('yes');
      return;
    }
    this.parcel.set(null);
    const bytes = await file.arrayBuffer();
    // The same file, mended, may be chosen again.
    (event.target as HTMLInputElement).value = '';
    if (/\.json$/i.test(file.name)) {
      await this.lookThrough(bytes);
      return;
    }
    const read = csvTable(bytes);
    if (!read.ok) {
      this.fault.set(read.message);
      return;
    }
    this.table.set(read.table);
    this.uses.set(guessedUses(read.table.header));
  }
  private async lookThrough(bytes: ArrayBuffer): Promise<void> {
    try {
      this.book.set(JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)));
    } catch {
      this.fault.set(bookPages.thisIsNoJsonIn);
      return;
    }
    await this.send('yes');
  }
  protected async takeBook(oldFaults?: 'keep'): Promise<void> {
    await this.send('no', oldFaults);
    this.tonight.load();
  }
  private async send(dryRun: 'yes' | 'no', oldFaults?: 'keep'): Promise<void> {
    this.busy.set(true);
    try {
      const parcel = this.parcel();
      this.report.set(
        await firstValueFrom(
          parcel
            ? this.api.upload('importBook', parcel, { dryRun, oldFaults })
            : this.api.call('importBook', { query: { dryRun, oldFaults }, body: this.book() as never }),
        ),
      );
    } catch (error) {
      const problem = error instanceof ApiProblem ? error.problem : null;
      this.fault.set(
        [
          problem?.title ?? bookPages.itCouldNotBeSent,
          ...(problem?.errors ?? []).slice(0, 5).map((e) => `${e.field} ${e.message}`),
        ].join('; '),
      );
    }
    this.busy.set(false);
  }
  protected async takeTable(): Promise<void> {
    const made = this.made();
    if (!made || made.faults.length > 0) return;
    this.busy.set(true);
    const sent = await this.outbox.write(made.entries);
    this.busy.set(false);
    if (sent.state === 'refused') {
      const [first] = sent.problem.errors ?? [];
      this.fault.set(bookPages.nothingWasWritten(sent.problem.title, first ? `: ${first.field} ${first.message}` : ''));
      return;
    }
    this.table.set(null);
    this.said.set(
      sent.state === 'written' ? bookPages.entriesInTheBook(made.entries.length) : bookPages.keptOnThisDeviceSent,
    );
  }
}
