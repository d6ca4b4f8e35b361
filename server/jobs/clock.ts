/**
 * The clock that schedules and models go by. It is the machine's, unless it was started at an instant of its own (`ZUD_CLOCK=2026-10-12T05:59Z`:
 * it goes on from there) or is movable (`ZUD_CLOCK=movable`: an admin sets it). Sessions, links and limits go by the machine's clock always.
 */
export class Clock {
  /** Milliseconds that it is ahead of the machine's. */
  private ahead = 0;

  private constructor(readonly movable: boolean) {}

  /**
   * @param said `ZUD_CLOCK`, where it is set
   * @throws RangeError where it is neither an instant nor “movable”
   */
  static from(said: string | undefined): Clock {
    if (said === undefined || said === '') return new Clock(false);
    if (said === 'movable') return new Clock(true);
    const instant = new Date(said);
    if (Number.isNaN(instant.getTime()))
      throw new RangeError(`ZUD_CLOCK is “${said}”; it must be an instant, as 2026-10-12T06:00:00Z, or “movable”.`);
    const clock = new Clock(true);
    clock.set(instant);
    return clock;
  }

  now(): Date {
    return new Date(Date.now() + this.ahead);
  }

  set(instant: Date): void {
    this.ahead = instant.getTime() - Date.now();
  }
}
