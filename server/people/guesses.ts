import type pg from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { Problem } from '../problem.ts';

/** s */
const QUARTER = 15 * 60;

/** Failures within a quarter of an hour after which it is waited. */
const LIMITS = {
  /** One login from one network address. */
  'login-network': 10,
  /** One network address, whatever it tries: an office behind one address mistypes too. */
  network: 100,
  /** One login, from wherever. */
  login: 50,
  /** Secrets of links, join codes and the like from one network address. */
  secret: 60,
} as const;
type Limit = keyof typeof LIMITS;

/** Counts failed guesses in the database, so that it does not matter which process is asked. */
export class Guesses {
  private readonly limiters: Record<Limit, RateLimiterPostgres>;

  /** @param pool connections with the rights of the gate */
  constructor(pool: pg.Pool) {
    const limiter = (limit: Limit) =>
      new RateLimiterPostgres({
        storeClient: pool,
        storeType: 'pool',
        tableName: 'guesses',
        tableCreated: true,
        keyPrefix: limit,
        points: LIMITS[limit],
        duration: QUARTER,
        clearExpiredByTimeout: false,
      });
    this.limiters = {
      'login-network': limiter('login-network'),
      network: limiter('network'),
      login: limiter('login'),
      secret: limiter('secret'),
    };
  }

  /**
   * Takes a guess before it is looked at, so that many at once are counted as many.
   * @throws Problem 429 with the minutes to wait
   */
  async take(limit: Limit, key: string): Promise<void> {
    try {
      await this.limiters[limit].consume(key.slice(0, 200));
    } catch (refused) {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      const minutes = Math.max(1, Math.ceil(refused.msBeforeNext / 60_000));
      throw new Problem(
        429,
        'Tried too often',
        `This was tried too often. Try again in ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}, or ask an owner of the firm for a new password.`,
        { minutes },
      );
    }
  }

  /** Gives a guess back that was right. */
  async giveBack(limit: Limit, key: string): Promise<void> {
    await this.limiters[limit].reward(key.slice(0, 200));
  }
}
