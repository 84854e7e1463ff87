import { bookPages } from '#words/book';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { Api, ApiProblem } from '../base/api';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { whenText } from '../ui/words';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

const longestPx = 2000;
const largestMb = 60;

/**
 * Makes a photo smaller on this device before it is sent: over a slow line that counts. The server writes it anew in
 * any case; here nothing is promised about what it hides.
 */
export async function smaller(file: Blob): Promise<Blob> {
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const factor = Math.min(1, longestPx / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(bitmap.width * factor), Math.round(bitmap.height * factor)];
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => {
        if (blob) resolve(blob);
        else reject(new Error('no picture'));
      },
      'image/jpeg',
      0.9,
    );
  });
}

/** Photos of a tank, newest first, and the way a new one comes into the book. */
@Component({
  selector: 'nl-photos-part',
  imports: [WhyNot, Field, RouterLink, ButtonDirective, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="say.photosHead">
      <h2>{{ say.photosHead }}</h2>
      <form class="new" (submit)="keep($event)">
        <nl-field [name]="say.aPhoto"><input type="file" accept="image/*" (change)="chosen($event)" /></nl-field>
        <nl-field class="grow" [name]="say.whatItShows"
          ><input
            pInputText
            name="caption"
            maxlength="500"
            autocomplete="off"
            [value]="caption()"
            (input)="caption.set(value($event))"
        /></nl-field>
        <button pButton class="plain" [nlWhy]="busy() ? say.itIsOnItsWay : [[say.aPicture, !file()]]">
          {{ busy() ? say.sending : say.putItInTheBook }}
        </button>
      </form>
      @if (fault()) {
        <p class="fault" role="alert">{{ fault() }}</p>
      }
      <p role="status" class="quiet">{{ said() }}</p>
      <ul>
        @for (p of shown(); track p.entryId) {
          <li>
            <a [href]="'/api/photos/' + p.payload.photoHash" target="_blank" rel="noopener"
              ><img
                loading="lazy"
                [src]="'/api/photos/' + p.payload.photoHash + '?size=small'"
                [alt]="p.payload.caption || say.photoWithoutWords"
                [width]="160"
                [height]="high(p.payload.widthPx, p.payload.heightPx)" /></a
            ><span class="small"
              >{{ p.payload.caption }} <span class="quiet">{{ when(p.atEpochMs) }}</span></span
            >
          </li>
        } @empty {
          @if (diary.loaded()) {
            <li class="quiet small">
              {{ say.noneYetAPhotoOf }}
            </li>
          }
        }
      </ul>
      @if (all().length > mostShown) {
        <a routerLink="/book" [queryParams]="{ subject: tankId() }">{{ say.allInTheBook(all().length) }}</a>
      }
    </section>
  `,
  styles: `
    .new {
      display: flex;
      flex-wrap: wrap;
      gap: 0.7rem;
      align-items: end;
    }
    .grow {
      flex: 1 1 240px;
    }
    section {
      margin-top: 1.2rem;
    }
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 0.9rem;
      list-style: none;
      padding: 0;
    }
    li {
      max-width: 160px;
    }
    li.quiet {
      max-width: none;
    }
    img {
      display: block;
      object-fit: cover;
      border: 1px solid var(--line);
    }
  `,
})
export class PhotosPart {
  protected readonly say = bookPages;
  readonly tankId = input.required<string>();
  private readonly api = inject(Api);
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  protected readonly diary = new DiaryWatch(['photo']);
  protected readonly mostShown = 8;
  protected readonly file = signal<File | null>(null);
  protected readonly caption = signal('');
  protected readonly busy = signal(false);
  protected readonly fault = signal('');
  protected readonly said = signal('');
  protected readonly all = computed(() => [...this.diary.of('photo')].reverse());
  protected readonly shown = computed(() => this.all().slice(0, this.mostShown));

  constructor() {
    effect(() => {
      const tankId = this.tankId();
      untracked(() => {
        this.diary.open(tankId);
      });
    });
  }
  protected value = (event: Event): string => (event.target as HTMLInputElement).value;
  protected when = (at: number): string => whenText(speech(), at, this.house.zone());
  protected high = (widthPx: number, heightPx: number): number => Math.round((160 * heightPx) / widthPx);
  protected chosen(event: Event): void {
    const file = (event.target as HTMLInputElement).files?.[0] ?? null;
    this.said.set('');
    const large = file !== null && file.size > largestMb * 1024 * 1024;
    this.fault.set(large ? bookPages.itHasMbIsThe(Math.round(file.size / 1024 / 1024), largestMb) : '');
    this.file.set(large ? null : file);
  }
  protected async keep(event: Event): Promise<void> {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const file = this.file();
    if (!file) return;
    this.busy.set(true);
    this.fault.set('');
    try {
      const picture = await smaller(file).catch(() => null);
      if (!picture) {
        this.fault.set(bookPages.thisBrowserCannotReadIt);
        return;
      }
      const kept = await firstValueFrom(this.api.upload('keepPhoto', picture));
      const payload = { ...kept, caption: this.caption().trim() };
      const written = await this.scribe.write([this.scribe.entry('photo', this.tankId(), payload)], 'The photo');
      if (written.kept) {
        this.file.set(null);
        this.caption.set('');
        form.reset();
        this.said.set(written.said);
      } else this.fault.set([...written.faults.values()].join('; '));
    } catch (error) {
      const problem = error instanceof ApiProblem ? error.problem : null;
      this.fault.set(
        bookPages.thePhotoAndItsWords(problem?.errors?.[0]?.message ?? problem?.title ?? bookPages.itCouldNotBeSent),
      );
    } finally {
      this.busy.set(false);
    }
  }
}
