import { Injectable, type OnDestroy } from '@angular/core';

/** Rows are filled with their fields so far before they come into sight. */
const marginPx = 600;
/** So many are filled before the next frame is drawn. */
const rowsAFrame = 4;

/** Tells rows when they come near to what is in sight: of three hundred only those are filled with fields. */
@Injectable()
export class NearRows implements OnDestroy {
  private readonly waiting = new Map<Element, () => void>();
  private readonly coming = new Set<Element>();
  private frameHandle: number | null = null;
  private observer: IntersectionObserver | null = null;

  /** Once, when the row comes near; at once where nothing can be observed. */
  watch(row: Element, near: () => void): void {
    if (typeof IntersectionObserver === 'undefined') {
      near();
      return;
    }
    // The margin is that of what scrolls: the rows beyond it are cut off for everything around it.
    this.observer ??= new IntersectionObserver(
      (seen) => {
        for (const { isIntersecting, target } of seen) {
          if (isIntersecting) this.coming.add(target);
          else this.coming.delete(target);
        }
        this.frameHandle ??= requestAnimationFrame(() => {
          this.come();
        });
      },
      { root: row.closest('.scroll'), rootMargin: `${marginPx}px` },
    );
    this.waiting.set(row, near);
    this.observer.observe(row);
  }
  forget(row: Element): void {
    this.waiting.delete(row);
    this.coming.delete(row);
    this.observer?.unobserve(row);
  }
  ngOnDestroy(): void {
    this.observer?.disconnect();
    if (this.frameHandle !== null) cancelAnimationFrame(this.frameHandle);
  }
  /** A few in each frame, those that came last first: they are where the eye is. */
  private come(): void {
    this.frameHandle = null;
    for (const row of [...this.coming].reverse().slice(0, rowsAFrame)) {
      const near = this.waiting.get(row);
      this.forget(row);
      near?.();
    }
    if (this.coming.size > 0)
      this.frameHandle = requestAnimationFrame(() => {
        this.come();
      });
  }
}
