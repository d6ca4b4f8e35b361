/**
 * Fair use of the engines: so many questions run at once; the rest wait, and who has fewest running comes next, so that one
 * person's board does not keep another's question waiting. What cannot be begun in good time is turned away at once.
 */
import { Stopped } from './engine';

/** Too much is asked just now; nothing of this question was begun. */
export class Busy extends Error {}

export interface QueueLimits {
  /** Questions that run at once. */
  readonly width: number;
  /** Questions that wait, of all people and of one. */
  readonly waiting: number;
  readonly waitingEach: number;
  /** Milliseconds that a question waits before it is turned away. */
  readonly patience: number;
}

interface Waiting {
  readonly person: string;
  begin(): void;
}

export class FairQueue {
  private readonly running = new Map<string, number>();
  private readonly waiting: Waiting[] = [];
  private all = 0;

  constructor(private readonly limits: QueueLimits) {}

  /** How many run, and how many wait. */
  get state(): { readonly running: number; readonly waiting: number } {
    return { running: this.all, waiting: this.waiting.length };
  }

  /**
   * Runs work when its turn comes.
   * @param person whose turn it takes
   * @throws Busy where too many wait or it waited too long, Stopped where the signal came before its turn
   */
  async run<Value>(person: string, signal: AbortSignal | null, work: () => Promise<Value>): Promise<Value> {
    await this.turn(person, signal);
    try {
      return await work();
    } finally {
      this.ended(person);
    }
  }

  private turn(person: string, signal: AbortSignal | null): Promise<void> {
    if (signal?.aborted) return Promise.reject(new Stopped());
    if (this.all < this.limits.width && this.waiting.length === 0) {
      this.begun(person);
      return Promise.resolve();
    }
    const own = this.waiting.filter((one) => one.person === person).length;
    if (this.waiting.length >= this.limits.waiting || own >= this.limits.waitingEach) return Promise.reject(new Busy());
    return new Promise<void>((resolve, reject) => {
      const leave = (error: Error) => {
        const at = this.waiting.indexOf(one);
        if (at < 0) return;
        this.waiting.splice(at, 1);
        done();
        reject(error);
      };
      const stopped = () => leave(new Stopped());
      const timer = setTimeout(() => leave(new Busy()), this.limits.patience);
      const done = () => {
        clearTimeout(timer);
        signal?.removeEventListener('abort', stopped);
      };
      const one: Waiting = {
        person,
        begin: () => {
          done();
          this.begun(person);
          resolve();
        },
      };
      this.waiting.push(one);
      signal?.addEventListener('abort', stopped, { once: true });
    });
  }

  private begun(person: string): void {
    this.all += 1;
    this.running.set(person, (this.running.get(person) ?? 0) + 1);
  }

  private ended(person: string): void {
    this.all -= 1;
    const left = (this.running.get(person) ?? 1) - 1;
    if (left === 0) this.running.delete(person);
    else this.running.set(person, left);
    this.next();
  }

  /** The one that waits longest of who has fewest running. */
  private next(): void {
    if (this.all >= this.limits.width) return;
    const fewest = Math.min(...this.waiting.map((one) => this.running.get(one.person) ?? 0));
    const at = this.waiting.findIndex((one) => (this.running.get(one.person) ?? 0) === fewest);
    const [one] = at < 0 ? [] : this.waiting.splice(at, 1);
    one?.begin();
  }
}
