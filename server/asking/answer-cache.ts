/** Computed values by key: bounded, oldest out first, and computed once where several ask at the same time. */
export class AnswerCache<Value> {
  private readonly kept = new Map<string, Value>();
  private readonly running = new Map<string, Promise<Value>>();

  constructor(private readonly most: number) {}

  /** @param signal who may stop its own computation stops it for itself only; such runs are not shared */
  async get(key: string, signal: AbortSignal | null, compute: () => Promise<Value>): Promise<Value> {
    const there = this.kept.get(key);
    if (there !== undefined) {
      this.kept.delete(key);
      this.kept.set(key, there);
      return there;
    }
    if (signal !== null) return this.keep(key, await compute());
    const running = this.running.get(key);
    if (running) return running;
    const started = compute()
      .then((value) => this.keep(key, value))
      .finally(() => this.running.delete(key));
    this.running.set(key, started);
    return started;
  }

  clear(): void {
    this.kept.clear();
  }

  private keep(key: string, value: Value): Value {
    this.kept.set(key, value);
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= this.most) break;
      this.kept.delete(oldest);
    }
    return value;
  }
}
