import type { SeenPayload } from './readings';
import type { ArrivalPayload, StockPayload } from './stock';
import type { ChangePayload } from './changes';
import type { ReadingValue } from './readings';

/** A reading with the figures that were typed; what was kept before they rode along has only its span. */
export type DoneReading = Pick<ReadingValue, 'parameter' | 'lo' | 'hi'> &
  Partial<Pick<ReadingValue, 'text' | 'enteredUnit'>>;
/** What an entry leaves in the subject's "last done", as data: its words are made when it is shown. */
export type Done =
  | { id: 'looked'; facts: { fed: boolean } }
  | { id: 'change'; facts: Pick<ChangePayload, 'entered'> }
  | { id: 'readings'; facts: { values: DoneReading[] } }
  | { id: 'note'; facts: { text: string } }
  | { id: 'mark'; facts: { mark: 'doubtful' | 'clear' } }
  | { id: 'stock'; facts: Pick<StockPayload, 'event' | 'kindId' | 'strain' | 'count' | 'sign'> }
  | { id: 'arrival'; facts: Pick<ArrivalPayload, 'kindId' | 'strain' | 'count'> }
  | { id: 'seen'; facts: SeenPayload }
  | { id: 'fed'; facts: { foodId: string; foodG: number } }
  | { id: 'set-up'; facts: { name: string } };
