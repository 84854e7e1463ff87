import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { cooling, goodDaysNeeded, handsThreads, insulations, oxygenHours, sidesOf, type Insulation } from '#core/hands';
import { middle } from '#core/readings';
import { livingMassG } from '#core/stock';
import { tankWeight } from '#core/tanks';
import { nightOn } from '#core/tonight';
import { hoursSpan, insulationWords, movingCautions } from '#words/hands';
import { amount } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { plainRefusal } from '../ui/refusals';
import { dayText } from '../ui/words';
import { HandsNav } from './hands-nav';
import { stepsOf } from './hands-book';
import { InUnit } from '../ui/in-unit';
import { UnitNamePipe } from '../ui/amount';

const assumedC = 24;
const liftWords = {
  one: 'one person may lift it',
  two: 'two people',
  more: 'more than two people should lift: carry more out first',
};

/** A move: what it weighs, how long the animals have, what it cools to, and the watch after it. */
@Component({
  selector: 'nl-move',
  imports: [UnitNamePipe, InUnit, FormsModule, ButtonDirective, InputText, Choice, Option, Field, HandsNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './move-screen.html',
  styleUrl: './hands.scss',
})
export class MoveScreen {
  readonly tank = input<string>();
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch(['hands']);
  protected readonly insulations = insulations;
  protected readonly insulationWords = insulationWords;
  protected readonly cautions = movingCautions;
  protected readonly needed = goodDaysNeeded;
  protected readonly tankId = signal('');
  protected readonly how = signal<'all-in' | 'all-out'>('all-in');
  protected readonly waterL = signal<number | null>(10);
  protected readonly hours = signal<number | null>(2);
  protected readonly airC = signal<number | null>(15);
  protected readonly insulation = signal<Insulation>('box');
  protected readonly aerated = signal<'no' | 'yes'>('no');
  protected readonly said = signal('');
  protected readonly fault = signal('');

  constructor() {
    this.stock.load();
    this.diary.open();
    effect(() => {
      const asked = this.tank();
      if (asked !== undefined)
        untracked(() => {
          this.tankId.set(asked);
        });
    });
  }
  protected readonly of = computed(() => this.stock.stockOf(this.tankId()));
  protected readonly weight = computed(() => {
    const of = this.of();
    const geometry = of?.tank.setUp.geometry;
    if (!of || !geometry) return of ? 'Its size is not in the book: no weight can be worked out.' : '';
    const bed = of.tank.setUp.bed;
    const found = tankWeight({ geometry, bed: bed?.kind ?? 'none', ratedKg: of.tank.setUp.shelfRatedKg });
    if (!found.ok) return plainRefusal(found.refusal);
    const { filledKg, movingKg, lifting, loadFraction } = found.value.value;
    const load = loadFraction === null ? '' : ` The shelf bears ${Math.round(100 * loadFraction)} % of its rating.`;
    return `Filled about ${Math.round(filledKg)} kg; drained to the bed, rock and wood out, about ${Math.round(movingKg)} kg: ${liftWords[lifting]}.${load}`;
  });
  /** Oxygen and warmth on the way, or what is wrong with the figures. */
  protected readonly way = computed(() => {
    const of = this.of();
    if (!of) return null;
    const waterL = this.waterL() ?? NaN;
    const tempC = of.tank.water.tempC ? middle(of.tank.water.tempC) : assumedC;
    const animalsG = livingMassG(of.lodgers).hi;
    const oxygen = oxygenHours({ waterL, tempC, animalsG, aerated: this.aerated() === 'yes' });
    const { areaCm2 } = sidesOf({ waterL: Number.isFinite(waterL) && waterL > 0 ? waterL : 1, geometry: null });
    const hours = this.hours() ?? NaN;
    const cooled = cooling({
      waterL,
      areaCm2,
      startC: tempC,
      roomC: this.airC() ?? NaN,
      insulation: this.insulation(),
      hours,
    });
    if (!oxygen.ok) return { fault: plainRefusal(oxygen.refusal), short: false, text: '' };
    if (!cooled.ok) return { fault: plainRefusal(cooled.refusal), short: false, text: '' };
    const { lo } = oxygen.value.hours;
    return {
      fault: '',
      short: lo !== null && lo < hours,
      text: `Oxygen for about ${Math.round(animalsG)} g of animals: ${hoursSpan(oxygen.value.hours)}. After ${hours} h the water stands at ${amount('temperature', cooled.value.tempC.lo, 1)} to ${amount('temperature', cooled.value.tempC.hi, 1)}.`,
    };
  });
  protected readonly watches = computed(() => {
    const zone = this.house.zone();
    return handsThreads(stepsOf(this.diary.of('hands'), zone), {
      today: nightOn({ atEpochMs: this.house.nowEpochMs(), zone }),
    })
      .moves.filter((m) => !m.over)
      .map((m) => ({
        ...m,
        name: this.stock.stockOf(m.tankId)?.tank.name ?? 'A tank',
        since: dayText(m.movedOn),
      }));
  });
  protected moved(): Promise<void> {
    const of = this.of();
    if (!of) {
      this.fault.set('Choose the tank first.');
      return Promise.resolve();
    }
    return this.write(
      this.scribe.entry('hands', of.tank.tankId, { step: 'moved', how: this.how() }),
      `${of.tank.name} moved`,
    );
  }
  protected tested(of: { entryId: string; tankId: string; name: string }, good: boolean): Promise<void> {
    return this.write(
      this.scribe.entry('hands', of.tankId, { step: 'move-day', movedId: of.entryId, good }),
      `${of.name}: ${good ? 'good today' : 'not good today'}`,
    );
  }
  private async write(entry: ReturnType<Scribe['entry']>, what: string): Promise<void> {
    const written = await this.scribe.write([entry], what);
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('. '));
  }
}
