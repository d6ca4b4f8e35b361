/**
 * One read of the store for all who ask for the same at about the same time, as fifty browsers do when a board changes.
 * Whoever asks gets a read that began after they asked, so nobody is shown what was there before the change they were told of.
 */
export class SharedReads<Value> {
  private readonly running = new Map<string, Run<Value>>();

  /** @param read is run at once, or when the read of this key that is already under way has ended */
  get(key: string, read: () => Promise<Value>): Promise<Value> {
    const there = this.running.get(key);
    if (there === undefined) return this.begin(key, read);
    there.next ??= there.current.then(
      () => this.begin(key, read),
      () => this.begin(key, read),
    );
    return there.next;
  }

  private begin(key: string, read: () => Promise<Value>): Promise<Value> {
    const run: Run<Value> = { current: read(), next: null };
    this.running.set(key, run);
    const ended = () => {
      if (this.running.get(key) === run && run.next === null) this.running.delete(key);
    };
    run.current.then(ended, ended);
    return run.current;
  }
}

interface Run<Value> {
  readonly current: Promise<Value>;
  /** What all who asked during the current read are given. */
  next: Promise<Value> | null;
}
