import { minuteMs } from '#core/units';
/** So much text of answers is kept, in characters. */
const mostLength = 24_000_000;
/** Nothing that is told turns within a minute; the time of telling itself is always this moment's. */

interface Known {
  state: string;
  /** The answer as text, without its time of telling. */
  text: Promise<string>;
  length: number;
}

/**
 * Answers that were given of a state of the database hold as long as it is in that state, and for all who ask the same:
 * they are made once. The state is asked for after the question came, so nobody gets an answer from before a write that
 * was acknowledged when they asked, whichever server took it.
 */
export class KnownAnswers {
  private readonly known = new Map<string, Known>();
  private keptLength = 0;

  constructor(
    private readonly stateOf: () => Promise<string>,
    private readonly nowEpochMs: () => number,
  ) {}

  /** @param whole Whether the answer may be kept: one that is still being completed is given once. */
  async ask<T extends { nowAt: string }>(
    question: string,
    make: () => Promise<T>,
    whole: (answer: T) => boolean = () => true,
  ): Promise<string> {
    const state = `${Math.floor(this.nowEpochMs() / minuteMs)} ${await this.stateOf()}`;
    const known = this.known.get(question);
    const text = known?.state === state ? known.text : this.made(question, { state, make, whole });
    return `{"nowAt":"${new Date(this.nowEpochMs()).toISOString()}",${await text}`;
  }

  private made<T extends { nowAt: string }>(
    question: string,
    { state, make, whole }: { state: string; make: () => Promise<T>; whole: (answer: T) => boolean },
  ): Promise<string> {
    this.forget(question);
    const known: Known = { state, text: Promise.resolve(''), length: 0 };
    known.text = make().then((answer) => {
      const { nowAt: _told, ...rest } = answer;
      const text = JSON.stringify(rest).slice(1);
      if (this.known.get(question) === known) {
        known.length = text.length;
        this.keptLength += text.length;
        if (!whole(answer)) this.forget(question);
        for (const other of this.known.keys()) {
          if (this.keptLength <= mostLength) break;
          this.forget(other);
        }
      }
      return text;
    });
    known.text.catch(() => {
      if (this.known.get(question) === known) this.forget(question);
    });
    this.known.set(question, known);
    return known.text;
  }
  private forget(question: string): void {
    this.keptLength -= this.known.get(question)?.length ?? 0;
    this.known.delete(question);
  }
}
