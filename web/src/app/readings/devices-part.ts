import { readingsPages } from '#words/readings';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { FormsModule } from '@angular/forms';
import { catchError, of } from 'rxjs';
import { parameters } from '#almanac/parameters';
import { parameterIds, type DeviceParameterId, type ParameterId } from '#core/readings';
import type { InstrumentPayload } from '#contracts/book';
import type { Device, DeviceHistory } from '#contracts/readings';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { whenText } from '../ui/words';
import { newId } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { DeviceChart } from './device-chart';
import { InstrumentStore } from './instrument-store';
import { LiveStore } from './live-store';

const spans = [
  { days: 2, label: 'two days' },
  { days: 30, label: 'thirty days' },
  { days: 730, label: 'two years' },
];
const onlyDevices = {
  levelMm: { label: 'Level', unit: 'mm', decimalsCount: 0 },
  massG: { label: 'Mass', unit: 'g', decimalsCount: 1 },
};
const shown = (id: DeviceParameterId): { label: string; unit: string } =>
  id === 'levelMm' || id === 'massG'
    ? onlyDevices[id]
    : (parameters.find((p) => p.id === id) ?? { label: id, unit: '' });
const isParameter = (id: DeviceParameterId): id is ParameterId => parameterIds.some((p) => p === id);

/** Devices on the wire: what each shows now, its health, its last days; and the way into the book. */
@Component({
  selector: 'nl-devices-part',
  imports: [FormsModule, DeviceChart, ButtonDirective, Choice, Option],
  providers: [LiveStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (tankId() === null) {
      <h2>{{ say.onTheWire }}</h2>
      @if (live.seen(); as seen) {
        <p class="quiet small">
          @if (!seen.broker) {
            {{ say.listeningForDevicesIsSwitched }}
          } @else if (seen.broker.connected) {
            {{ say.connectedTo(seen.broker.url) }}
          } @else {
            {{ say.noBrokerAnswersAtYet(seen.broker.url) }} <code>npm run instruments</code>
            {{ say.startsSimulatedDevicesThere }}
          }
          @if (seen.strangersCount > 0) {
            <span class="act">{{ say.messagesOfMoreThan64(seen.strangersCount) }}</span>
          }
        </p>
      } @else {
        <p class="quiet small">{{ say.theLiveLineIsBroken }}</p>
      }
    }
    @if (devices().length > 0) {
      <div class="wide">
        <table>
          <thead>
            <tr>
              <th>{{ say.device }}</th>
              <th>{{ say.now }}</th>
              <th>{{ say.heard }}</th>
              <th>{{ say.battery }}</th>
              <th>{{ say.health }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            @for (d of devices(); track d.deviceId) {
              <tr>
                <td>
                  <span class="serif">{{ d.name }}</span> <span class="small quiet">{{ d.deviceId }}</span>
                </td>
                <td>
                  @for (l of d.live; track l.parameter) {
                    <div class="nowrap">
                      <span class="num">{{ l.value ?? '–' }}</span>
                      {{ words(l.parameter).unit || words(l.parameter).label }}
                      <span class="small" [class.settled]="l.steady" [class.quiet]="!l.steady">{{
                        l.steady ? say.steady : l.why
                      }}</span>
                    </div>
                  }
                </td>
                <td class="small nowrap">{{ d.lastHeardAt ? say.aMinute(d.heardPerMinuteCount) : say.notYet }}</td>
                <td class="small num">{{ d.batteryFraction === null ? say.mains : percent(d.batteryFraction) }}</td>
                <td class="small">
                  @for (w of d.warnings; track w.id) {
                    <p [class.act]="w.unusable || w.id === 'battery'">{{ w.text }}</p>
                  } @empty {
                    <span class="settled">{{ say.well }}</span>
                  }
                </td>
                <td>
                  <button
                    pButton
                    type="button"
                    class="asText"
                    (click)="open(d)"
                    [attr.aria-expanded]="opened() === d.deviceId">
                    {{ opened() === d.deviceId ? say.close : say.itsLastDays
                    }}<span class="visuallyHidden">&ngsp;{{ d.name }}</span>
                  </button>
                  @if (!isOwned(d)) {
                    <form class="own" (ngSubmit)="own(d)">
                      <label class="small"
                        >{{ say.standsIn }}
                        <nl-choice
                          [name]="'tank-' + d.deviceId"
                          [ngModel]="tankOf(d)"
                          (ngModelChange)="choose(d, $event)">
                          <nl-option value="" [word]="say.noTankCarriedAbout" />
                          @for (t of tanks(); track t.tankId) {
                            <nl-option [value]="t.tankId" [word]="t.name" />
                          }</nl-choice></label
                      ><button pButton class="plain">{{ say.putItInTheBook }}</button>
                    </form>
                  }
                </td>
              </tr>
              @if (opened() === d.deviceId) {
                <tr>
                  <td colspan="6">
                    <label class="small"
                      >{{ say.span }}
                      <nl-choice name="span" [ngModel]="days()" (ngModelChange)="look(d, +$event)">
                        @for (s of spans; track s.days) {
                          <nl-option [value]="s.days" [word]="s.label" />
                        }</nl-choice
                    ></label>
                    @for (s of history()?.series ?? []; track s.parameter) {
                      <h3 class="small">{{ words(s.parameter).label }}, {{ words(s.parameter).unit }}</h3>
                      <nl-device-chart
                        [series]="s"
                        [grainMinutes]="history()?.grainMinutes ?? 1"
                        [label]="words(s.parameter).label" />
                      <details class="small">
                        <summary>{{ say.asATable }}</summary>
                        <table>
                          <thead>
                            <tr>
                              <th>{{ say.from }}</th>
                              <th>{{ say.lowest }}</th>
                              <th>{{ say.mean }}</th>
                              <th>{{ say.highest }}</th>
                              <th>{{ say.samples }}</th>
                            </tr>
                          </thead>
                          <tbody>
                            @for (b of lastOf(s.buckets); track b.atEpochMs) {
                              <tr>
                                <td class="num">{{ time(b.atEpochMs) }}</td>
                                <td class="num">{{ b.lo }}</td>
                                <td class="num">{{ b.mean.toFixed(2) }}</td>
                                <td class="num">{{ b.hi }}</td>
                                <td class="num">{{ b.count }}</td>
                              </tr>
                            }
                          </tbody>
                        </table>
                      </details>
                    } @empty {
                      <p class="quiet small">{{ history() ? say.nothingWasKeptOfThis : say.reading }}</p>
                    }
                    <p class="small quiet">
                      {{ say.keptApartFromTheReadings }}
                    </p>
                  </td>
                </tr>
              }
            }
          </tbody>
        </table>
      </div>
    }
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styles: `
    h2 {
      margin-top: 1.4rem;
    }
    .wide {
      overflow-x: auto;
      position: relative;
    }
    .nowrap {
      white-space: nowrap;
    }
    .act {
      color: var(--act);
    }
    .settled {
      color: var(--settled);
    }
    td {
      vertical-align: top;
    }
    select {
      width: auto;
    }
    .own {
      display: flex;
      flex-wrap: wrap;
      gap: 0.4rem;
      align-items: center;
    }
    h3 {
      margin: 0.4rem 0 0;
    }
  `,
})
export class DevicesPart {
  protected readonly say = readingsPages;
  /** Only the devices that stand in this tank; null for all of them. */
  readonly tankId = input<string | null>(null);
  protected readonly live = inject(LiveStore);
  private readonly owned = inject(InstrumentStore);
  private readonly api = inject(Api);
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  protected readonly spans = spans;
  protected readonly words = shown;
  protected readonly opened = signal('');
  protected readonly days = signal(2);
  protected readonly history = signal<DeviceHistory | null>(null);
  protected readonly said = signal('');
  private readonly chosen = signal<Record<string, string>>({});
  protected readonly tanks = signal<readonly { tankId: string; name: string }[]>([]);
  protected readonly devices = computed(() => {
    const tankId = this.tankId();
    if (tankId === null) return this.live.devices();
    const ids = new Set(
      this.owned
        .inUse()
        .filter((o) => o.payload.tankId === tankId)
        .map((o) => o.payload.deviceId),
    );
    return this.live.devices().filter((d) => ids.has(d.deviceId));
  });
  constructor() {
    this.api
      .call('tonight')
      .pipe(catchError(() => of(null)))
      .subscribe((sheet) => {
        this.tanks.set([...(sheet?.tanks ?? [])].sort((a, b) => a.name.localeCompare(b.name)));
      });
  }
  protected percent = (fraction: number): string => `${Math.round(fraction * 100)} %`;
  protected time = (atEpochMs: number): string => whenText(speech(), atEpochMs, this.house.zone());
  protected lastOf = (buckets: DeviceHistory['series'][number]['buckets']): typeof buckets =>
    [...buckets].reverse().slice(0, 60);
  protected isOwned = (d: Device): boolean => this.owned.inUse().some((o) => o.payload.deviceId === d.deviceId);
  protected tankOf = (d: Device): string => this.chosen()[d.deviceId] ?? '';
  protected choose(d: Device, tankId: string): void {
    this.chosen.update((all) => ({ ...all, [d.deviceId]: tankId }));
  }
  protected open(d: Device): void {
    const closing = this.opened() === d.deviceId;
    this.opened.set(closing ? '' : d.deviceId);
    if (!closing) this.look(d, this.days());
  }
  protected look(d: Device, days: number): void {
    this.days.set(days);
    this.history.set(null);
    this.api
      .call('deviceHistory', { params: { deviceId: d.deviceId }, query: { days: String(days) } })
      .pipe(catchError(() => of({ deviceId: d.deviceId, grainMinutes: 1, series: [] })))
      .subscribe((history) => {
        this.history.set(history);
      });
  }
  protected async own(d: Device): Promise<void> {
    const [first] = d.live;
    const tankId = this.tankOf(d);
    const payload: InstrumentPayload = {
      name: d.name.slice(0, 60),
      type: d.type,
      parameters: d.live.map((l) => l.parameter).filter(isParameter),
      steps: [],
      resolutionValue: first?.resolutionValue ?? 1,
      doubleSample: false,
      penFactor: null,
      reportsAsElement: false,
      compensatesTemperature: true,
      expiresOn: null,
      calibrateEveryDays: d.type === 'pen' || d.type === 'probe' ? 30 : null,
      deviceId: d.deviceId,
      ...(tankId === '' ? {} : { tankId }),
      startedOn: this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10),
      retired: false,
    };
    const written = await this.scribe.write([this.scribe.entry('instrument', newId(), payload)], d.name);
    this.said.set(written.kept ? written.said : [...written.faults.values()].join('; '));
  }
}
