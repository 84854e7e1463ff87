import { afterRenderEffect, computed, Directive, ElementRef, inject, input, Renderer2 } from '@angular/core';

let buttonsCount = 0;
/** A sentence, or what is still missing: each with whether it is. */
export type Why = string | Readonly<Record<string, boolean>> | readonly (readonly [name: string, isMissing: boolean])[];

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
/** @example whyText({ 'a tank': true, 'a name': true }) // 'Still needed: a tank and a name.' */
export function whyText(why: Why): string {
  if (typeof why === 'string') return why;
  const all: readonly (readonly [string, boolean])[] = Array.isArray(why) ? why : Object.entries(why);
  const missing = all.flatMap(([name, is]) => (is ? [name] : []));
  return missing.length === 0 ? '' : `Still needed: ${listed(missing)}.`;
}

/**
 * A button that cannot be pressed says why beside it; with nothing to say it can be pressed. No page disables a button in
 * any other way.
 * @example <button pButton [nlWhy]="[[say.aTank, !tankId()], [say.aName, !name().trim()]]">Keep it</button>
 */
@Directive({ selector: 'button[nlWhy]', host: { '[disabled]': "text() !== ''" } })
export class WhyNot {
  readonly nlWhy = input.required<Why>();
  protected readonly text = computed(() => whyText(this.nlWhy()));
  private readonly button = inject<ElementRef<HTMLButtonElement>>(ElementRef).nativeElement;
  private readonly renderer = inject(Renderer2);
  private readonly id = `why${++buttonsCount}`;
  private said: HTMLElement | null = null;

  constructor() {
    afterRenderEffect(() => {
      const text = this.text();
      if (text === '') {
        this.said?.remove();
        this.said = null;
        this.button.removeAttribute('aria-describedby');
        return;
      }
      this.said ??= this.beside();
      this.renderer.setProperty(this.said, 'textContent', text);
      this.button.setAttribute('aria-describedby', this.id);
    });
  }
  private beside(): HTMLElement {
    const said = this.renderer.createElement('span') as HTMLElement;
    said.className = 'why small quiet';
    said.id = this.id;
    this.button.after(said);
    return said;
  }
}
