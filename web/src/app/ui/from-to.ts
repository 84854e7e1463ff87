import { Pipe, type PipeTransform } from '@angular/core';
import { fromTo } from '#words/units';

/** "5–10", and plainly "5" where both ends read the same. */
@Pipe({ name: 'to' })
export class FromToPipe implements PipeTransform {
  transform(from: string | number, to: string | number): string {
    return fromTo(from, to);
  }
}
