import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { FormsModule } from '@angular/forms';
import { Choice, Option, Options } from './choice';
import { Day } from './day';

@Component({
  imports: [FormsModule, Choice, Option, Options, Day],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label
      ><span class="name">How</span
      ><nl-choice id="how" [ngModel]="how()" (ngModelChange)="how.set($event)">
        <nl-option value="poured" word="poured" />
        <nl-option value="dripped" word="dripped" />
        <nl-option value="never" word="never" disabled /> </nl-choice
    ></label>
    <label
      ><span class="name">Where</span
      ><nl-choice id="where" (picked)="where.set($event)" [forgets]="forgets()">
        <nl-options word="Tanks">
          @for (t of tanks(); track t) {
            <nl-option [value]="t" [word]="t" [chosen]="t === standing()" />
          }
        </nl-options>
        <nl-options word="Waters"><nl-option value="tap" word="the tap" /></nl-options></nl-choice
    ></label>
    <label><span class="name">From</span><nl-day [ngModel]="from()" (ngModelChange)="from.set($event)" /></label>
  `,
})
class Host {
  readonly how = signal('dripped');
  readonly where = signal('');
  readonly forgets = signal(false);
  readonly standing = signal('B');
  readonly tanks = signal(['A', 'B']);
  readonly from = signal('2026-03-14');
}

describe('the kit: a choice and a day', () => {
  let fixture: ComponentFixture<Host>;
  let page: HTMLElement;
  const settle = async (): Promise<void> => {
    await fixture.whenStable();
    await new Promise((done) => setTimeout(done));
    await fixture.whenStable();
  };
  const one = <E extends HTMLElement>(selector: string): E => {
    const found = page.querySelector<E>(selector);
    if (!found) throw new Error(`nothing is ${selector}`);
    return found;
  };
  const box = (id: string): HTMLElement => one(`#${id} [role=combobox]`);
  const shown = (id: string): string => box(id).textContent.trim();
  const open = async (id: string): Promise<HTMLElement[]> => {
    page.querySelector<HTMLElement>(`#${id} p-select`)?.click();
    await settle();
    return [...document.querySelectorAll<HTMLElement>('.p-select-option')];
  };
  const take = async (id: string, word: string): Promise<void> => {
    (await open(id)).find((o) => o.textContent.trim() === word)?.click();
    await settle();
  };
  beforeEach(async () => {
    await TestBed.configureTestingModule({
      imports: [Host],
      providers: [provideZonelessChangeDetection()],
    }).compileComponents();
    fixture = TestBed.createComponent(Host);
    page = fixture.nativeElement as HTMLElement;
    await settle();
  });
  afterEach(() => {
    fixture.destroy();
    document.querySelectorAll('.p-overlay').forEach((o) => {
      o.remove();
    });
  });

  it('a choice shows what the model says, and tells it what was taken; what cannot be taken is not', async () => {
    expect(shown('how')).toBe('dripped');
    await take('how', 'poured');
    expect(fixture.componentInstance.how()).toBe('poured');
    expect(shown('how')).toBe('poured');
    await take('how', 'never');
    expect(fixture.componentInstance.how()).toBe('poured');
    fixture.componentInstance.how.set('dripped');
    await settle();
    expect(shown('how')).toBe('dripped');
  });
  it('without a model the chosen one stands, then what was taken, until another is chosen for it', async () => {
    expect(shown('where')).toBe('B');
    await take('where', 'the tap');
    expect(fixture.componentInstance.where()).toBe('tap');
    expect(shown('where')).toBe('the tap');
    fixture.componentInstance.standing.set('A');
    await settle();
    expect(shown('where')).toBe('A');
  });
  it('a choice that only does something goes back to what stood', async () => {
    fixture.componentInstance.forgets.set(true);
    await settle();
    await take('where', 'A');
    expect(fixture.componentInstance.where()).toBe('A');
    await settle();
    expect(shown('where')).toBe('B');
  });
  it('bears the name of its label, its headings, and a search from eleven choices on', async () => {
    expect(document.getElementById(box('how').getAttribute('aria-labelledby') ?? '')?.textContent).toBe('How');
    await open('where');
    expect([...document.querySelectorAll('.p-select-option-group')].map((g) => g.textContent.trim())).toEqual([
      'Tanks',
      'Waters',
    ]);
    expect(document.querySelector('.p-select-filter')).toBeNull();
    fixture.componentInstance.tanks.set(['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'I', 'J']);
    await settle();
    expect(document.querySelector('.p-select-filter')).not.toBeNull();
  });
  it('a day is typed in the keeper’s form or year first; what is none stays in the field and is no value', async () => {
    const field = one<HTMLInputElement>('nl-day input');
    expect(field.value).toBe('14 Mar 2026');
    const type = async (text: string): Promise<void> => {
      field.value = text;
      field.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true }));
      field.dispatchEvent(new Event('input', { bubbles: true }));
      await settle();
    };
    await type('2026-02-28');
    expect(fixture.componentInstance.from()).toBe('2026-02-28');
    await type('3 Apr 2026');
    expect(fixture.componentInstance.from()).toBe('2026-04-03');
    await type('2026-02-31');
    expect(fixture.componentInstance.from()).not.toBe('2026-03-03');
    expect(field.value).toBe('2026-02-31');
    expect(one('nl-day .fault').textContent).toContain('No such day');
    // Pasted: no key comes with it.
    field.value = '2025-12-01';
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await settle();
    expect(fixture.componentInstance.from()).toBe('2025-12-01');
    expect(page.querySelector('nl-day .fault')).toBeNull();
  });
});
