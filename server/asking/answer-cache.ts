/** Computed values by key: bounded in bytes, the one that was not asked for longest out first, and computed once where several ask at the same time. */
import { LRUCache } from 'lru-cache';

export class AnswerCache<Value extends object | string | number> {
  private readonly kept: LRUCache<string, Value>;
  private readonly running = new Map<string, Run<Value>>();

  /**
   * @param bytes of all values together; a single one that is larger than a quarter of that is not kept
   * @param sizeOf bytes of a value, about
   */
  constructor(bytes: number, sizeOf: (value: Value) => number) {
    this.kept = new LRUCache({
      maxSize: bytes,
      maxEntrySize: Math.ceil(bytes / 4),
      sizeCalculation: (value) => Math.max(1, Math.round(sizeOf(value))),
    });
  }

  /** Bytes that are kept, about. */
  get bytes(): number {
    return this.kept.calculatedSize;
  }

  /**
   * @param signal stops the wait of the one who asks; the computation itself stops when nobody waits for it any more
   * @param compute gets the signal of the shared computation
   */
  async get(key: string, signal: AbortSignal | null, compute: (signal: AbortSignal) => Promise<Value>): Promise<Value> {
    const there = this.kept.get(key);
    if (there !== undefined) return there;
    const run = this.running.get(key) ?? this.begin(key, compute);
    run.waiting += 1;
    let left = false;
    const leave = () => {
      if (left) return;
      left = true;
      run.waiting -= 1;
      if (run.waiting > 0) return;
      if (this.running.get(key) === run) this.running.delete(key);
      run.controller.abort();
    };
    signal?.addEventListener('abort', leave, { once: true });
    if (signal?.aborted) leave();
    try {
      return await run.result;
    } finally {
      signal?.removeEventListener('abort', leave);
    }
  }

  private begin(key: string, compute: (signal: AbortSignal) => Promise<Value>): Run<Value> {
    const controller = new AbortController();
    const run: Run<Value> = { controller, waiting: 0, result: compute(controller.signal) };
    this.running.set(key, run);
    const ended = () => {
      if (this.running.get(key) === run) this.running.delete(key);
    };
    run.result.then((value) => {
      ended();
      this.kept.set(key, value);
    }, ended);
    return run;
  }

  clear(): void {
    this.kept.clear();
  }
}

interface Run<Value> {
  readonly controller: AbortController;
  readonly result: Promise<Value>;
  waiting: number;
}
