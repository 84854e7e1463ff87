import { menu } from './pages';

export interface KeyActions {
  open: (what: 'jump' | 'keys' | 'line') => void;
  go: (path: string) => void;
  lamp: () => void;
  margin: () => void;
  nextOnRound: () => void;
}

/** Single-key shortcuts: dead inside inputs, with modifiers, and when the keeper has switched them off (WCAG 2.1.4). */
export class Keys {
  private afterG = false;
  constructor(private readonly actions: KeyActions) {}

  press(event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'target' | 'preventDefault'>): void {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    if (this.act(event.key)) event.preventDefault();
  }

  private act(key: string): boolean {
    if (this.afterG) {
      this.afterG = false;
      const page = menu.find((m) => m.key === key);
      if (page) this.actions.go(page.path);
      return page !== undefined;
    }
    const plain: Record<string, () => void> = {
      '/': () => {
        this.actions.open('jump');
      },
      '?': () => {
        this.actions.open('keys');
      },
      n: () => {
        this.actions.open('line');
      },
      l: this.actions.lamp,
      m: this.actions.margin,
      '.': this.actions.nextOnRound,
      g: () => {
        this.afterG = true;
      },
    };
    plain[key]?.();
    return key in plain;
  }
}

export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
    target.getAttribute('role') === 'slider'
  );
}
