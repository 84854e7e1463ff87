import { computed, Injectable } from '@angular/core';
import { unitShownBy } from '#core/readings';
import { DiaryWatch } from './scribe';

/** The pen of this house: in what it shows conductivity, so that an aim may be typed as the pen would show it. */
@Injectable({ providedIn: 'root' })
export class HousePen {
  private readonly diary = new DiaryWatch(['instrument']);
  constructor() {
    this.diary.open();
  }
  /** `ppm (0.7)`; `ppm` where nobody knows its factor; empty where it shows µS/cm or there is none. */
  readonly unit = computed(() => {
    const newest = new Map(this.diary.of('instrument').map((i) => [i.subjectId, i.payload]));
    const units = [...newest.values()]
      .filter((p) => !p.retired && p.tankId === undefined && p.parameters.includes('ec25UsPerCm'))
      .map((p) => unitShownBy(p, 'ec25UsPerCm'));
    return units.find((u) => u.includes('(')) ?? units.find((u) => u !== '') ?? '';
  });
}
