import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { InputText } from 'primeng/inputtext';
import { overrideLibrary } from './library-overrides';

@Component({
  imports: [InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `{{ checked() }}
    @for (n of fields; track n) {
      <input pInputText [value]="n" [attr.aria-label]="n" />
    }`,
})
class ManyFields {
  fields = Array.from({ length: 40 }, (_, i) => `field ${i}`);
  count = 0;
  checked = (): string => {
    this.count += 1;
    return '';
  };
}

describe('fields in a long list', () => {
  it('are drawn with one look at their page, not one a field, and hold what was given', async () => {
    const before = InputText.prototype.onAfterViewInit;
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    try {
      overrideLibrary();
      const fixture = TestBed.createComponent(ManyFields);
      await fixture.whenStable();
      expect(fixture.componentInstance.count).toBeLessThan(5);
      const inputs = (fixture.nativeElement as HTMLElement).querySelectorAll('input');
      expect([...inputs].map((i) => i.value)).toEqual(fixture.componentInstance.fields);
      expect(inputs[0]?.classList).toContain('p-filled');
    } finally {
      InputText.prototype.onAfterViewInit = before;
    }
  });
});
