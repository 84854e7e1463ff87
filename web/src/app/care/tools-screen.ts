import { nightOn } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import { ownEquipmentUntil, toolSorts, type Tool, type ToolDip, type ToolSort } from '#core/care';
import type { PayloadOf } from '#contracts/book';
import { toolSortWords, carePages } from '#words/care';
import { onText } from '#words/dates';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { faultsText } from '../ui/refusals';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { InUnit } from '../ui/in-unit';
import { dateText } from '../ui/words';
import { careDiaryKinds, toolsOfHouse } from './care-book';
import { CareNav } from './care-nav';
import { WhyNot } from '../ui/why';

const [firstDip] = careKnowledge.toolDips as readonly [ToolDip, ...ToolDip[]];

/** Tools as things: where each is at home, where it was last, when it was dipped; contacts write themselves from it. */
@Component({
  selector: 'nl-tools',
  imports: [WhyNot, ButtonDirective, CareNav, Choice, Field, FormsModule, InUnit, InputText, Option, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-care-nav />
    <h1>{{ say.tools }}</h1>
    <p class="small">
      {{ say.aToolCarriesWhatThe }}
      <a routerLink="/care/trace">{{ say.theTrace }}</a> {{ say.knowsUnlessItWasDipped }}
    </p>
    <p class="caution small">
      {{ say.glovesGogglesWindowOpenNeverBleach }}
    </p>
    <p role="status" class="said">{{ said() }}</p>
    @for (h of homes(); track h.tankId) {
      <section [attr.aria-label]="say.toolsOf(h.name)">
        <h2>{{ h.name }}</h2>
        @if (h.own) {
          <p class="caution small">{{ h.own }}</p>
        }
        @for (t of h.tools; track t.toolId) {
          <article [attr.aria-label]="t.name">
            <h3>
              {{ t.name }} <span class="small quiet">{{ t.about }}</span>
            </h3>
            @if (t.wet) {
              <p class="caution small">{{ t.wet }}</p>
            }
            <div class="row">
              <nl-field [name]="say.usedIn"
                ><nl-choice
                  [name]="'use' + t.toolId"
                  [ngModel]="where()[t.toolId] ?? h.tankId"
                  (ngModelChange)="setWhere(t.toolId, $event)">
                  @for (s of stock.tanks(); track s.tankId) {
                    <nl-option [value]="s.tankId" [word]="s.name" />
                  }</nl-choice
              ></nl-field>
              <button pButton type="button" class="plain" (click)="use(t.toolId, h.tankId)">
                {{ say.used }}<span class="visuallyHidden"> {{ t.name }}</span>
              </button>
              <button
                pButton
                type="button"
                class="plain"
                [nlWhy]="[[say.minutes, !dipReady()]]"
                (click)="dipTool(t.toolId, h.tankId)">
                {{ say.dipped }}<span class="visuallyHidden"> {{ t.name }}</span>
              </button>
              <button pButton type="button" class="asText small" (click)="gone(t.toolId, h.tankId)">
                {{ say.itIsGone }}<span class="visuallyHidden">, {{ t.name }}</span>
              </button>
            </div>
          </article>
        }
      </section>
    } @empty {
      <p class="quiet">{{ diary.loaded() ? say.noToolHasAHome : say.readingTheBook }}</p>
    }
    <section [attr.aria-label]="say.theDip">
      <h2>{{ say.theDip }}</h2>
      <div class="row">
        <nl-field [name]="say.in2"
          ><nl-choice name="dip" [ngModel]="dipId()" (ngModelChange)="dipId.set($event)">
            @for (d of dipList; track d.agentId) {
              <nl-option [value]="d.agentId" [word]="d.name" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.for2" unit="min" [fault]="dipReady() ? '' : say.aNumberOfMinutesIs"
          ><input
            pInputText
            nlIn
            name="dipMinutes"
            min="0.1"
            max="2880"
            [ngModel]="dipMinutes()"
            (ngModelChange)="dipMinutes.set($event)"
        /></nl-field>
      </div>
      <p class="caution small">{{ people() }}.</p>
      <p class="small quiet">{{ gradeText() }}.</p>
      @if (!dipKept()) {
        <p class="caution small">{{ say.shorterThanMinutesItDoes(dip().leastMinutes) }}</p>
      }
    </section>
    <form class="row" (ngSubmit)="keep()" [attr.aria-label]="say.aNewTool">
      <nl-field [name]="say.aNewTool" [fault]="faults().get('name') ?? ''"
        ><input
          pInputText
          name="toolName"
          maxlength="60"
          autocomplete="off"
          [ngModel]="name()"
          (ngModelChange)="name.set($event)"
      /></nl-field>
      <nl-field [name]="say.sort"
        ><nl-choice name="sort" [ngModel]="sort()" (ngModelChange)="sort.set($event)">
          @for (s of sorts; track s) {
            <nl-option [value]="s" [word]="sortNames[s]" />
          }</nl-choice
      ></nl-field>
      <nl-field [name]="say.atHomeIn"
        ><nl-choice name="home" [ngModel]="homeId()" (ngModelChange)="homeId.set($event)">
          <nl-option value="" disabled [word]="say.choose" />
          @for (s of stock.tanks(); track s.tankId) {
            <nl-option [value]="s.tankId" [word]="s.name" />
          }</nl-choice
      ></nl-field>
      <button
        pButton
        class="go"
        [nlWhy]="[
          [say.whereItBelongs, !homeId()],
          [say.aName, !name().trim()],
        ]">
        {{ say.keepIt }}
      </button>
    </form>
  `,
  styleUrl: './care-screen.scss',
})
export class ToolsScreen {
  protected readonly say = carePages;
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch([...careDiaryKinds]);
  protected readonly sorts = toolSorts;
  protected readonly sortNames = toolSortWords;
  protected readonly dipList = careKnowledge.toolDips;
  protected readonly name = signal('');
  protected readonly sort = signal<ToolSort>('net');
  protected readonly homeId = signal('');
  protected readonly where = signal<Readonly<Record<string, string>>>({});
  protected readonly dipId = signal(firstDip.agentId);
  protected readonly dipMinutes = signal<number | null>(30);
  protected readonly said = signal('');
  protected readonly faults = signal<ReadonlyMap<string, string>>(new Map());

  constructor() {
    this.stock.load();
    this.diary.open();
  }
  protected readonly dip = computed((): ToolDip => this.dipList.find((d) => d.agentId === this.dipId()) ?? firstDip);
  protected readonly people = computed(() => careKnowledge.agents.find((a) => a.id === this.dipId())?.people ?? '');
  protected readonly gradeText = computed(() =>
    this.dip().grade === 'published' ? carePages.publishedFromMemory : carePages.commonPracticeFromMemory,
  );
  protected readonly dipReady = computed(() => (this.dipMinutes() ?? 0) > 0);
  protected readonly dipKept = computed(() => (this.dipMinutes() ?? 0) >= this.dip().leastMinutes);
  private readonly nameOf = (tankId: string): string => this.stock.stockOf(tankId)?.tank.name ?? 'a tank';
  private readonly arrivals = computed(() => {
    const last = new Map<string, number>();
    for (const { subjectId, atEpochMs } of this.diary.of('arrival'))
      last.set(subjectId, Math.max(last.get(subjectId) ?? 0, atEpochMs));
    return last;
  });
  protected readonly homes = computed(() => {
    const { tools } = toolsOfHouse(this.diary.entries());
    const ids = [...new Set(tools.map((t) => t.homeTankId))];
    return ids.map((tankId) => {
      const until = ownEquipmentUntil(this.arrivals().get(tankId) ?? null, this.house.nowEpochMs());
      return {
        tankId,
        name: this.nameOf(tankId),
        own:
          until === null
            ? ''
            : carePages.newAnimalsCameInIts(onText(speech(), nightOn({ atEpochMs: until, zone: this.house.zone() }))),
        tools: tools.filter((t) => t.homeTankId === tankId).map((t) => this.shown(t)),
      };
    });
  });
  private shown(t: Tool) {
    const day = (at: number): string => dateText(speech(), at, this.house.zone());
    return {
      toolId: t.toolId,
      name: t.name,
      about: [
        toolSortWords[t.sort],
        t.lastUsed ? `last in ${this.nameOf(t.lastUsed.tankId)}, ${day(t.lastUsed.atEpochMs)}` : carePages.notUsedYet,
        t.dippedEpochMs === null ? 'never dipped' : `dipped ${day(t.dippedEpochMs)}`,
      ].join('; '),
      wet: t.wet && t.lastUsed ? carePages.itWasInAndNot(this.nameOf(t.lastUsed.tankId)) : '',
    };
  }
  protected setWhere(toolId: string, tankId: string): void {
    this.where.update((all) => ({ ...all, [toolId]: tankId }));
  }
  protected use(toolId: string, homeTankId: string): Promise<boolean> {
    return this.write(this.where()[toolId] ?? homeTankId, { step: 'used', toolId }, 'The tool');
  }
  protected dipTool(toolId: string, homeTankId: string): Promise<boolean> {
    const minutes = this.dipMinutes() ?? 0;
    const payload = { step: 'dipped' as const, toolId, agentId: this.dipId(), minutes, kept: this.dipKept() };
    return this.write(homeTankId, payload, 'The dip');
  }
  protected gone(toolId: string, homeTankId: string): Promise<boolean> {
    return this.write(homeTankId, { step: 'gone', toolId }, 'The tool');
  }
  protected async keep(): Promise<void> {
    const name = this.name().trim();
    if (await this.write(this.homeId(), { step: 'kept', name, sort: this.sort() }, name)) this.name.set('');
  }
  private async write(tankId: string, payload: PayloadOf<'tool'>, what: string): Promise<boolean> {
    const written = await this.scribe.write([this.scribe.entry('tool', tankId, payload)], what);
    this.faults.set(written.faults);
    this.said.set(written.kept ? written.said : faultsText(written.faults));
    return written.kept;
  }
}
