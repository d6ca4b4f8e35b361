/** Computed values by key: bounded, oldest out first, and computed once where several ask at the same time. */
export class AnswerCache<Value> {
  private readonly kept = new Map<string, Value>();
  private readonly running = new Map<string, Run<Value>>();

  constructor(private readonly most: number) {}

  /**
   * @param signal stops the wait of the one who asks; the computation itself stops when nobody waits for it any more
   * @param compute gets the signal of the shared computation
   */
  async get(key: string, signal: AbortSignal | null, compute: (signal: AbortSignal) => Promise<Value>): Promise<Value> {
    const there = this.kept.get(key);
    if (there !== undefined) {
      this.kept.delete(key);
      this.kept.set(key, there);
      return there;
    }
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
      this.keep(key, value);
    }, ended);
    return run;
  }

  clear(): void {
    this.kept.clear();
  }

  private keep(key: string, value: Value): void {
    this.kept.set(key, value);
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= this.most) break;
      this.kept.delete(oldest);
    }
  }
}

interface Run<Value> {
  readonly controller: AbortController;
  readonly result: Promise<Value>;
  waiting: number;
}
