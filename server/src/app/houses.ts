import type { IncomingMessage, RequestListener, ServerResponse } from 'node:http';
import type { HouseKey, HousesView } from '#contracts/tonight';
import { houseCookie, houseHeader } from '#contracts/api';
import { appAnswers } from '#words/app';

/** One house as it is served: its own tables, clock, memories and threads. */
export interface OpenedHouse {
  key: HouseKey;
  name: () => string;
  listener: RequestListener;
  close: () => Promise<void>;
}

/** What the pages may ask of the houses on this server. */
export interface HousesDoor {
  view: (request: IncomingMessage) => HousesView;
  /** Opens a house, making it first where it is not there yet; comes back at once, `view` tells how far it is. */
  open: (key: HouseKey) => void;
}

/** Which house a request is about: its own word first (a line that waited for its house), then the device's choice. */
export function houseAsked({ headers }: Pick<IncomingMessage, 'headers'>): HouseKey | null {
  const said = headers[houseHeader];
  const kept = new RegExp(`(?:^|;\\s*)${houseCookie}=(own|demo)(?:;|$)`).exec(headers.cookie ?? '')?.[1];
  const asked = typeof said === 'string' ? said : kept;
  return asked === 'own' || asked === 'demo' ? asked : null;
}

const isRead = ({ method }: IncomingMessage): boolean => method === 'GET' || method === 'HEAD';
function notOpen(response: ServerResponse): void {
  response.writeHead(503, {
    'content-type': 'application/problem+json',
    'cache-control': 'no-store',
    'retry-after': '2',
  });
  response.end(JSON.stringify({ type: 'about:blank', status: 503, title: appAnswers.thatHouseIsNotOpen }));
}

/**
 * The keeper's own house and the demo house on one server, each in tables of its own: nothing that is done in one can
 * touch the other. The first is what the server was started with; the other is made when somebody first asks for it.
 * A device that has not chosen sees the keeper's own as soon as there is one.
 */
export class Houses implements HousesDoor {
  private other: OpenedHouse | null = null;
  private opening: Promise<void> | null = null;
  private making: { doneFraction: number } | null = null;
  private failed: string | null = null;

  constructor(
    private readonly first: OpenedHouse,
    /** Makes the other house where it is not there, and opens it; tells how much is done. */
    private readonly openOther: (key: HouseKey, told: (doneFraction: number) => void) => Promise<OpenedHouse>,
    /** Whether the other house was made: by this server or by another on the same database. */
    private readonly isMade: () => Promise<boolean>,
  ) {}

  private get otherKey(): HouseKey {
    return this.first.key === 'own' ? 'demo' : 'own';
  }
  /** The other house is opened here, too, as soon as it was made anywhere. */
  async reopen(): Promise<void> {
    if (this.other || this.making || !(await this.isMade())) return;
    this.opening ??= this.openOther(this.otherKey, () => undefined)
      .then((house) => {
        this.other = house;
      })
      .finally(() => (this.opening = null));
    await this.opening;
  }
  private all(): OpenedHouse[] {
    return this.other ? [this.first, this.other] : [this.first];
  }
  private houseFor(request: IncomingMessage): OpenedHouse {
    const asked = houseAsked(request) ?? 'own';
    return this.all().find((h) => h.key === asked) ?? this.first;
  }
  /**
   * Serves each request from the house it is about. A write that names a house which is not open here is not taken by
   * another: it is told to wait.
   */
  readonly listener: RequestListener = (request, response) => {
    // Pages and scripts are the same for both.
    const about = request.url?.startsWith('/api/') === true && (houseAsked(request) ?? 'own') !== this.first.key;
    if (!about || this.other) this.serve(request, response);
    else
      void this.reopen()
        .then(() => {
          this.serve(request, response);
        })
        // Whether there is one cannot be told: nobody's question is answered by another house meanwhile.
        .catch(() => {
          if (isRead(request)) this.serve(request, response);
          else notOpen(response);
        });
  };
  private serve(request: IncomingMessage, response: ServerResponse): void {
    const asked = houseAsked(request);
    const house = this.houseFor(request);
    // To open a house is asked of whichever is there.
    const opens = request.url?.startsWith('/api/houses') === true;
    if (!isRead(request) && !opens && asked !== null && house.key !== asked) notOpen(response);
    else house.listener(request, response);
  }

  view(request: IncomingMessage): HousesView {
    const open = this.houseFor(request).key;
    return {
      open,
      houses: (['own', 'demo'] as const).map((key) => {
        const house = this.all().find((h) => h.key === key);
        return {
          key,
          name: house?.name() ?? null,
          ready: house !== undefined,
          makingFraction: !house && this.making ? this.making.doneFraction : null,
          fault: !house && key === this.otherKey ? this.failed : null,
        };
      }),
    };
  }
  open(key: HouseKey): void {
    if (this.making || this.opening || this.all().some((h) => h.key === key)) return;
    const making = { doneFraction: 0 };
    this.making = making;
    this.failed = null;
    this.openOther(key, (doneFraction) => {
      making.doneFraction = doneFraction;
    })
      .then((house) => {
        this.other = house;
      })
      .catch(() => {
        // What went wrong stands in the log of who makes it; a page is not told how the server works.
        this.failed = appAnswers.itCouldNotBeMade;
      })
      .finally(() => {
        this.making = null;
      });
  }
  async close(): Promise<void> {
    for (const house of this.all()) await house.close();
  }
}
