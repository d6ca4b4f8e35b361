/**
 * Guesses at passwords, held back before a password is checked: by account and address together, and by account over all addresses.
 * Nobody is locked out of their own account: whoever signed in from an address before is not held back by what others try elsewhere,
 * and who guessed too often waits a minute, not a day.
 */
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Database } from '../store/database';
import { plainEmail, sha256 } from '../store/people';
import { Problem } from '@zud/core/contract/problem';

/** A guess that was held back. */
export class HeldBack extends Problem {
  constructor(
    seconds: number,
    /** The first one since they were let through: what is worth a note. */
    readonly isFirst: boolean,
  ) {
    super(
      429,
      'Too many attempts',
      `This was tried too often. Try again in ${seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}; an admin can make you a link to choose a new password.`,
      { retryAfter: seconds },
    );
  }
}

/** Guesses within so many seconds. */
const LIMITS = {
  /** At one account from one address. */
  pair: { points: 10, duration: 60 },
  pairHour: { points: 60, duration: 3600 },
  /** From one address, at all accounts: an office may stand behind it. */
  address: { points: 300, duration: 900 },
  /** At one account from addresses from which nobody signed in to it yet. */
  account: { points: 100, duration: 3600 },
} as const;
const KNOWN_SECONDS = 90 * 86_400;

export class Throttle {
  private readonly limiters;
  private readonly known: RateLimiterPostgres;

  constructor({ pool }: Pick<Database, 'pool'>) {
    const limiter = (keyPrefix: string, limits: { points: number; duration: number }) =>
      new RateLimiterPostgres({
        storeClient: pool,
        storeType: 'pool',
        tableName: 'attempts',
        tableCreated: true,
        keyPrefix,
        ...limits,
      });
    this.limiters = {
      pair: limiter('pair', LIMITS.pair),
      pairHour: limiter('hour', LIMITS.pairHour),
      address: limiter('address', LIMITS.address),
      account: limiter('account', LIMITS.account),
    };
    this.known = limiter('known', { points: 1_000_000, duration: KNOWN_SECONDS });
  }

  /**
   * Counts a guess before it is looked at, so that many at once are counted as many.
   * @returns what to call when it was right
   * @throws HeldBack with when to try again
   */
  async guess(email: string, address: string): Promise<() => Promise<void>> {
    const account = sha256(plainEmail(email)).slice(0, 32);
    const pair = sha256(`${account} ${address}`).slice(0, 32);
    const from = sha256(address).slice(0, 32);
    await this.consume('pair', pair);
    await this.consume('pairHour', pair);
    await this.consume('address', from);
    const isKnown = (await this.known.get(pair)) !== null;
    if (!isKnown) await this.consume('account', account);
    return async () => {
      await Promise.all([
        this.limiters.pair.delete(pair),
        this.limiters.pairHour.delete(pair),
        this.limiters.address.reward(from),
        ...(isKnown ? [] : [this.limiters.account.reward(account)]),
      ]);
      await this.known.set(pair, 1, KNOWN_SECONDS);
    };
  }

  private async consume(which: keyof typeof LIMITS, key: string): Promise<void> {
    try {
      await this.limiters[which].consume(key);
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      throw new HeldBack(
        Math.max(1, Math.ceil(error.msBeforeNext / 1000)),
        error.consumedPoints === LIMITS[which].points + 1,
      );
    }
  }
}
